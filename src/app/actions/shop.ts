'use server';

import { freshenCalendars } from '../../services/schedule/bookings';
import { changeSetting, settingSchema } from '../../services/setup/settings';
import { customAction } from '../_server/action';

export const changeSettingAction = customAction(
  'set up',
  [settingSchema],
  async ({ shop, actor }, setting) => {
    const changed = changeSetting(shop, actor, setting);
    if (changed.ok && setting.name === 'timezone') await freshenCalendars(shop);
    return changed;
  },
);
