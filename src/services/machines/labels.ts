import QRCode from 'qrcode';
import { ok } from '../../core/units/result';
import { machineByLabel, type MachineRow } from '../../records/machines';
import { namesAtLabel } from '../people/names';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';
import { personOfCode } from '../people/codes';

/** Address of a machine's label page under the shop's public address. */
export function labelUrl(publicUrl: string, machine: Pick<MachineRow, 'labelToken'>): string {
  return new URL(`/at/${machine.labelToken}`, publicUrl).href;
}

/** QR code of a text as SVG, error correction Q: labels get dirty. */
export function qrSvg(text: string): Promise<string> {
  let drawn = codes.get(text);
  if (!drawn) {
    if (codes.size >= mostCodes) codes.clear();
    drawn = QRCode.toString(text, { type: 'svg', errorCorrectionLevel: 'Q', margin: 2 });
    codes.set(text, drawn);
  }
  return drawn;
}

/** Codes drawn before: the same text is the same code. */
const codes = new Map<string, Promise<string>>();
const mostCodes = 200;

/** The machine in use behind a label link, or `null` for a stale or unknown one. */
export function machineOfLabel(shop: Shop, token: string): MachineRow | null {
  const machine = machineByLabel(shop.db, token);
  return machine && machine.retiredAt === null ? machine : null;
}

/** Whoever gave no name. */
export const nobody = 'somebody at the machine';

/** What somebody at a label says of who they are. */
export interface Who {
  name: string;
  code: string;
}

/**
 * Who acts at a label, as the shop wants it: anybody by any name, a name from the list, or a code.
 * @param danger whether it is a report of danger: that is never held up by a missing name or code
 * @param address network address it comes from, as far as it is known
 */
export async function actorAtLabel(
  shop: Shop,
  who: Who,
  danger: boolean,
  address?: string,
): Promise<Outcome<Actor>> {
  const name = who.name.trim().slice(0, 80);
  const unnamed: Actor = { id: null, name: name || nobody, source: 'label' };
  if (shop.labelAsks === 'nothing') return ok(unnamed);
  if (shop.labelAsks === 'name') {
    const known = namesAtLabel(shop).find((one) => one === name);
    if (known) return ok({ ...unnamed, name: known });
    return danger ? ok(unnamed) : refuse('Choose your name from the list.', 'who');
  }
  if (danger && !who.code.trim()) return ok({ ...unnamed, name: nobody });
  const person = await personOfCode(shop, who.code, address);
  if (person.ok) return ok({ id: person.value.id, name: person.value.name, source: 'label' });
  return danger ? ok({ ...unnamed, name: nobody }) : person;
}
