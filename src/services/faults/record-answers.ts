import { inPercent } from '../../core/units/percent';
import { findCheck } from '../../catalogue/checks';
import { outcomesSaid } from '../../core/faults/diagnosis/outcomes';
import type { Finding } from '../../core/care/care';
import { careHistory } from '../../records/care';
import { machineById } from '../../records/machines';
import { sessionsBeside } from '../../records/usage/sessions';
import type { MachineDue } from '../care/due';
import type { Fault } from './faults';
import type { Shop } from '../shop';
import { benchAnswers } from '../readings/bench/answers';
import { type CheckAnswer } from './case';
import { strengthViews } from '../readings/strength/strength';

/** A check that needs nobody's eyes: what was recorded answers it. */
export interface RecordAnswer extends CheckAnswer {
  /** what in the record says so */
  because: string;
}

/** Checks that a finding at a kind of station answers. */
const byStation: Readonly<Record<string, string>> = {
  window: 'window-light',
  lens: 'window-light',
  'field-lens': 'window-light',
  mirror: 'mirror-swab',
  'head-mirror': 'mirror-swab',
  honeycomb: 'underside',
  plate: 'underside',
  nozzle: 'nozzle-air',
  shield: 'shield',
  rods: 'rails-look',
  'wheel-rail': 'rails-look',
  coolant: 'coolant-look',
};

const fouled: ReadonlySet<Finding> = new Set(['haze', 'soiled', 'caked']);
const dirty = (finding: Finding) => (fouled.has(finding) ? 'yes' : 'no');

/** Sessions that say what is usual on a machine. */
const usualSessions = 50;

/** The checks of a fault that the record answers by itself: findings since the report, burns, readings of the bench, the last job. */
export function recordAnswers(
  shop: Shop,
  fault: Fault,
  machine: MachineDue | null,
): RecordAnswer[] {
  const answers = [
    ...(machine ? findingAnswers(shop, fault, machine) : []),
    ...burnAnswers(shop, fault),
    ...benchAnswers(shop, fault.machineId, fault.at),
    ...jobAnswers(shop, fault),
  ];
  // a yes anywhere outweighs a no elsewhere: one dirty mirror of three is a dirty mirror
  const found = new Map<string, RecordAnswer>();
  for (const one of answers) {
    const before = found.get(one.check);
    if (!before || !saysWrong(before)) found.set(one.check, one);
  }
  return [...found.values()];
}

const saysWrong = ({ check, answer }: CheckAnswer): boolean =>
  outcomesSaid(findCheck(check)!.answers, answer)?.some(({ wrong }) => wrong) ?? false;

/** Checks that are answered by a grade, by what was found; the others by whether it was fouled. */
const gradeOf: Readonly<Record<string, Readonly<Partial<Record<Finding, string>>>>> = {
  'window-light': {
    clear: 'clear',
    haze: 'haze',
    soiled: 'soiled',
    caked: 'soiled',
    damaged: 'damaged',
  },
  'mirror-swab': { clear: 'clean', haze: 'grey', soiled: 'dark', caked: 'dark' },
};

function findingAnswers(shop: Shop, fault: Fault, machine: MachineDue): RecordAnswer[] {
  return machine.stations.flatMap(({ id, kind, name }): RecordAnswer[] => {
    const check = byStation[kind];
    if (!check) return [];
    const since = careHistory(shop.db, id, 6).find(
      ({ care }) => care.at >= fault.at && care.finding !== null,
    );
    const finding = since?.care.finding;
    if (!finding) return [];
    const because = `${name} was found ${finding} since`;
    const grades = gradeOf[check];
    // what is damaged says nothing of its dirt
    const answer = grades ? grades[finding] : finding === 'damaged' ? null : dirty(finding);
    return answer ? [{ check, answer, because }] : [];
  });
}

function burnAnswers(shop: Shop, fault: Fault): RecordAnswer[] {
  const machine = machineById(shop.db, fault.machineId);
  if (!machine) return [];
  return strengthViews(shop, machine).flatMap(({ restored }): RecordAnswer[] => {
    const last = restored.at(-1);
    if (!last || last.cleanedAt < fault.at) return [];
    const percent = (share: number) => inPercent(share);
    return [
      {
        check: 'clean-then-burn',
        answer: last.restored ? 'yes' : 'no',
        because: `test burns: ${percent(last.before)} before cleaning, ${percent(last.after)} after`,
      },
    ];
  });
}

function jobAnswers(shop: Shop, { machineId, material, at }: Fault): RecordAnswer[] {
  if (!material) return [];
  const before = sessionsBeside(shop.db, machineId, at, 'before', usualSessions);
  if (before.length < 10) return [];
  const times = before.filter((session) => session.material === material).length;
  return times === 0
    ? [
        {
          check: 'same-settings',
          answer: 'yes',
          because: `${material} was not worked in the last ${before.length} sessions`,
        },
      ]
    : [];
}
