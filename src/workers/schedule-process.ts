import { boundSchedule } from '../core/schedule/bound';
import { scheduleCost, type Schedule } from '../core/schedule/problem';
import { dispatchSchedule, fastSchedule, improveSchedule } from '../core/schedule/search';
import { solveSchedule } from '../services/schedule/solver';
import type { ScheduleOrder, SchedulePhase, ScheduleWord } from '../services/schedule/planning';

/** A process of its own for planning: a short search, the solver where it settles it, else a long search and a proof. */
let lastSaid = 0;

function say(word: ScheduleWord, now = false): void {
  if (!now && Date.now() - lastSaid < 120) return;
  lastSaid = Date.now();
  // a server that died hears nothing: that is no fault of ours
  process.send?.(word, undefined, undefined, () => undefined);
}

/** The fast rule's answer, or the plan that holds where that is better. */
function firstWord({ problem, before }: ScheduleOrder): ScheduleWord {
  const costOf = (plan: Schedule) => scheduleCost(problem, plan).total;
  const fast = fastSchedule(problem);
  return {
    phase: 'first',
    share: 0,
    plan: before && costOf(before) < costOf(fast) ? before : fast,
    bound: null,
    trouble: null,
    base: null,
    person: scheduleCost(problem, dispatchSchedule(problem)),
  };
}

/** So close to its bound a plan is as good as any. */
const enough = 0.0005;

/** The solver goes on only while it is so close to having proved its plan: large shops it never settles. */
const promising = 0.03;

async function plan(order: ScheduleOrder) {
  const { problem, seed, searchSeconds, proofSeconds, base } = order;
  const word = firstWord(order);
  const began = Date.now();
  const all = ((base ? 2 : 1) * searchSeconds + proofSeconds) * 1000;
  let best = word.plan;
  let cost = scheduleCost(problem, best).total;
  const at = (phase: SchedulePhase, now = false) =>
    say(Object.assign(word, { phase, share: Math.min(1, (Date.now() - began) / all) }), now);
  at('first', true);
  const take = (plan: Schedule, total: number) => {
    if (total >= cost - 1e-6) return;
    [best, cost] = [plan, total];
    word.plan = plan;
  };
  const proved = (bound: number) => (word.bound = Math.min(cost, Math.max(word.bound ?? 0, bound)));
  const search = (seconds: number, some: number) => {
    const left = leftOf(seconds);
    improveSchedule(problem, best, {
      seed: some,
      left: () => {
        at('searching');
        return left();
      },
      found: take,
    });
  };
  if (base) {
    const found = improveSchedule(base, fastSchedule(base), { seed, left: leftOf(searchSeconds) });
    word.base = scheduleCost(base, found);
  }
  search(searchSeconds, seed);
  at('searching', true);
  if (proofSeconds > 0) {
    const left = leftOf(0.3 * proofSeconds);
    try {
      const solved = await solveSchedule(problem, {
        seconds: 0.3 * proofSeconds,
        start: best,
        gap: enough,
        told: (state) => {
          if (state.plan) take(state.plan, state.cost);
          at('solving');
          return left() > 0.7 || state.bound > (1 - promising) * cost;
        },
      });
      if (solved.plan) take(solved.plan, solved.cost);
      proved(solved.bound);
    } catch (error) {
      word.trouble = `the solver failed (${error instanceof Error ? error.message : String(error)}): this is the search’s plan`;
    }
    if ((word.bound ?? 0) < (1 - enough) * cost) {
      search(0.4 * proofSeconds, seed + 1);
      boundSchedule(problem, best, (bound) => {
        proved(bound);
        at('proving');
        return Date.now() - began < all;
      });
    }
  }
  word.phase = 'ended';
  word.share = 1;
  process.send?.(word, undefined, undefined, () => process.disconnect());
}

/** What is left of some seconds that begin now, 1 to 0. */
function leftOf(seconds: number): () => number {
  const began = Date.now();
  return () => 1 - (Date.now() - began) / (seconds * 1000);
}

process.on('message', (order: ScheduleOrder) => void plan(order));
process.on('disconnect', () => process.exit());
