import { scheduleCost, type Schedule } from '../core/schedule/problem';
import { improveSchedule } from '../core/schedule/search';
import { machineBounds, solveSchedule } from '../services/schedule/solver';
import type { ScheduleOrder, SchedulePhase, ScheduleWord } from '../services/schedule/planning';

/** A process of its own for planning: the search first, then what can be proved, then the solver. */
const word: ScheduleWord = {
  phase: 'searching',
  share: 0,
  plan: [],
  bound: null,
  trouble: null,
  base: null,
};
let lastSaid = 0;

function say(phase: SchedulePhase, share: number, now = false): void {
  Object.assign(word, { phase, share });
  if (!now && Date.now() - lastSaid < 120) return;
  lastSaid = Date.now();
  // a server that died hears nothing: that is no fault of ours
  process.send?.(word, undefined, undefined, () => undefined);
}

async function plan(order: ScheduleOrder) {
  const { problem, start, seed, searchSeconds, solverSeconds, base } = order;
  let best: Schedule = start;
  let cost = scheduleCost(problem, best).total;
  const take = (plan: Schedule, total: number) => {
    if (total >= cost - 1e-6) return;
    [best, cost] = [plan, total];
    word.plan = plan;
  };
  word.plan = best;
  const search = (seconds: number, from: Schedule, some: number) => {
    const began = Date.now();
    improveSchedule(problem, from, {
      seed: some,
      left: () => {
        const share = (Date.now() - began) / (seconds * 1000);
        say('searching', Math.min(1, share));
        return 1 - share;
      },
      found: take,
    });
  };
  if (base) {
    const began = Date.now();
    const found = improveSchedule(base.problem, base.start, {
      seed,
      left: () => 1 - (Date.now() - began) / (searchSeconds * 1000),
    });
    word.base = scheduleCost(base.problem, found);
  }
  search(searchSeconds, best, seed);
  say('searching', 1, true);
  if (solverSeconds > 0) {
    try {
      const { bound } = await machineBounds(problem, best, {
        seconds: solverSeconds * 0.5,
        told: (share, least) => {
          word.bound = Math.min(least, cost);
          say('proving', share);
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
            say('solving', Math.min(1, (Date.now() - began) / (seconds * 1000)));
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
