import { z } from 'zod';
import { alongside, chooseTasks, type Candidate } from '../../core/care/choose';
import { elapsed, handsOn } from '../../core/care/minutes';
import type { SheetMinutes } from '../../core/cleaning/run';
import { groupBy } from '../../core/units/group-by';
import { openingMinutes } from '../../catalogue/openings';
import { followsEveryJob } from '../care/care-plans';
import { firstLook } from '../care/due';
import { sheetMinutesFinder } from '../cleaning/sheet-minutes';
import { usualSetUp, workFinder } from '../cleaning/work';
import type { Board } from './board';
import type { Shop } from '../shop';

/** A task that could be done now, with what a page needs to say of it. */
export interface Choosable extends Candidate {
  machineId: string;
  stationId: string;
  taskName: string;
  /** whether it is known when it was last done; else it is worth a first look */
  known: boolean;
}

/** From this share of its limit on a task is worth thinking of. */
const near = 0.8;

/**
 * The tasks that could be done now: due or nearly so, or worth a first look, on machines that are neither held nor in the
 * middle of a clean-down. Tasks that follow every job and the whole-machine clean are left out, and so
 * is what was put off.
 */
export function choosable(shop: Shop, { machines, holds, sheets }: ChoiceBoard): Choosable[] {
  const workOf = workFinder(shop);
  const busy = new Set([
    // one that only its fire load holds is free to be cleaned
    ...holds.filter(({ why }) => why !== 'fire load').map(({ machineId }) => machineId),
    ...sheets.map(({ row }) => row.machineId),
  ]);
  return machines
    .filter(({ id }) => !busy.has(id))
    .flatMap((machine) =>
      machine.stations
        .filter(({ kind }) => kind !== 'whole')
        .flatMap((station) => {
          const look = firstLook(station);
          return station.tasks
            .filter(
              (one) =>
                !followsEveryJob(one.task) &&
                one.deferral === null &&
                (one.standing.used >= near || one.call !== null || one === look),
            )
            .map(({ task, standing, call, known }): Choosable => {
              const work = workOf(machine, station, task);
              const opening = work.openings.reduce((sum, one) => sum + openingMinutes(one), 0);
              return {
                id: `${station.id}.${task.key}`,
                machineId: machine.id,
                machine: machine.nickname,
                stationId: station.id,
                station: station.name,
                task: task.key,
                taskName: task.name,
                depth: task.depth,
                criticality: task.criticality,
                used: call === null && known ? standing.used : Math.max(1, standing.used),
                known,
                minutes: handsOn(work.task.minutes),
                alone: elapsed(work.task.minutes) + opening,
                around: usualSetUp,
                opening: work.openings.join(' '),
                openingMinutes: opening,
              };
            });
        }),
    );
}

type ChoiceBoard = Pick<Board, 'machines' | 'holds' | 'sheets'>;

/** A clean-down of one machine that fits, with what its very sheet takes. */
export interface Offer extends SheetMinutes {
  machineId: string;
  machine: string;
  tasks: Choosable[];
  /** what its opening would serve too */
  also: Choosable | null;
  worth: number;
}

/** What can be done in the minutes at hand. */
export interface InMinutes {
  minutes: number;
  /** one machine each, what buys most first */
  offers: Offer[];
  /** with somewhat more time, the first of them */
  more: { extra: number; added: Choosable[] } | null;
  /** whether there is anything to do at all */
  any: boolean;
}

export const minutesAtHand = z.number().int().min(1).max(480);

/** Up to so many machines are offered. */
const mostOffers = 3;
/** Steps by which more time is tried, in minutes. */
const extras = [5, 10, 15, 20, 30];
/** More time is worth saying where it buys so many times as much. */
const worthMore = 1.1;

/**
 * The clean-downs that buy most for the minutes at hand: of one machine each, since going from one to the next costs
 * more than any opening saves, until it is back, by its very sheet.
 * @param only the machine that is asked of @default all
 */
export function inMinutes(
  shop: Shop,
  board: ChoiceBoard,
  minutes: number,
  only: string | null = null,
): InMinutes {
  const all = choosable(shop, board).filter(({ machineId }) => !only || machineId === only);
  const minutesOf = sheetMinutesFinder(shop);
  const offer = (candidates: readonly Choosable[], limit: number): Offer | null => {
    // what is reckoned of each is near; the sheet of all of them says how long it takes
    for (let budget = limit; budget > 0;) {
      const choice = chooseTasks(candidates, budget);
      const [first] = choice.tasks as Choosable[];
      if (!first) return null;
      const taken = minutesOf(first, choice.tasks as Choosable[]);
      if (!taken.ok) return null;
      const over = taken.value.back - limit;
      if (over <= 0) {
        return {
          machineId: first.machineId,
          machine: first.machine,
          tasks: choice.tasks as Choosable[],
          also: (alongside(choice, candidates, budget)[0] as Choosable | undefined) ?? null,
          worth: choice.worth,
          ...taken.value,
        };
      }
      budget = Math.min(budget, choice.minutes) - Math.max(1, Math.min(over, choice.minutes / 4));
    }
    return null;
  };
  const perMachine = [...groupBy(all, ({ machineId }) => machineId).values()]
    .map((candidates) => ({ candidates, worth: chooseTasks(candidates, minutes).worth }))
    .sort((a, b) => b.worth - a.worth);
  const offers: Offer[] = [];
  for (const { candidates } of perMachine) {
    if (offers.length === mostOffers) break;
    const found = offer(candidates, minutes);
    if (found) offers.push(found);
  }
  offers.sort((a, b) => b.worth - a.worth);
  return { minutes, offers, more: moreOf(), any: all.length > 0 };

  function moreOf(): InMinutes['more'] {
    const [best] = offers;
    const candidates = best
      ? all.filter(({ machineId }) => machineId === best.machineId)
      : (perMachine[0]?.candidates ?? []);
    for (const extra of extras) {
      const near = chooseTasks(candidates, minutes + extra);
      // what nearly reckoned buys no more by far needs no sheet
      if (near.worth <= (best?.worth ?? 0) * worthMore) continue;
      const wider = offer(candidates, minutes + extra);
      const added =
        wider?.tasks.filter(({ id }) => !best?.tasks.some((one) => one.id === id)) ?? [];
      if (wider && wider.worth > (best?.worth ?? 0) * worthMore && added.length > 0) {
        return { extra, added };
      }
    }
    return null;
  }
}
