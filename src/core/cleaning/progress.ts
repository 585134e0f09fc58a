import type { Dots } from '../readings/dots/shapes';
import type { CareResult, Finding } from '../care/care';
import type { Stretch } from './order';
import type { PartWanted } from './run';

/** What is marked for one task. */
export interface Marks {
  finding: Finding | null;
  result: CareResult | null;
  method: string | null;
  minutes: number | null;
  note: string | null;
}

export const noMarks: Marks = {
  finding: null,
  result: null,
  method: null,
  minutes: null,
  note: null,
};

/** Which way round a part is remembered. */
export const orientations = ['photo', 'pen marks', 'drawing', 'words'] as const;
export type Orientation = (typeof orientations)[number];

/** A part that left the machine. */
export interface PartOut extends Omit<PartWanted, 'lens'> {
  marked: Orientation;
}

/** Something left off for a test, or mended for now. */
export interface LeftOff {
  id: string;
  what: string;
  /** mended for now: may stay so until a date; else it goes back before the machine returns */
  mended: boolean;
  /** UTC milliseconds */
  until: number | null;
}

/** A test burn at the recipe of the machine. Speeds in mm/s. */
export interface SheetBurn {
  recipeId: string;
  /** the fastest that cut through; `null`: none did */
  through: number | null;
  /** the slowest that did not; `null`: none was tried */
  failed: number | null;
}

/** How a test came out. */
export interface ProofResult {
  passed: boolean;
  words: string;
  /** the reading it was judged by, where it is one of dots */
  dots?: Dots;
}

/** What a press on a sheet says. */
export type SheetEventWhat =
  | { kind: 'step'; step: string; done: boolean }
  | { kind: 'mark'; task: string; change: Partial<Marks> }
  | { kind: 'again'; task: string }
  | { kind: 'wait over'; of: string; why: string }
  | { kind: 'pause'; until: number | null; why: string }
  | { kind: 'resume' }
  | { kind: 'part out'; part: PartOut }
  | { kind: 'part in'; part: string }
  | { kind: 'left off'; item: LeftOff }
  | { kind: 'put back'; item: string }
  | { kind: 'check'; check: string; answer: 'yes' | 'no' }
  | { kind: 'instead'; tool: string; used: string | null }
  | { kind: 'proof'; proof: string; passed: boolean; words: string; dots?: Dots }
  | { kind: 'order'; sequence: Stretch[] | null }
  | { kind: 'way'; task: string; way: string }
  | { kind: 'burn'; when: 'before' | 'after'; burn: SheetBurn }
  | { kind: 'photo'; of: string; when: 'before' | 'after' | 'orientation'; photo: string };

/** One press on a sheet, by one person at one time. Never changed, never taken away. */
export interface SheetEvent {
  /** unique; made where the press was, so that one sent twice is one */
  id: string;
  /** UTC milliseconds */
  at: number;
  person: string;
  what: SheetEventWhat;
}

interface Pressed {
  at: number;
  person: string;
}

/** How far a sheet has come. */
export interface Progress {
  /** written steps that are done, by id */
  steps: ReadonlyMap<string, Pressed>;
  marks: ReadonlyMap<string, Marks & { markedAt: number | null }>;
  /** how often a task was begun again because it was not clean yet, and when last */
  again: ReadonlyMap<string, { times: number; at: number }>;
  tray: readonly (PartOut & { outAt: number; inAt: number | null })[];
  leftOff: readonly (LeftOff & { at: number; backAt: number | null })[];
  checks: ReadonlyMap<string, Pressed & { answer: 'yes' | 'no' }>;
  proofs: ReadonlyMap<string, Pressed & ProofResult>;
  /** what was used in place of a tool, by that tool */
  instead: ReadonlyMap<string, string>;
  ways: ReadonlyMap<string, string>;
  /** waits that somebody ended before their time, and why, by the task that waits */
  waitsOver: ReadonlyMap<string, Pressed & { why: string }>;
  /** made by hand; `null` for the order found */
  sequence: readonly Stretch[] | null;
  paused: { since: number; until: number | null; why: string; person: string } | null;
  /** test burns before anything was cleaned, and after */
  burns: ReadonlyMap<'before' | 'after', SheetBurn & { at: number }>;
  photos: readonly { of: string; when: 'before' | 'after' | 'orientation'; photo: string }[];
}

/**
 * Folds the events of a sheet into how far it has come. They may come in any order and more than once:
 * they count in the order in which they were made, each once. Of two that say different things of the
 * same, the later stands.
 */
// eslint-disable-next-line max-lines-per-function -- one switch: what each press changes
export function progressOf(events: Iterable<SheetEvent>): Progress {
  const distinct = new Map<string, SheetEvent>();
  for (const event of events) if (!distinct.has(event.id)) distinct.set(event.id, event);
  const steps = new Map<string, Pressed>();
  const marks = new Map<string, Marks & { markedAt: number | null }>();
  const again = new Map<string, { times: number; at: number }>();
  const tray = new Map<string, PartOut & { outAt: number; inAt: number | null }>();
  const leftOff = new Map<string, LeftOff & { at: number; backAt: number | null }>();
  const checks = new Map<string, Pressed & { answer: 'yes' | 'no' }>();
  const proofs = new Map<string, Pressed & ProofResult>();
  const instead = new Map<string, string>();
  const ways = new Map<string, string>();
  const waitsOver = new Map<string, Pressed & { why: string }>();
  const burns = new Map<'before' | 'after', SheetBurn & { at: number }>();
  const photos = new Map<string, Progress['photos'][number]>();
  let sequence: readonly Stretch[] | null = null;
  let paused: Progress['paused'] = null;
  for (const { at, person, what } of [...distinct.values()].sort(inOrder)) {
    switch (what.kind) {
      case 'step':
        if (!what.done) steps.delete(what.step);
        else if (!steps.has(what.step)) steps.set(what.step, { at, person });
        break;
      case 'mark': {
        const before = marks.get(what.task) ?? { ...noMarks, markedAt: null };
        const after = { ...before, ...what.change };
        const marked =
          after.result === null ? null : after.result === before.result ? before.markedAt : at;
        marks.set(what.task, { ...after, markedAt: marked });
        break;
      }
      case 'again': {
        waitsOver.delete(what.task);
        again.set(what.task, { times: (again.get(what.task)?.times ?? 0) + 1, at });
        for (const step of [...steps.keys()]) {
          if (step.startsWith(`${what.task}#`)) steps.delete(step);
        }
        const before = marks.get(what.task);
        if (before) marks.set(what.task, { ...before, result: null, markedAt: null });
        break;
      }
      case 'wait over':
        waitsOver.set(what.of, { at, person, why: what.why });
        break;
      case 'pause':
        paused = { since: at, until: what.until, why: what.why, person };
        break;
      case 'resume':
        paused = null;
        break;
      case 'part out':
        tray.set(what.part.id, { ...what.part, outAt: at, inAt: null });
        break;
      case 'part in': {
        const part = tray.get(what.part);
        if (part) tray.set(what.part, { ...part, inAt: at });
        break;
      }
      case 'left off':
        leftOff.set(what.item.id, { ...what.item, at, backAt: null });
        break;
      case 'put back': {
        const item = leftOff.get(what.item);
        if (item) leftOff.set(what.item, { ...item, backAt: at });
        break;
      }
      case 'check':
        checks.set(what.check, { at, person, answer: what.answer });
        break;
      case 'instead':
        if (what.used === null) instead.delete(what.tool);
        else instead.set(what.tool, what.used);
        break;
      case 'proof':
        proofs.set(what.proof, {
          at,
          person,
          passed: what.passed,
          words: what.words,
          ...(what.dots && { dots: what.dots }),
        });
        break;
      case 'order':
        sequence = what.sequence;
        break;
      case 'way':
        ways.set(what.task, what.way);
        break;
      case 'burn':
        burns.set(what.when, { ...what.burn, at });
        break;
      case 'photo': {
        const { of, when, photo } = what;
        photos.set(photo, { of, when, photo });
        break;
      }
      default:
        what satisfies never;
    }
  }
  return {
    steps,
    marks,
    again,
    tray: [...tray.values()],
    leftOff: [...leftOff.values()],
    checks,
    proofs,
    instead,
    ways,
    waitsOver,
    burns,
    sequence,
    paused,
    photos: [...photos.values()],
  };
}

/** By when they were made; ids made in the same millisecond sort by their own order. */
export function inOrder(a: SheetEvent, b: SheetEvent): number {
  return a.at - b.at || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}

/** Whether anything of a piece or task was pressed. */
export function isBegun(progress: Progress, id: string): boolean {
  if (progress.marks.get(id)?.result) return true;
  for (const step of progress.steps.keys()) if (step.startsWith(`${id}#`)) return true;
  return false;
}
