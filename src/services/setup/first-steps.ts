import { z } from 'zod';
import { ok } from '../../core/units/result';
import { countedItems } from '../../records/inventory';
import { allPeople } from '../../records/people';
import { latestSchedules } from '../../records/schedule';
import { readSetting, writeSetting } from '../../records/settings';
import type { MachineDue } from '../care/due';
import { readPasts } from '../care/pasts-read';
import { technicianTime } from '../schedule/time';
import type { Outcome, Shop } from '../shop';
import { useCase } from '../use-case';

/** What a shop does once, in the order that serves it best. */
const steps = ['zone', 'machines', 'past', 'time', 'people', 'labels', 'stores', 'plan'] as const;
export type FirstStep = (typeof steps)[number];

/** A step with how far it is. */
export interface StepState {
  step: FirstStep;
  done: boolean;
  /** what is known of it: "Europe/Oslo", "3 of 4 machines" */
  words: string;
  /** the machine it goes on with, where there is one */
  machineId: string | null;
}

const settingName = 'first-steps-ticked';

function ticked(shop: Pick<Shop, 'db'>): readonly string[] {
  return (readSetting(shop.db, settingName) ?? '').split(' ').filter(Boolean);
}

/** How far a shop is with its set-up, by what is in its book; what somebody ticked is done. */
export function firstSteps(shop: Shop, machines: readonly MachineDue[]): StepState[] {
  const pasts = readPasts(shop, shop.now());
  const unsaid = machines.filter(
    ({ id, stations }) =>
      pasts.machine(id) === null &&
      stations.some(({ tasks }) => tasks.some(({ standing }) => standing.state === 'not known')),
  );
  const others = allPeople(shop.db).filter(({ endedAt }) => endedAt === null).length - 1;
  const counted = countedItems(shop.db);
  const states: Readonly<Record<FirstStep, [done: boolean, words: string]>> = {
    zone: [readSetting(shop.db, 'timezone') !== null, shop.zone],
    machines: [machines.length > 0, machines.length === 0 ? 'none yet' : `${machines.length}`],
    past: [
      machines.length > 0 && unsaid.length === 0,
      unsaid.length === 0
        ? ''
        : `nothing is said yet of ${unsaid.map(({ nickname }) => nickname).join(', ')}`,
    ],
    time: [technicianTime(shop).told, ''],
    people: [others > 0, others > 0 ? `${others} beside you` : 'nobody beside you yet'],
    labels: [false, ''],
    stores: [counted > 0, counted > 0 ? `${counted} items counted` : 'nothing is counted yet'],
    plan: [latestSchedules(shop.db, 1).length > 0, ''],
  };
  const done = ticked(shop);
  return steps.map((step) => ({
    step,
    done: states[step][0] || done.includes(step),
    words: states[step][1],
    machineId: step === 'past' ? (unsaid[0]?.id ?? null) : null,
  }));
}

/** Ticks a step that is done elsewhere, or not needed here. */
export const tickStep = useCase(
  z.object({ step: z.enum(steps) }),
  (shop, _actor, { step }): Outcome<null> => {
    const done = new Set([...ticked(shop), step]);
    writeSetting(shop.db, settingName, [...done].join(' '));
    return ok(null);
  },
);
