'use server';

import { z } from 'zod';
import * as bookings from '../../services/schedule/bookings';
import {
  changeSchedule,
  mendSchedule,
  weighMove,
  weighSchema,
} from '../../services/schedule/changes';
import { renewFeed } from '../../services/schedule/feed';
import { scheduleBefore } from '../../services/schedule/schedules';
import * as time from '../../services/schedule/time';
import * as work from '../../services/schedule/planning';
import { strikeEntry } from '../../services/audit-log/audit-log';
import { refuse } from '../../services/shop';
import { id, text } from '../../services/use-case';
import { action, customAction, query } from '../_server/action';
import { theBoard } from '../_server/board';
import { theSchedule } from '../_server/schedule';

export const changeScheduleAction = action('set up', changeSchedule);
export const mendScheduleAction = action('set up', mendSchedule);
export const scheduleBeforeAction = action('set up', scheduleBefore);
export const renewFeedAction = action('set up', renewFeed);
export const setWeekAction = action('set up', time.setWeek);
export const changeDaysAction = action('set up', time.changeDays);
export const addBookingAction = action('set up', bookings.addBooking);
export const removeCalendarAction = action('set up', bookings.removeCalendar);

export const weighMoveAction = query('set up', [weighSchema], (_inside, input) =>
  weighMove(theSchedule(), input),
);

export const startPlanningAction = query('set up', [], ({ shop, actor }) =>
  work.startPlanning(shop, actor, theSchedule()),
);

export const startWhatIfAction = query('set up', [work.whatIfSchema], ({ shop, actor }, input) =>
  work.startWhatIf(shop, actor, theBoard().machines, input),
);

export const viewPlanningAction = query('set up', [id], ({ actor }, id) =>
  work.viewPlanning(actor, id),
);

export const stopPlanningAction = query('set up', [id, z.boolean()], ({ actor }, id, keep) =>
  work.stopPlanning(actor, id, keep),
);

export const dropTimeEntryAction = customAction('set up', [id], ({ shop, actor, role }, entryId) =>
  strikeEntry(shop, actor, role, entryId, 'removed in Set-up, Time'),
);

export const addCalendarAction = customAction(
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

export const linkCalendarAction = customAction(
  'set up',
  [z.object({ machineId: id, name: text, link: text })],
  ({ shop, actor }, input) => bookings.linkCalendar(shop, actor, input),
);

export const readCalendarAgainAction = customAction('set up', [id], ({ shop, actor }, id) =>
  bookings.readCalendarAgain(shop, actor, id),
);
