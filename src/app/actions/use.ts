'use server';

import { dropTimer, logSession, logTimer, runTimer } from '../../services/sessions';
import type { SessionInput } from '../../services/session-input';
import { act } from '../_server/act';

export async function logSessionAction(input: SessionInput) {
  return act((shop, actor) =>
    logSession(shop, actor, { ...input, operator: input.operator ?? actor.name }),
  );
}

export async function runTimerAction(machineId: string) {
  return act((shop, actor) => runTimer(shop, actor, machineId));
}

export async function dropTimerAction(machineId: string) {
  return act((shop) => dropTimer(shop, machineId));
}

export async function logTimerAction(input: Omit<SessionInput, 'start' | 'runSeconds'>) {
  return act((shop, actor) =>
    logTimer(shop, actor, { ...input, operator: input.operator ?? actor.name }),
  );
}
