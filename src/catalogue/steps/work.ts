import type { Place } from '../../core/cleaning/run';
import type { Minutes } from '../../core/care/minutes';
import { hasShield, type Build } from '../builds/build';
import { openingsFor, openingsUnder } from '../openings';
import type { CatalogueTask } from '../schema';
import { compose, composedTools, type By, type Composed } from './compose';
import { shieldClean } from './optics';
import { minutesOn, writtenSteps, type Placed } from './steps';
import type { Drying, ProofId, Written, WrittenLine, WrittenPart, WrittenWait } from './written';

/** One way to do a task, in sentences. */
export interface ComposedWay {
  id: string;
  name: string;
  minutes: Minutes;
  dries: Drying | null;
  wait: WrittenWait | null;
  /** of how many soaks its wait is the shop's own median; left out: starting minutes */
  soaksLearned?: number;
  at: Place | null;
  active: readonly Composed[];
  finishing: readonly Composed[];
  /** what lies ready for it */
  tools: string[];
  parts: readonly WrittenPart[];
  proofs: readonly ProofId[];
  /** it needs nothing undone */
  inPlace: boolean;
}

/** What a task comes to at a station: under its build and the methods in force. */
export interface Work {
  written: Written;
  /** the shop added it itself */
  own: boolean;
  /** the one in force first */
  ways: readonly ComposedWay[];
  /** every opening it needs in that way, from the outside inwards */
  openings: readonly string[];
  stop: string;
  /** the task with the minutes, tools and cautions of that way */
  task: CatalogueTask;
}

/** A task the shop added itself has its own steps, or its note for one. */
function ownSteps(task: CatalogueTask): Written {
  const { own } = task;
  if (own && own.steps.length > 0) {
    return {
      drawing: own.glass ? 'glass' : 'surface',
      active: own.steps,
      ...(own.finishing.length > 0 && { finishing: own.finishing }),
      stop: own.stop || 'As your own instruction says.',
      wrong: [],
      dusty: own.dusty,
      glass: own.glass,
      wait: { verb: own.wait || 'waits', place: null },
      proofs: own.proofs,
    };
  }
  return {
    drawing: 'surface',
    active: [task.note],
    ...(task.minutes.finishing > 0 && { finishing: ['Finish it.'] }),
    stop: 'As your own instruction says.',
    wrong: [],
    dusty: task.group === 'bed' || task.group === 'air',
    glass: task.group === 'optics',
  };
}

/**
 * Composes a task for a station. Of its ways the one of the school in force comes first, and its words, tools,
 * cautions, minutes and openings are what the sheet, the stores, the choice and the schedule go by.
 * @param apart what it hangs in is off anyway: a shield is cleaned while it is apart, a head opened at the bench
 */
export function workOf(
  build: Build,
  place: Placed,
  task: CatalogueTask,
  by: By,
  apart = false,
): Work {
  const found = writtenSteps(build, place, task.key);
  const usual = found ?? ownSteps(task);
  const written =
    apart && hasShield(build) && place.kind === 'shield' && found ? shieldClean : usual;
  const minutes = minutesOn(build, place, task);
  const composed = (
    active: readonly WrittenLine[],
    finishing: readonly WrittenLine[],
    named: readonly string[] = task.tools,
  ) => {
    const lines = { active: compose(active, by), finishing: compose(finishing, by) };
    return { ...lines, tools: toolsOf(named, [...lines.active, ...lines.finishing]) };
  };
  const usualWay: ComposedWay & { school?: string | undefined } = {
    id: 'usual',
    name: written.name ?? 'the usual way',
    minutes,
    dries: written.dries ?? null,
    wait: written.wait ?? null,
    at: written.at ?? null,
    ...composed(
      written.active,
      // minutes without steps still need a press
      written.finishing ?? (minutes.finishing > 0 ? ['Finish it, and look at it again.'] : []),
    ),
    parts: written.parts ?? [],
    proofs: written.proofs ?? [],
    inPlace: false,
  };
  const others = (written.ways ?? [])
    .filter(({ name }) => by.verdict(name) !== 'harmful')
    .map((way) => ({
      id: way.id,
      name: way.name,
      school: way.school,
      minutes: { active: way.minutes[0], passive: way.minutes[1], finishing: way.minutes[2] },
      dries: way.dries ?? null,
      wait: way.wait ?? written.wait ?? null,
      at: way.at ?? null,
      ...composed(way.active, way.finishing ?? [], way.tools),
      parts: way.parts ?? [],
      proofs: way.proofs ?? written.proofs ?? [],
      inPlace: way.inPlace ?? false,
    }));
  const all = [usualWay, ...others];
  const chosen = all.findIndex(({ school }) => {
    const [question, answer] = school?.split(':') ?? [];
    if (question === 'head-brush')
      return brushedOutside(build, by, apart) === (answer === 'outside');
    return question !== undefined && by.school(question) === answer;
  });
  if (chosen > 0) all.unshift(...all.splice(chosen, 1));
  const ways = all.map(({ school: _, ...way }) => way);
  const [first] = ways;
  const needed = openingsFor(build, place.kind, task);
  return {
    written,
    own: found === null,
    ways,
    openings: first!.inPlace ? ['lid-only'] : needed,
    stop: written.bright && by.school('how-clean') === 'bright' ? written.bright : written.stop,
    task: {
      ...task,
      minutes: first!.minutes,
      tools: first!.tools,
      cautions: [
        ...new Set([...task.cautions, ...linesOf(first!).flatMap(({ cautions }) => cautions)]),
      ],
    },
  };
}

/** Whether a head is brushed out with its top on. */
function brushedOutside(build: Build, by: By, apart: boolean): boolean {
  const school = by.school('head-brush');
  return school === 'as-built'
    ? !apart && openingsUnder(build, 'module-top-off').includes('head-off')
    : school === 'outside';
}

const linesOf = ({ active, finishing }: ComposedWay) => [...active, ...finishing];

/** What must lie ready: what is named, and what the method in force brings in place of ours. */
function toolsOf(named: readonly string[], lines: readonly Composed[]): string[] {
  const used = lines.flatMap(({ uses }) => uses);
  const ours = used.some((tool) => composedTools.has(tool))
    ? named.filter((tool) => !composedTools.has(tool))
    : named;
  return [...new Set([...ours, ...used])];
}
