'use server';

import * as reweigh from '../../services/reweigh';
import { changeWeight, type WeightInput } from '../../services/soil-weights';
import { act, look } from '../_server/act';

export async function changeWeightAction(input: WeightInput) {
  return act('set up', (shop, actor) => changeWeight(shop, actor, input));
}

export async function startReweighAction(input: WeightInput, preview: boolean) {
  return look('set up', (shop, actor) => reweigh.startReweigh(shop, actor, input, preview));
}

export async function viewReweighAction(id: string) {
  return look('set up', (_, actor) => reweigh.viewReweigh(actor, id));
}

export async function cancelReweighAction(id: string) {
  return look('set up', (_, actor) => reweigh.cancelReweigh(actor, id));
}
