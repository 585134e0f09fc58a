import { elapsed, type Minutes } from '../care/minutes';
import { leastOpen, type Exposure } from './exposure';
import type { StepFacts } from './step';
import {
  orderSheet,
  timeInOrder,
  type Before,
  type Broken,
  type SheetTask,
  type Stretch,
  type Timed,
} from './order';

/** One written step of a sheet. */
export interface Line {
  /** unique on the sheet */
  id: string;
  text: string;
  /** why it must not be skipped; `null` where that is plain */
  why: string | null;
  /** the same as data, where it was composed from build and method */
  facts?: StepFacts | null;
  /** the shop's own words for it: what they stand for, and why */
  ours?: { instead: string; reason: string; by: string };
}

/** One way to do a task, with its own time and steps. */
export interface Way {
  id: string;
  name: string;
  minutes: Minutes;
  active: readonly Line[];
  finishing: readonly Line[];
  /** what lies ready for it; left out on sheets made when only the shop's way had a list */
  tools?: readonly string[];
  /** what leaves the machine this way, beside what its opening takes out */
  parts: readonly PartWanted[];
  /** the shared place that the hands work at; left out: at the machine */
  at?: Place;
  /** it soaks meanwhile, and the dirt decides how long: of how many soaks its wait is the median; 0: starting minutes */
  soaksLearned?: number;
}

/** Places that one thing at a time takes. */
export type Place = 'wash' | 'drying' | 'sun' | 'window' | 'bench' | 'washer';

/** What the wait of a task is, and the shared place it takes. */
export interface Wait {
  /** "soaks", "dries", "discharges" */
  verb: string;
  place: Place | null;
}

/** A place where something dries after it was rinsed, and how long it takes there. */
export interface DryingPlace {
  id: string;
  name: string;
  place: Place | null;
  minutes: number;
  /** where it is dry and warm enough only at some times of the year */
  seasonal: boolean;
  /** of how many dryings here its minutes are the median; left out: starting minutes */
  learned?: number;
}

/** A care task as a sheet has it. */
export interface RunTask {
  kind: 'task';
  /** station id and task key, joined by a dot */
  id: string;
  stationId: string;
  task: string;
  station: string;
  name: string;
  /** shape of its drawing */
  drawing: 'glass' | 'bed' | 'rail' | 'fan' | 'surface';
  lookOnly: boolean;
  tools: readonly string[];
  cautions: readonly string[];
  methods: readonly string[];
  /** when it is enough */
  stop: string;
  /** what commonly goes wrong */
  wrong: readonly string[];
  /** blows or wipes dust about: what glass was cleaned before must be looked at again */
  dusty: boolean;
  glass: boolean;
  wait: Wait;
  /** where it may dry after it was rinsed, the shop's first; none where nothing is rinsed */
  dryings?: readonly DryingPlace[];
  /** what the machine runs on while it dries; `null`: it waits */
  standIn?: string | null;
  /** a mount that may be pressed out of true: what was pressed is proved */
  mount?: boolean;
  /** what the card says that bites here: "Never acetone on the shield" */
  card?: readonly string[];
  /** at least one; the first is the shop's */
  ways: readonly Way[];
  /** whether its minutes are the shop's own median */
  learned: number | null;
  after: readonly Before[];
}

/** Something that leaves the machine, with what holds it. */
export interface PartWanted {
  id: string;
  name: string;
  screws: number;
  plugs: number;
  hoses: number;
  lugs: number;
  /** which way round it goes, in words; a lens is shown in drawings instead */
  facing: string;
  lens: boolean;
}

/** Work beside the tasks: making safe, laying out, opening, closing, the end. */
export interface RunPiece {
  kind: 'isolate' | 'layout' | 'open' | 'close' | 'checks' | 'proof';
  id: string;
  title: string;
  minutes: Minutes;
  wait: Wait;
  lines: readonly Line[];
  /** what lies ready for it */
  tools?: readonly string[];
  /** the lines in place of those where a task is done in a way in which nothing dries: what was out goes back in */
  undried?: { task: string; lines: readonly Line[] };
  parts: readonly PartWanted[];
  cautions: readonly string[];
  after: readonly Before[];
}

/** A question that must be answered before the machine is whole again. */
export interface Check {
  id: string;
  question: string;
  /** what to do when the answer is no */
  otherwise: string;
  /** pieces and tasks one of which, once begun, makes it needed */
  because: readonly string[];
}

/** A test that shows the machine is back. */
export interface ProofWanted {
  id: string;
  name: string;
  how: string;
  caution: string | null;
  /** pieces and tasks one of which, once begun, makes it needed */
  because: readonly string[];
}

/** A run sheet before anything is ticked. */
export interface RunSheet {
  /** the wait before connectors may be touched */
  isolationMinutes: number;
  /** tools and consumables to lay out first, in the ways that come first */
  layOut: readonly string[];
  tasks: readonly RunTask[];
  pieces: readonly RunPiece[];
  checks: readonly Check[];
  proofs: readonly ProofWanted[];
  /** the order found when the sheet was made */
  sequence: readonly Stretch[];
  exact: boolean;
  /** openings in which something delicate stands open */
  exposures?: readonly Exposure[];
  /** ids of ways that this machine turns round but that together leave no order: they do not hold here */
  setAside?: readonly string[];
  /** what may be used in place of what is laid out, by tool, where it does no harm */
  instead?: Readonly<Record<string, readonly string[]>>;
  /** between two cuts of a job: the machine stays on, the beam disarmed */
  between?: boolean;
  /** a head at the bench: no machine is held, and it is proved when it is fitted */
  bench?: boolean;
}

/** The way a task is done: the one chosen, else the shop's. */
export function wayOf(task: RunTask, chosen: ReadonlyMap<string, string>): Way {
  return task.ways.find(({ id }) => id === chosen.get(task.id)) ?? task.ways[0]!;
}

/**
 * Tools and consumables that lie ready in the ways that were chosen, by name. A sheet whose ways have no lists of
 * their own has the one it was made with.
 */
export function layOutOf(
  { tasks, pieces, layOut }: Pick<RunSheet, 'tasks' | 'pieces' | 'layOut'>,
  chosen: ReadonlyMap<string, string>,
): readonly string[] {
  const ways = tasks.map((task) => wayOf(task, chosen).tools);
  if (ways.includes(undefined)) return layOut;
  return [
    ...new Set([...ways, ...pieces.map(({ tools }) => tools)].flatMap((tools = []) => tools)),
  ].sort();
}

/** What decides a choice made on a sheet where it dries. */
export const dryingOf = (task: string) => `${task}~dries`;

/** The minutes of a task in the way it is done, and of the place where it dries. */
export function minutesOf(task: RunTask, chosen: ReadonlyMap<string, string>): Minutes {
  const { minutes } = wayOf(task, chosen);
  if (!minutes.drying || !task.dryings?.length) return minutes;
  const place = task.dryings.find(({ id }) => id === chosen.get(dryingOf(task.id)));
  return { ...minutes, drying: (place ?? task.dryings[0]!).minutes };
}

/** Where a task dries as things stand; `null` where it does not. */
export function dryingPlace(
  task: RunTask,
  chosen: ReadonlyMap<string, string>,
): DryingPlace | null {
  if (!wayOf(task, chosen).minutes.drying || !task.dryings?.length) return null;
  return task.dryings.find(({ id }) => id === chosen.get(dryingOf(task.id))) ?? task.dryings[0]!;
}

/** A sheet's work as the order needs it, with the ways that were chosen. */
export function sheetTasks(
  { tasks, pieces }: Pick<RunSheet, 'tasks' | 'pieces'>,
  ways: ReadonlyMap<string, string> = new Map(),
): SheetTask[] {
  const piece = ({ id, minutes, after }: RunPiece): SheetTask => ({ id, ...minutes, after });
  const opens = (one: RunPiece) =>
    one.kind === 'isolate' || one.kind === 'layout' || one.kind === 'open';
  // where nothing else decides, as listed: what closes comes last
  return [
    ...pieces.filter(opens).map(piece),
    ...tasks.map((task) => {
      const minutes = minutesOf(task, ways);
      // on slats the machine is back while the honeycomb dries: its drying holds nothing up
      return { id: task.id, ...minutes, ...(task.standIn && { drying: 0 }), after: task.after };
    }),
    ...pieces.filter((one) => !opens(one)).map(piece),
  ];
}

/** The order found for a sheet. The pieces are tied by rules, so more of them are ordered for certain. */
export function bestOrder(
  sheet: Pick<RunSheet, 'tasks' | 'pieces' | 'exposures'>,
  ways: ReadonlyMap<string, string> = new Map(),
) {
  const exactly = sheet.tasks.length <= 9 ? Infinity : 0;
  const tasks = sheetTasks(sheet, ways);
  const found = orderSheet(tasks, exactly);
  return { ...found, ...leastOpen(tasks, found, sheet.exposures ?? []) };
}

/** A sheet in the order in force, on its clock. */
export interface Arranged extends Timed {
  sequential: number;
  /** the rules an order made by hand breaks: the order found stands instead */
  broken: Broken[];
}

/** Each task with its own openings, nothing shared, each wait sat out. Minutes. */
function oneAfterAnother(
  { tasks, pieces }: Pick<RunSheet, 'tasks' | 'pieces'>,
  ways: ReadonlyMap<string, string> = new Map(),
): number {
  // what lies under another opening needs both
  const withOuter = (id: string): string[] => [
    id,
    ...(pieces.find((piece) => piece.id === id)?.after ?? [])
      .filter(({ rule }) => rule === 'opening')
      .flatMap((outer) => withOuter(outer.id)),
  ];
  const opened = (id: string): number => {
    const ids = [id, id.replace('open:', 'close:')];
    return pieces
      .filter((piece) => ids.includes(piece.id))
      .reduce((all, { minutes }) => all + elapsed(minutes), 0);
  };
  const once = pieces.filter(({ kind }) => kind !== 'open' && kind !== 'close');
  return (
    once.reduce((all, { minutes }) => all + elapsed(minutes), 0) +
    tasks.reduce(
      (all, task) =>
        all +
        elapsed(minutesOf(task, ways)) +
        [
          ...new Set(
            task.after
              .filter(({ id }) => id.startsWith('open:'))
              .flatMap(({ id }) => withOuter(id)),
          ),
        ].reduce((of, id) => of + opened(id), 0),
      0,
    )
  );
}

/**
 * Times a sheet in the order made by hand, or else in the order found.
 * @param sequence of hand; `null` for none
 */
export function arrange(
  sheet: RunSheet,
  ways: ReadonlyMap<string, string>,
  sequence: readonly Stretch[] | null,
): Arranged {
  const tasks = sheetTasks(sheet, ways);
  const sequential = oneAfterAnother(sheet, ways);
  const byHand = sequence ? timeInOrder(tasks, sequence) : null;
  if (byHand?.timed) return { ...byHand.timed, sequential, broken: [] };
  const found = timeInOrder(tasks, sheet.sequence);
  const { steps, finish } = found.timed ?? bestOrder(sheet, ways);
  return { steps, finish, sequential, broken: byHand?.broken ?? [] };
}

/** What a sheet takes: minutes with hands on it, and minutes until the machine is back, its waits sat out. */
export interface SheetMinutes {
  handsOn: number;
  back: number;
}

export const sheetMinutes = ({
  steps,
  finish,
}: Pick<Arranged, 'steps' | 'finish'>): SheetMinutes => ({
  handsOn: steps.reduce((sum, { start, end }) => sum + end - start, 0),
  back: finish,
});

/** Name of a stretch: "Honeycomb: clean", "Honeycomb: finish", "Head off". */
export function stretchTitle(
  run: Pick<RunSheet, 'tasks' | 'pieces'>,
  { task: id, part }: Stretch,
): string {
  const task = run.tasks.find((one) => one.id === id);
  if (task)
    return part === 'finishing' ? `${task.station}: finish` : `${task.station}: ${task.name}`;
  return run.pieces.find((one) => one.id === id)?.title ?? id;
}

/** The written steps of one stretch. */
export function linesOf(
  sheet: Pick<RunSheet, 'tasks' | 'pieces'>,
  { task: id, part }: Stretch,
  ways: ReadonlyMap<string, string>,
): readonly Line[] {
  const task = sheet.tasks.find((one) => one.id === id);
  if (task) return wayOf(task, ways)[part];
  const piece = sheet.pieces.find((one) => one.id === id);
  const dries = sheet.tasks.find((one) => one.id === piece?.undried?.task);
  return (dries && !dryingPlace(dries, ways) ? piece?.undried : piece)?.lines ?? [];
}
