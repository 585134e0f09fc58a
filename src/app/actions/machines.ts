'use server';

import * as machines from '../../services/machines';
import { releaseEarly } from '../../services/faults/return';
import { holdMachine } from '../../services/holds';
import { changeSetting, type SettingName } from '../../services/shop';
import { freshenCalendars } from '../../services/weeks/bookings';
import { act } from '../_server/act';

export async function addMachineAction(input: { nickname: string; family: string }) {
  return act('set up', (shop, actor) => machines.addMachine(shop, actor, input));
}

export async function renameMachineAction(id: string, nickname: string) {
  return act('set up', (shop, actor) => machines.renameMachine(shop, actor, id, nickname));
}

export async function retireMachineAction(id: string, reason: string) {
  return act('set up', (shop, actor) => machines.retireMachine(shop, actor, id, reason));
}

export async function changeCardAction(id: string, card: Record<string, string>) {
  return act('set up', (shop, actor) => machines.changeCard(shop, actor, id, card));
}

export async function renewLabelAction(id: string) {
  return act('set up', (shop, actor) => machines.renewLabel(shop, actor, id));
}

export async function addStationAction(machineId: string, input: { kind: string; name: string }) {
  return act('set up', (shop, actor) => machines.addStation(shop, actor, machineId, input));
}

export async function renameStationAction(stationId: string, name: string) {
  return act('set up', (shop, actor) => machines.renameStation(shop, actor, stationId, name));
}

export async function removeStationAction(stationId: string) {
  return act('set up', (shop, actor) => machines.removeStation(shop, actor, stationId));
}

export async function holdMachineAction(id: string, words: string) {
  return act('diagnose', (shop, actor) => holdMachine(shop, actor, id, words));
}

export async function releaseHoldAction(holdId: string, reason: string) {
  return act('diagnose', (shop, actor) => releaseEarly(shop, actor, holdId, reason));
}

export async function changeSettingAction(name: SettingName, value: string) {
  return act('set up', async (shop, actor) => {
    const changed = changeSetting(shop, actor, name, value);
    if (changed.ok && name === 'timezone') await freshenCalendars(shop);
    return changed;
  });
}
