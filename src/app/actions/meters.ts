'use server';

import { changeController } from '../../services/job-files';
import * as meters from '../../services/meters';
import { act } from '../_server/act';

export async function takeReadingAction(input: meters.ReadingInput) {
  return act('log', (shop, actor) => meters.takeReading(shop, actor, input));
}

export async function explainReadingAction(readingId: string, jump: unknown) {
  return act('clean', (shop, actor) => meters.explainReading(shop, actor, readingId, jump));
}

export async function acceptUnloggedAction(readingId: string) {
  return act('clean', (shop, actor) => meters.acceptUnlogged(shop, actor, readingId));
}

export async function noteQuietDayAction(machineId: string, day: number) {
  return act('clean', (shop, actor) => meters.noteQuietDay(shop, actor, machineId, day));
}

export async function changeControllerAction(machineId: string, controller: unknown) {
  return act('set up', (shop, actor) => changeController(shop, actor, machineId, controller));
}
