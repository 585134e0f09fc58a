import type { Instrument } from '../../../core/readings/reading';
import { millisecondsPerDay } from '../../../core/units/time';
import type { Shop } from '../../shop';
import { latestReadings, readingsOf, type JudgedReading } from './bench';

/** Checks of a diagnosis that an instrument answers: off is a yes. */
const checkOf: Readonly<Partial<Record<Instrument, string>>> = {
  dots: 'dots',
  draught: 'draught',
  tissue: 'draught',
  clearing: 'draught',
  filter: 'draught',
  belt: 'belts',
  coolant: 'coolant-look',
};

/** A check that was answered by an instrument. */
export interface BenchAnswer {
  check: string;
  answer: 'yes' | 'no';
  because: string;
}

/** What the readings since an instant answer; a first reading, held against nothing, answers none. */
export function benchAnswers(
  shop: Pick<Shop, 'db'>,
  machineId: string,
  since: number,
): BenchAnswer[] {
  return latestSince(shop, machineId, since).flatMap((one): BenchAnswer[] => {
    const check = checkOf[one.taken.instrument];
    if (!check || one.state === 'first') return [];
    const because = `${one.name}: ${one.words}`;
    return [{ check, answer: one.state === 'off' ? 'yes' : 'no', because }];
  });
}

/** A reading older than this says little of how a machine is. */
const speaks = 14 * millisecondsPerDay;

/** What the bench said of a machine in the two weeks before an instant. Left out: nothing. */
export interface BenchFacts {
  dots?: 'in' | 'out';
  belts?: 'even' | 'off';
  draught?: 'weak';
  coolant?: 'off';
  /** noted at a reading of the draught, the last one within a day of the instant */
  wind?: boolean;
}

/** Weather noted longer before or after says nothing of the weather then. */
const weatherLasts = millisecondsPerDay;

export function benchFacts(shop: Pick<Shop, 'db'>, machineId: string, at: number): BenchFacts {
  const lately = latestReadings(readingsOf(shop, machineId, at)).filter(
    (one) => one.at >= at - speaks && one.state !== 'first',
  );
  const said = (of: (instrument: Instrument) => boolean) => {
    const heard = lately.filter(({ taken }) => of(taken.instrument));
    return heard.length === 0 ? null : heard.some(({ state }) => state === 'off');
  };
  const dots = said((one) => one === 'dots');
  const belts = said((one) => one === 'belt');
  return {
    ...(dots !== null && { dots: dots ? ('out' as const) : ('in' as const) }),
    ...(belts !== null && { belts: belts ? ('off' as const) : ('even' as const) }),
    ...(said((one) => checkOf[one] === 'draught') && { draught: 'weak' as const }),
    ...(said((one) => one === 'coolant') && { coolant: 'off' as const }),
    ...windAt(shop, machineId, at),
  };
}

/** Wind on the outlet, by the reading of the draught that is nearest to an instant. */
function windAt(shop: Pick<Shop, 'db'>, machineId: string, at: number): Pick<BenchFacts, 'wind'> {
  const away = (one: { at: number }) => Math.abs(one.at - at);
  const [nearest] = readingsOf(shop, machineId, at + weatherLasts)
    .filter((one) => 'wind' in one.taken && away(one) <= weatherLasts)
    .sort((a, b) => away(a) - away(b));
  return nearest && 'wind' in nearest.taken ? { wind: nearest.taken.wind } : {};
}

/** A proof that the bench can measure. */
export interface BenchProof {
  proof: string;
  /** where it is measured */
  href: string;
  /** what was read since the last repair; `null`: nothing yet */
  read: Pick<JudgedReading, 'words' | 'state'> | null;
}

/** Proofs that have a page of the bench, by its name. */
const measured = ['dots', 'draught'] as const;

/** What the bench says of a fault's proofs, read after its last repair; before one, after its report. */
export function benchProofs(
  shop: Pick<Shop, 'db'>,
  fault: {
    machineId: string;
    at: number;
    steps: readonly { kind: string; at: number; struck: boolean }[];
  },
): BenchProof[] {
  const repaired = fault.steps.findLast(({ kind, struck }) => kind === 'repair' && !struck);
  const since = latestSince(shop, fault.machineId, repaired?.at ?? fault.at);
  return measured.map((proof) => {
    const read = since.filter(({ taken }) => checkOf[taken.instrument] === proof);
    const worst = read.find(({ state }) => state === 'off') ?? read[0];
    return {
      proof,
      href: `/machines/${fault.machineId}/bench/${proof}`,
      read: worst ? { words: worst.words, state: worst.state } : null,
    };
  });
}

const latestSince = (shop: Pick<Shop, 'db'>, machineId: string, since: number) =>
  latestReadings(readingsOf(shop, machineId)).filter(({ at }) => at >= since);
