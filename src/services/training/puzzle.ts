import { families } from '../../catalogue/families';
import { stationKind } from '../../catalogue/catalogue';
import type { SheetTask, Stretch } from '../../core/cleaning/order';
import { bestOrder, sheetTasks, stretchTitle } from '../../core/cleaning/run';
import { chance, shuffled } from '../../core/units/chance';
import { machineOf, placesOn } from '../cleaning/imagined';
import { buildRun } from '../cleaning/run-sheet';

/** A sheet whose order is lost: its parts shuffled, each with what must come before it. */
export interface OrderPuzzle {
  family: string;
  tasks: SheetTask[];
  /** every stretch once, in no order */
  stretches: (Stretch & { title: string })[];
  /** minutes of the soonest order */
  soonest: number;
}

const wanted = 4;
/** A sheet with fewer kinds of rule teaches nothing; one with more parts than this is no game. */
const fewestRules = 7;
const mostStretches = 14;
const mostTries = 200;

/** A sheet of a machine built as most of its family are, the same for the same seed. */
export function orderPuzzle(seed: number): OrderPuzzle {
  const next = chance(seed);
  const family = families[Math.floor(next() * families.length)]!;
  for (let tries = 0; tries < mostTries; tries++) {
    const choices = family.stations.flatMap(({ slug, kind }) =>
      kind === 'whole'
        ? []
        : stationKind(kind)
            .tasks.filter(({ lookOnly, depth }) => !lookOnly && depth !== 'drain')
            .map(({ key }) => ({ slug, key })),
    );
    const picked = shuffled(next, choices)
      .filter(({ slug }, i, all) => all.findIndex((one) => one.slug === slug) === i)
      .slice(0, wanted);
    const imagined = { family: family.id };
    const places = placesOn(
      imagined,
      ...picked.map(({ slug, key }): [string, string] => [slug, key]),
    );
    const draft = buildRun(machineOf(imagined), places, { ordered: false });
    const tasks = sheetTasks(draft);
    const stretches = tasks.flatMap(({ id, finishing }): Stretch[] => [
      { task: id, part: 'active' },
      ...(finishing > 0 ? [{ task: id, part: 'finishing' } as const] : []),
    ]);
    const rules = new Set(tasks.flatMap(({ after }) => (after ?? []).map(({ rule }) => rule)));
    if (rules.size < fewestRules || stretches.length > mostStretches) continue;
    return {
      family: family.name,
      tasks,
      stretches: shuffled(next, stretches).map((stretch) => ({
        ...stretch,
        title: stretchTitle(draft, stretch),
      })),
      soonest: bestOrder(draft).finish,
    };
  }
  throw new RangeError(`no sheet of ${wanted} tasks is a puzzle for seed ${seed}`);
}
