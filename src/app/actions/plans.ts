'use server';

import * as judge from '../../services/judge';
import * as plans from '../../services/plans';
import { act } from '../_server/act';

export async function changeSchoolAction(machineId: string, school: string, effect: plans.Effect) {
  return act('set up', (shop, actor) => plans.changeSchool(shop, actor, machineId, school, effect));
}

export async function changeLimitsAction(
  input: { stationId: string; task: string; limits: unknown; basis?: string },
  effect: plans.Effect,
) {
  return act('set up', (shop, actor) => plans.changeLimits(shop, actor, input, effect));
}

export async function addOwnTaskAction(stationId: string, input: plans.OwnTaskInput) {
  return act('set up', (shop, actor) => plans.addOwnTask(shop, actor, stationId, input));
}

export async function removeOwnTaskAction(stationId: string, key: string) {
  return act('set up', (shop, actor) => plans.removeOwnTask(shop, actor, stationId, key));
}

export async function copyPlanAction(fromId: string, toId: string) {
  return act('set up', (shop, actor) => plans.copyPlan(shop, actor, fromId, toId));
}

export async function deferAction(input: Parameters<typeof judge.deferTask>[2]) {
  return act('clean', (shop, actor) => judge.deferTask(shop, actor, input));
}

export async function callAction(
  input: Parameters<typeof judge.callTask>[2],
  faultId: string | null,
) {
  return act('clean', (shop, actor) => judge.callTask(shop, actor, input, faultId));
}
