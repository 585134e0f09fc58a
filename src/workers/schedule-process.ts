import { scheduleCost, type Schedule } from '../core/schedule/problem';
import { dispatchSchedule, fastSchedule, improveSchedule } from '../core/schedule/search';
import { machineBounds, solveSchedule } from '../services/schedule/solver';
import type { ScheduleOrder, SchedulePhase, ScheduleWord } from '../services/schedule/planning';

/** A process of its own for planning: the search first, then what can be proved, then the solver. */
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

async function plan(order: ScheduleOrder) {
  const { problem, seed, searchSeconds, solverSeconds, base } = order;
  const word = firstWord(order);
  let best = word.plan;
  let cost = scheduleCost(problem, best).total;
  const at = (phase: SchedulePhase, share: number, now = false) =>
    say(Object.assign(word, { phase, share }), now);
  at('first', 0, true);
  const take = (plan: Schedule, total: number) => {
    if (total >= cost - 1e-6) return;
    [best, cost] = [plan, total];
    word.plan = plan;
  };
  const search = (seconds: number, from: Schedule, some: number) => {
    const began = Date.now();
    improveSchedule(problem, from, {
      seed: some,
      left: () => {
        const share = (Date.now() - began) / (seconds * 1000);
        at('searching', Math.min(1, share));
        return 1 - share;
      },
      found: take,
    });
  };
  if (base) {
    const began = Date.now();
    const found = improveSchedule(base, fastSchedule(base), {
      seed,
      left: () => 1 - (Date.now() - began) / (searchSeconds * 1000),
    });
    word.base = scheduleCost(base, found);
  }
  search(searchSeconds, best, seed);
  at('searching', 1, true);
  if (solverSeconds > 0) {
    try {
      const { bound } = await machineBounds(problem, best, {
        seconds: solverSeconds * 0.5,
        told: (share, least) => {
          word.bound = Math.min(least, cost);
          at('proving', share);
          return true;
        },
      });
      word.bound = Math.min(bound, cost);
      search(2, best, seed + 1);
      if (word.bound < cost - 1e-3) {
        const began = Date.now();
        const seconds = solverSeconds * 0.4;
        const solved = await solveSchedule(problem, {
          seconds,
          start: best,
          told: (state) => {
            if (state.plan) take(state.plan, state.cost);
            word.bound = Math.max(word.bound ?? 0, Math.min(state.bound, cost));
            at('solving', Math.min(1, (Date.now() - began) / (seconds * 1000)));
            return true;
          },
        });
        if (solved.plan) take(solved.plan, solved.cost);
        word.bound = Math.min(cost, Math.max(word.bound, solved.bound));
      }
    } catch (error) {
      word.trouble = `the solver failed (${error instanceof Error ? error.message : String(error)}): this is the search’s plan`;
    }
  }
  word.phase = 'ended';
  word.share = 1;
  process.send?.(word, undefined, undefined, () => process.disconnect());
}

process.on('message', (order: ScheduleOrder) => void plan(order));
process.on('disconnect', () => process.exit());
