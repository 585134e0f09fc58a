'use server';

import * as machines from '../../services/machines';
import { holdMachine, releaseHold } from '../../services/holds';
import { changeSetting, type SettingName } from '../../services/shop';
import { act } from '../_server/act';

export async function addMachineAction(input: { nickname: string; family: string }) {
  return act((shop, actor) => machines.addMachine(shop, actor, input));
}

export async function renameMachineAction(id: string, nickname: string) {
  return act((shop, actor) => machines.renameMachine(shop, actor, id, nickname));
}

export async function retireMachineAction(id: string, reason: string) {
  return act((shop, actor) => machines.retireMachine(shop, actor, id, reason));
}

export async function changeCardAction(id: string, card: Record<string, string>) {
  return act((shop, actor) => machines.changeCard(shop, actor, id, card));
}

export async function renewLabelAction(id: string) {
  return act((shop, actor) => machines.renewLabel(shop, actor, id));
}

export async function addStationAction(machineId: string, input: { kind: string; name: string }) {
  return act((shop, actor) => machines.addStation(shop, actor, machineId, input));
}

export async function renameStationAction(stationId: string, name: string) {
  return act((shop, actor) => machines.renameStation(shop, actor, stationId, name));
}

export async function removeStationAction(stationId: string) {
  return act((shop, actor) => machines.removeStation(shop, actor, stationId));
}

export async function holdMachineAction(id: string, words: string) {
  return act((shop, actor) => holdMachine(shop, actor, id, words));
}

export async function releaseHoldAction(holdId: string, reason: string) {
  return act((shop, actor) => releaseHold(shop, actor, holdId, reason));
}

export async function changeSettingAction(name: SettingName, value: string) {
  return act((shop, actor) => changeSetting(shop, actor, name, value));
}
