'use server';

import { z } from 'zod';
import * as machines from '../../services/machines/machines';
import { releaseEarly } from '../../services/faults/return';
import { holdMachine } from '../../services/machines/holds';
import { action, id, text } from '../_server/action';

export const addMachineAction = action(
  'set up',
  [z.object({ nickname: text, family: text })],
  ({ shop, actor }, input) => machines.addMachine(shop, actor, input),
);

export const renameMachineAction = action('set up', [id, text], ({ shop, actor }, id, nickname) =>
  machines.renameMachine(shop, actor, id, nickname),
);

export const retireMachineAction = action('set up', [id, text], ({ shop, actor }, id, reason) =>
  machines.retireMachine(shop, actor, id, reason),
);

export const changeCardAction = action(
  'set up',
  [id, z.record(z.string(), text)],
  ({ shop, actor }, id, card) => machines.changeCard(shop, actor, id, card),
);

export const renewLabelAction = action('set up', [id], ({ shop, actor }, id) =>
  machines.renewLabel(shop, actor, id),
);

export const addStationAction = action(
  'set up',
  [id, z.object({ kind: text, name: text })],
  ({ shop, actor }, machineId, input) => machines.addStation(shop, actor, machineId, input),
);

export const renameStationAction = action(
  'set up',
  [id, text],
  ({ shop, actor }, stationId, name) => machines.renameStation(shop, actor, stationId, name),
);

export const removeStationAction = action('set up', [id], ({ shop, actor }, stationId) =>
  machines.removeStation(shop, actor, stationId),
);

export const holdMachineAction = action('diagnose', [id, text], ({ shop, actor }, id, words) =>
  holdMachine(shop, actor, id, words),
);

export const releaseHoldAction = action(
  'diagnose',
  [text, text],
  ({ shop, actor }, holdId, reason) => releaseEarly(shop, actor, holdId, reason),
);
