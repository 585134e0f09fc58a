import { randomBytes } from 'node:crypto';
import { ok } from '../../core/units/result';
import { write } from '../../records/database';
import {
  deviceByHash,
  deviceById,
  insertDevice,
  listDevices,
  revokeDevice,
  type DeviceRow,
} from '../../records/device-api';
import { newId } from '../../records/ids';
import { machineById } from '../../records/machines';
import { requireMachine } from '../machines/machines';
import { hashOf } from '../secret';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';

/** A device as Set-up shows it. Its token was shown once. */
export interface DeviceView {
  id: string;
  name: string;
  machine: string | null;
  addedAt: number;
  revokedAt: number | null;
}

/** Every device, those that were revoked last. */
export function deviceViews(shop: Shop): DeviceView[] {
  return listDevices(shop.db)
    .map(({ id, name, machineId, addedAt, revokedAt }) => ({
      id,
      name,
      machine: machineId && machineById(shop.db, machineId)!.nickname,
      addedAt,
      revokedAt,
    }))
    .sort((a, b) => Number(a.revokedAt !== null) - Number(b.revokedAt !== null));
}

/**
 * Lets a device in. One bound to a machine sends its use; one that is not only reads.
 * @returns its token, which is shown this once: only its hash is kept
 */
export function addDevice(
  shop: Shop,
  actor: Actor,
  input: { name: string; machineId: string | null },
): Outcome<{ id: string; token: string }> {
  const name = input.name.trim();
  if (name.length < 2 || name.length > 60) {
    return refuse('Name the device in 2 to 60 characters.', 'name');
  }
  let machineId: string | null = null;
  if (input.machineId) {
    const machine = requireMachine(shop, input.machineId);
    if (!machine.ok) return machine;
    machineId = machine.value.id;
  }
  const id = newId();
  const token = `bit_${randomBytes(32).toString('base64url')}`;
  write(shop.db, () => {
    insertDevice(shop.db, {
      id,
      name,
      machineId,
      tokenHash: hashOf(token),
      addedAt: shop.now(),
      revokedAt: null,
    });
    writeEntry(shop, actor, {
      kind: 'device',
      machineId,
      data: { deviceId: id, name, change: 'added' },
    });
  });
  return ok({ id, token });
}

/** Shuts a device out at once; what it sent stays in the book. */
export function shutOutDevice(shop: Shop, actor: Actor, id: string): Outcome<null> {
  const device = deviceById(shop.db, id);
  if (!device) return refuse('That device is not known.');
  if (device.revokedAt !== null) return ok(null);
  write(shop.db, () => {
    revokeDevice(shop.db, id, shop.now());
    writeEntry(shop, actor, {
      kind: 'device',
      machineId: device.machineId,
      data: { deviceId: id, name: device.name, change: 'revoked' },
    });
  });
  return ok(null);
}

/** The device a token belongs to, revoked or not, or `null`. */
export function deviceOf(shop: Pick<Shop, 'db'>, token: string): DeviceRow | null {
  return deviceByHash(shop.db, hashOf(token));
}
