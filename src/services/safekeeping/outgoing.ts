import fs from 'node:fs';
import path from 'node:path';
import { ok } from '../../core/units/result';
import { localDay } from '../../core/units/zone';
import { millisecondsPerDay } from '../../core/units/time';
import { requireMachine } from '../machines/machines';
import type { Outcome, Shop } from '../shop';
import { packArchive } from './archive';

const folderOf = (dataDir: string) => path.join(dataDir, 'outgoing');

/** The archive that waits to be fetched, or `null`. */
export function outgoing(dataDir: string): { name: string; file: string; bytes: number } | null {
  const folder = folderOf(dataDir);
  if (!fs.existsSync(folder)) return null;
  const name = fs.readdirSync(folder).find((one) => one.endsWith('.tar.gz'));
  if (!name) return null;
  const file = path.join(folder, name);
  return { name, file, bytes: fs.statSync(file).size };
}

/**
 * Packs the shop, or one machine, for somebody to fetch. One waits at a time.
 * @returns its name
 */
export async function packOutgoing(shop: Shop, machineId: string | null): Promise<Outcome<string>> {
  const machine = machineId === null ? null : requireMachine(shop, machineId);
  if (machine && !machine.ok) return machine;
  const folder = folderOf(shop.dataDir);
  fs.rmSync(folder, { recursive: true, force: true });
  fs.mkdirSync(folder, { mode: 0o700 });
  const day = new Date(localDay(shop.now(), shop.zone) * millisecondsPerDay);
  const of = (machine?.value.nickname ?? shop.name).replace(/[^\p{L}\p{N}]+/gu, '-');
  const name = `${of}-${day.toISOString().slice(0, 10)}.tar.gz`;
  const packed = await packArchive(shop, path.join(folder, name), machine?.value ?? null);
  return packed.ok ? ok(name) : packed;
}
