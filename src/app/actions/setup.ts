'use server';

import * as devices from '../../services/devices';
import { chooseMethod } from '../../services/methods';
import * as modules from '../../services/modules';
import { act } from '../_server/act';

export async function chooseMethodAction(input: Parameters<typeof chooseMethod>[2]) {
  return act('set up', (shop, actor) => chooseMethod(shop, actor, input));
}

export async function addDeviceAction(input: { name: string; machineId: string | null }) {
  return act('set up', (shop, actor) => devices.addDevice(shop, actor, input));
}

export async function shutOutDeviceAction(id: string) {
  return act('set up', (shop, actor) => devices.shutOutDevice(shop, actor, id));
}

export async function addModuleAction(input: modules.ModuleInput) {
  return act('set up', (shop, actor) => modules.addModule(shop, actor, input));
}

export async function moveModuleAction(moduleId: string, machineId: string | null) {
  return act('clean', (shop, actor) => modules.moveModule(shop, actor, { moduleId, machineId }));
}

export async function endModuleAction(moduleId: string, why: string) {
  return act('set up', (shop, actor) => modules.endModule(shop, actor, moduleId, why));
}

export async function replaceModuleAction(moduleId: string, why: string, serial: string) {
  return act('set up', (shop, actor) => modules.replaceModule(shop, actor, moduleId, why, serial));
}
