'use server';

import { z } from 'zod';
import { freshenCalendars } from '../../services/schedule/bookings';
import { changeSetting, settingNames } from '../../services/shop';
import { action, text } from '../_server/action';

export const changeSettingAction = action(
  'set up',
  [z.enum(settingNames), text],
  async ({ shop, actor }, name, value) => {
    const changed = changeSetting(shop, actor, name, value);
    if (changed.ok && name === 'timezone') await freshenCalendars(shop);
    return changed;
  },
);
