'use server';

import * as bookings from '../../services/weeks/bookings';
import { changePlan, mendPlan, type PlanChange } from '../../services/weeks/changes';
import { renewFeed } from '../../services/weeks/feed';
import { planBefore } from '../../services/weeks/plans';
import type { WhatIf } from '../../services/weeks/problem';
import * as time from '../../services/weeks/time';
import * as work from '../../services/weeks/work';
import { strikeEntry } from '../../services/book';
import { problem } from '../../services/shop';
import { act, look } from '../_server/act';

export async function startPlanningAction() {
  return look('set up', (shop, actor) => work.startPlanning(shop, actor));
}

export async function startWhatIfAction(input: WhatIf) {
  return look('set up', (shop, actor) => work.startWhatIf(shop, actor, input));
}

export async function viewPlanningAction(id: string) {
  return look('set up', (_, actor) => work.viewPlanning(actor, id));
}

export async function stopPlanningAction(id: string, keep: boolean) {
  return look('set up', (_, actor) => work.stopPlanning(actor, id, keep));
}

export async function changePlanAction(version: string, change: PlanChange) {
  return act('set up', (shop, actor) => changePlan(shop, actor, version, change));
}

export async function mendPlanAction(version: string) {
  return act('set up', (shop, actor) => mendPlan(shop, actor, version));
}

export async function planBeforeAction(version: string) {
  return act('set up', (shop, actor) => planBefore(shop, actor, version));
}

export async function renewFeedAction() {
  return act('set up', (shop, actor) => renewFeed(shop, actor));
}

export async function setWeekAction(input: Parameters<typeof time.setWeek>[2]) {
  return act('set up', (shop, actor) => time.setWeek(shop, actor, input));
}

export async function changeDaysAction(input: Parameters<typeof time.changeDays>[2]) {
  return act('set up', (shop, actor) => time.changeDays(shop, actor, input));
}

export async function addBookingAction(input: Parameters<typeof bookings.addBooking>[2]) {
  return act('set up', (shop, actor) => bookings.addBooking(shop, actor, input));
}

export async function dropTimeEntryAction(entryId: string) {
  return act('set up', (shop, actor, { role }) =>
    strikeEntry(shop, actor, role, entryId, 'removed in Set-up, Time'),
  );
}

export async function addCalendarAction(form: FormData) {
  return act('set up', async (shop, actor) => {
    const file = form.get('file');
    if (!(file instanceof File) || file.size === 0) return problem('Choose a file.', 'file');
    if (file.size > 5_000_000) return problem('The calendar is over 5 MB.', 'file');
    return bookings.addCalendar(shop, actor, {
      machineId: String(form.get('machineId')),
      name: String(form.get('name') || file.name.replace(/\.\w+$/, '')),
      source: await file.text(),
    });
  });
}

export async function linkCalendarAction(input: { machineId: string; name: string; link: string }) {
  return act('set up', (shop, actor) => bookings.linkCalendar(shop, actor, input));
}

export async function readCalendarAgainAction(id: string) {
  return act('set up', (shop, actor) => bookings.readCalendarAgain(shop, actor, id));
}

export async function removeCalendarAction(id: string) {
  return act('set up', (shop, actor) => bookings.removeCalendar(shop, actor, id));
}
