'use server';

import { freshenCalendars } from '../../services/schedule/bookings';
import { changeSetting, settingSchema } from '../../services/setup/settings';
import { tickStep } from '../../services/setup/first-steps';
import { action, customAction } from '../_server/action';

export const changeSettingAction = customAction(
  'set up',
  [settingSchema],
  async ({ shop, actor }, setting) => {
    const changed = changeSetting(shop, actor, setting);
    if (changed.ok && setting.name === 'timezone') await freshenCalendars(shop);
    return changed;
  },
);

export const tickStepAction = action('set up', tickStep);
