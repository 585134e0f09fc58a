import type { SheetEvent, SheetEventWhat } from '../progress';
import type { RunPiece, RunTask } from '../run';

/** Milliseconds. */
export const minute = 60_000;

const line = (id: string) => ({ id, text: id, why: null });

/** A piece of a sheet with the step `id#1`. */
export const piece = (
  id: string,
  kind: RunPiece['kind'],
  more: Partial<RunPiece> = {},
): RunPiece => ({
  kind,
  id,
  title: id,
  minutes: { active: 1, passive: 0, finishing: 0 },
  wait: { verb: '', place: null },
  lines: [line(`${id}#1`)],
  parts: [],
  cautions: [],
  after: [],
  ...more,
});

/** A task done in one way, of the steps `id#a1` and `id#a2` and, where it has a finishing, `id#f1`. */
export const task = (
  id: string,
  more: Partial<RunTask> = {},
  [active, passive, finishing]: [number, number, number] = [5, 60, 4],
): RunTask => ({
  kind: 'task',
  id,
  stationId: id,
  task: 'clean',
  station: id,
  name: 'clean',
  drawing: 'surface',
  lookOnly: false,
  tools: [],
  cautions: [],
  methods: [],
  stop: '',
  wrong: [],
  dusty: false,
  glass: false,
  wait: { verb: 'soaks', place: null },
  ways: [
    {
      id: 'usual',
      name: 'usual',
      minutes: { active, passive, finishing },
      active: [line(`${id}#a1`), line(`${id}#a2`)],
      finishing: finishing > 0 ? [line(`${id}#f1`)] : [],
      parts: [],
    },
  ],
  learned: null,
  after: [],
  ...more,
});

let made = 0;

/** @param at minutes */
export const event = (
  at: number,
  what: SheetEventWhat,
  person = 'Ana',
  id = `event-${made++}`,
): SheetEvent => ({ id, at: at * minute, person, what });
