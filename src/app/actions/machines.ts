'use server';

import * as builds from '../../services/machines/builds';
import * as machines from '../../services/machines/machines';
import { releaseEarly } from '../../services/faults/return';
import { holdMachine } from '../../services/machines/holds';
import { action } from '../_server/action';

export const addMachineAction = action('set up', builds.addBuiltMachine);
export const renameMachineAction = action('set up', machines.renameMachine);
export const retireMachineAction = action('set up', machines.retireMachine);
export const changeCardAction = action('set up', machines.changeCard);
export const renewLabelAction = action('set up', machines.renewLabel);
export const addStationAction = action('set up', machines.addStation);
export const renameStationAction = action('set up', machines.renameStation);
export const removeStationAction = action('set up', machines.removeStation);
export const restoreStationAction = action('set up', machines.restoreStation);
export const bringBackMachineAction = action('set up', machines.bringBackMachine);
export const holdMachineAction = action('diagnose', holdMachine);
export const releaseHoldAction = action('diagnose', releaseEarly);
export const chooseVariantAction = action('set up', builds.chooseVariant);
export const setConnectorWaitAction = action('set up', builds.setConnectorWait);
export const turnOrderRuleAction = action('set up', builds.turnOrderRule);
