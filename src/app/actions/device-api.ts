'use server';

import { z } from 'zod';
import * as devices from '../../services/device-api/devices';
import { action, id, text } from '../_server/action';

export const addDeviceAction = action(
  'set up',
  [z.object({ name: text, machineId: id.nullable() })],
  ({ shop, actor }, input) => devices.addDevice(shop, actor, input),
);

export const shutOutDeviceAction = action('set up', [id], ({ shop, actor }, id) =>
  devices.shutOutDevice(shop, actor, id),
);
