'use server';

import { z } from 'zod';
import * as bookings from '../../services/schedule/bookings';
import { changeSchedule, mendSchedule, type ScheduleChange } from '../../services/schedule/changes';
import { renewFeed } from '../../services/schedule/feed';
import { scheduleBefore } from '../../services/schedule/schedules';
import type { WhatIf } from '../../services/schedule/problem';
import * as time from '../../services/schedule/time';
import * as work from '../../services/schedule/planning';
import { strikeEntry } from '../../services/audit-log/audit-log';
import { refuse } from '../../services/shop';
import { action, query, id, shape, text } from '../_server/action';

export const startPlanningAction = query('set up', [], ({ shop, actor }) =>
  work.startPlanning(shop, actor),
);

export const startWhatIfAction = query('set up', [shape<WhatIf>()], ({ shop, actor }, input) =>
  work.startWhatIf(shop, actor, input),
);

export const viewPlanningAction = query('set up', [id], ({ actor }, id) =>
  work.viewPlanning(actor, id),
);

export const stopPlanningAction = query('set up', [id, z.boolean()], ({ actor }, id, keep) =>
  work.stopPlanning(actor, id, keep),
);

export const changeScheduleAction = action(
  'set up',
  [id, shape<ScheduleChange>()],
  ({ shop, actor }, version, change) => changeSchedule(shop, actor, version, change),
);

export const mendScheduleAction = action('set up', [id], ({ shop, actor }, version) =>
  mendSchedule(shop, actor, version),
);

export const scheduleBeforeAction = action('set up', [id], ({ shop, actor }, version) =>
  scheduleBefore(shop, actor, version),
);

export const renewFeedAction = action('set up', [], ({ shop, actor }) => renewFeed(shop, actor));

export const setWeekAction = action(
  'set up',
  [shape<Parameters<typeof time.setWeek>[2]>()],
  ({ shop, actor }, input) => time.setWeek(shop, actor, input),
);

export const changeDaysAction = action(
  'set up',
  [shape<Parameters<typeof time.changeDays>[2]>()],
  ({ shop, actor }, input) => time.changeDays(shop, actor, input),
);

export const addBookingAction = action(
  'set up',
  [shape<Parameters<typeof bookings.addBooking>[2]>()],
  ({ shop, actor }, input) => bookings.addBooking(shop, actor, input),
);

export const dropTimeEntryAction = action('set up', [id], ({ shop, actor, role }, entryId) =>
  strikeEntry(shop, actor, role, entryId, 'removed in Set-up, Time'),
);

export const addCalendarAction = action(
  'set up',
  [z.instanceof(FormData)],
  async ({ shop, actor }, form) => {
    const file = form.get('file');
    if (!(file instanceof File) || file.size === 0) return refuse('Choose a file.', 'file');
    if (file.size > 5_000_000) return refuse('The calendar is over 5 MB.', 'file');
    return bookings.addCalendar(shop, actor, {
      machineId: String(form.get('machineId')),
      name: String(form.get('name') || file.name.replace(/\.\w+$/, '')),
      source: await file.text(),
    });
  },
);

export const linkCalendarAction = action(
  'set up',
  [z.object({ machineId: id, name: text, link: text })],
  ({ shop, actor }, input) => bookings.linkCalendar(shop, actor, input),
);

export const readCalendarAgainAction = action('set up', [id], ({ shop, actor }, id) =>
  bookings.readCalendarAgain(shop, actor, id),
);

export const removeCalendarAction = action('set up', [id], ({ shop, actor }, id) =>
  bookings.removeCalendar(shop, actor, id),
);
