import { randomBytes } from 'node:crypto';
import { ok } from '../../core/units/result';
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
import { hashOf } from '../people/secret';
import { refuse, writeEntry, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { z } from 'zod';

const deviceName = 'Name the device in 2 to 60 characters.';

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
export const addDevice = useCase(
  z.object({
    name: z.string().trim().min(2, deviceName).max(60, deviceName),
    machineId: id.nullable(),
  }),
  (shop, actor, { name, machineId: fitted }): Outcome<{ id: string; token: string }> => {
    let machineId: string | null = null;
    if (fitted) {
      const machine = requireMachine(shop, fitted);
      if (!machine.ok) return machine;
      machineId = machine.value.id;
    }
    const deviceId = newId();
    const token = `bit_${randomBytes(32).toString('base64url')}`;
    insertDevice(shop.db, {
      id: deviceId,
      name,
      machineId,
      tokenHash: hashOf(token),
      addedAt: shop.now(),
      revokedAt: null,
    });
    writeEntry(shop, actor, {
      kind: 'device',
      machineId,
      data: { deviceId, name, change: 'added' },
    });
    return ok({ id: deviceId, token });
  },
);

/** Shuts a device out at once; what it sent stays in the book. */
export const shutOutDevice = useCase(id, (shop, actor, deviceId): Outcome<null> => {
  const device = deviceById(shop.db, deviceId);
  if (!device) return refuse('That device is not known.');
  if (device.revokedAt !== null) return ok(null);
  revokeDevice(shop.db, deviceId, shop.now());
  writeEntry(shop, actor, {
    kind: 'device',
    machineId: device.machineId,
    data: { deviceId, name: device.name, change: 'revoked' },
  });
  return ok(null);
});

/** The device a token belongs to, revoked or not, or `null`. */
export function deviceOf(shop: Pick<Shop, 'db'>, token: string): DeviceRow | null {
  return deviceByHash(shop.db, hashOf(token));
}
