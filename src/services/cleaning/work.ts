import { partOf } from '../../catalogue/matrix';
import { ownUndo, type Build } from '../../catalogue/builds/build';
import type { CatalogueTask } from '../../catalogue/schema';
import type { By } from '../../catalogue/steps/compose';
import { railsOf, runsDry } from '../../catalogue/steps/steps';
import { workOf, type Work } from '../../catalogue/steps/work';
import { withLearned } from '../../core/cleaning/learned';
import { listMachines } from '../../records/machines';
import { methodsFinder, ourVerdict, settledDisputes, type AnsweredQuestion } from '../care/methods';
import { buildFinder, type BuiltMachine } from '../machines/builds';
import { keptBesidesUse, ofThisMinute } from '../kept';
import type { Shop } from '../shop';
import { minutesFinder, soakFinder } from './minutes';

/** Making a machine safe, laying out, checking and proving it: hands-on minutes. Common practice, no source. */
export const usualSetUp = 10;

/** A station, as far as the work at it goes. */
export interface WorkStation {
  id: string;
  slug: string;
  kind: string;
}

/** A task at a station as it is done here: by its build, the methods in force and the shop's own minutes. */
export interface TaskWork extends Work {
  build: Build;
  by: By;
  answers: readonly AnsweredQuestion[];
  /** how many cleanings its minutes were learned from; `null`: the starting minutes */
  learned: number | null;
}

/**
 * Tells what a task comes to on a machine: its words, minutes, tools, cautions and openings. Sheet, choice,
 * schedule and stores all ask here. Asks the book once, and again when something else than use was written; whoever gets
 * what a task comes to must not change it.
 * @param supposed answers to questions of method, for looking at a sheet as it would be
 */
export function workFinder(
  shop: Pick<Shop, 'db' | 'now'>,
  supposed: Readonly<Record<string, string>> = {},
): WorkFinder {
  return Object.keys(supposed).length > 0
    ? readWorks(shop, supposed)
    : keptBesidesUse(shop, 'works', ofThisMinute, () => readWorks(shop, supposed));
}

function readWorks(shop: Pick<Shop, 'db' | 'now'>, supposed: Readonly<Record<string, string>>) {
  const buildOf = buildFinder(shop);
  const methodsAt = methodsFinder(shop);
  const learnedOf = minutesFinder(shop);
  const settled = settledDisputes(shop);
  const soakTaken = soakFinder(shop);
  const cards = new Map(listMachines(shop.db, { retired: true }).map(({ id, card }) => [id, card]));
  const builds = new Map<string, Build>();
  const placed = new Map<string, Pick<TaskWork, 'build' | 'by' | 'answers'> & { asItIs: By }>();
  const isSupposed = Object.keys(supposed).length > 0;
  /** what all the tasks of a station share */
  const placeOf = (machine: BuiltMachine, station: WorkStation) => {
    const built = `${machine.id} ${machine.headId ?? ''}`;
    const at = `${built} ${station.id}`;
    const before = placed.get(at);
    if (before) return before;
    const build = builds.get(built) ?? buildOf(machine);
    builds.set(built, build);
    const answers = methodsAt({ machineId: machine.id, stationId: station.id });
    const chosen = new Map(answers.map(({ id, chosen: school }) => [id, school]));
    const card = cards.get(machine.id) ?? {};
    const rails = railsOf(build, station);
    const part = partOf(station.kind, card, runsDry(rails));
    const asItIs: By = {
      school: (question) => chosen.get(question) ?? '',
      verdict: (method) => ourVerdict(settled, method, part),
      variant: (feature) => build.variants[feature],
      ownWords: (feature) => ownUndo(build, feature),
      card,
      rails,
    };
    const by: By = { ...asItIs, school: (id) => supposed[id] ?? asItIs.school(id) };
    const place = { build, by, asItIs, answers };
    placed.set(at, place);
    return place;
  };
  const comesTo = (
    machine: BuiltMachine,
    station: WorkStation,
    task: CatalogueTask,
    apart: boolean,
  ): TaskWork => {
    const { asItIs, ...place } = placeOf(machine, station);
    const work = workOf(place.build, station, task, place.by, apart);
    const [inForce] =
      isSupposed && work.ways.length > 1
        ? workOf(place.build, station, task, asItIs, apart).ways
        : work.ways;
    const ways = work.ways.map((way) => {
      const soaked = way.wait?.soaks ? soakTaken(station.kind, task.key, way.id) : null;
      const learned = learnedOf({
        stationId: station.id,
        stationKind: station.kind,
        family: machine.family,
        task: task.key,
        way: way.id,
        inForce: way.id === inForce!.id,
      });
      const starting = { ...way.minutes, ...(soaked && { passive: soaked.minutes }) };
      return {
        ...way,
        minutes: withLearned(starting, learned),
        ...(soaked && { soaksLearned: soaked.of }),
        learned: learned?.of ?? null,
      };
    });
    const [{ minutes, learned }] = ways as [(typeof ways)[number]];
    return {
      ...work,
      ways,
      task: { ...work.task, minutes },
      ...place,
      learned,
    };
  };
  return remembering(comesTo);
}

/** Works what a task at a place comes to out once. */
function remembering(
  comesTo: (
    machine: BuiltMachine,
    station: WorkStation,
    task: CatalogueTask,
    apart: boolean,
  ) => TaskWork,
) {
  const known = new WeakMap<CatalogueTask, Map<string, TaskWork>>();
  return (
    machine: BuiltMachine,
    station: WorkStation,
    task: CatalogueTask,
    apart = false,
  ): TaskWork => {
    const key = `${machine.id} ${machine.headId ?? ''} ${station.id} ${apart}`;
    const before = known.get(task) ?? new Map<string, TaskWork>();
    known.set(task, before);
    const work = before.get(key) ?? comesTo(machine, station, task, apart);
    before.set(key, work);
    return work;
  };
}

export type WorkFinder = ReturnType<typeof readWorks>;
