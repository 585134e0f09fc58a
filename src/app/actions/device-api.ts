'use server';

import { addDevice, shutOutDevice } from '../../services/device-api/devices';
import { action } from '../_server/action';

export const addDeviceAction = action('set up', addDevice);
export const shutOutDeviceAction = action('set up', shutOutDevice);
