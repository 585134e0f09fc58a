'use server';

import { keepJob, type jobSchema } from '../../services/job-files';
import { dropTimer, logSession, logTimer, runTimer } from '../../services/sessions';
import type { SessionInput } from '../../services/session-input';
import type { z } from 'zod';
import { act } from '../_server/act';

export async function logSessionAction(input: SessionInput) {
  return act('log', (shop, actor) =>
    logSession(shop, actor, { ...input, operator: input.operator ?? actor.name }),
  );
}

export async function runTimerAction(machineId: string) {
  return act('log', (shop, actor) => runTimer(shop, actor, machineId));
}

export async function dropTimerAction(machineId: string) {
  return act('log', (shop) => dropTimer(shop, machineId));
}

export async function logTimerAction(input: Omit<SessionInput, 'start' | 'runSeconds'>) {
  return act('log', (shop, actor) =>
    logTimer(shop, actor, { ...input, operator: input.operator ?? actor.name }),
  );
}

export async function keepJobAction(input: z.input<typeof jobSchema>) {
  return act('log', (shop, actor) => keepJob(shop, actor, input));
}
