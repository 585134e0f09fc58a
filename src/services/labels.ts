import QRCode from 'qrcode';
import { machineByLabel, type MachineRow } from '../records/machines';
import type { Shop } from './shop';

/** Address of a machine's label page under the shop's public address. */
export function labelUrl(publicUrl: string, machine: Pick<MachineRow, 'labelToken'>): string {
  return new URL(`/at/${machine.labelToken}`, publicUrl).href;
}

/** QR code of a text as SVG, error correction Q: labels get dirty. */
export function qrSvg(text: string): Promise<string> {
  return QRCode.toString(text, { type: 'svg', errorCorrectionLevel: 'Q', margin: 2 });
}

/** QR code of a text as PNG bytes. */
export function qrPng(text: string): Promise<Buffer> {
  return QRCode.toBuffer(text, { errorCorrectionLevel: 'Q', margin: 4, scale: 6 });
}

/** The machine in use behind a label link, or `null` for a stale or unknown one. */
export function machineOfLabel(shop: Shop, token: string): MachineRow | null {
  const machine = machineByLabel(shop.db, token);
  return machine && machine.retiredAt === null ? machine : null;
}
