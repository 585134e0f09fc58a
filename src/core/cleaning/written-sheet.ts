import { expectedOf } from './ending';
import { arrange, dryingPlace, linesOf, stretchTitle, wayOf, type RunSheet } from './run';

/** A wait of a piece of work. */
export interface WrittenWait {
  minutes: number;
  /** where it is waited; `null`: on the machine */
  place: string | null;
  what: string;
}

/** A piece of a sheet in the order in which it is worked. Minutes from the beginning. */
export interface WrittenPiece {
  id: string;
  kind: string;
  part: 'active' | 'finishing';
  title: string;
  steps: { text: string; why: string | null; facts: object | null }[];
  waits: WrittenWait[];
  start: number;
  end: number;
  /** parts that are out when it is done, by name */
  out: string[];
  cautions: string[];
  stop: string | null;
  /** what was opened or worked that a test is asked for, where this is the proof */
  proves: string[];
  /** rules it stands under, as "rule: id of what comes before" */
  after: string[];
}

/** A sheet as it is written out: every piece in order, with the lay-out and the end. */
export interface WrittenSheet {
  minutes: number;
  sequentialMinutes: number;
  exact: boolean;
  layOut: string[];
  pieces: WrittenPiece[];
  checks: string[];
  proofs: string[];
}

const none: ReadonlyMap<string, string> = new Map();

/** Writes a sheet out as it would be worked, in the ways that come first and the order found. */
export function writtenSheet(run: RunSheet): WrittenSheet {
  const { steps, finish, sequential } = arrange(run, none, null);
  const out = new Map<string, string[]>();
  const pieces = steps.map((stretch): WrittenPiece => {
    const { task: id, part, start, end } = stretch;
    const task = run.tasks.find((one) => one.id === id);
    const piece = run.pieces.find((one) => one.id === id);
    const way = task && wayOf(task, none);
    const ends = part === 'finishing' || !way || way.minutes.finishing === 0;
    const place = task ? dryingPlace(task, none) : null;
    const waits: WrittenWait[] = [];
    const minutes = task ? way!.minutes : piece!.minutes;
    const wait = (task ?? piece)!.wait;
    if (part === 'active' && minutes.passive > 0) {
      waits.push({ minutes: minutes.passive, place: wait.place, what: wait.verb });
    }
    if (ends && place) {
      waits.push({ minutes: place.minutes, place: place.name, what: 'dries' });
    }
    if (piece?.kind === 'open')
      out.set(
        piece.id.slice(5),
        piece.parts.map(({ name }) => name),
      );
    if (piece?.kind === 'close') out.delete(piece.id.slice(6));
    if (way && part === 'active' && way.parts.length > 0) {
      out.set(
        id,
        way.parts.map(({ name }) => name),
      );
    }
    // what a task took out goes back with its end
    if (ends && task) out.delete(id);
    return {
      id,
      kind: task ? 'task' : piece!.kind,
      part,
      title: stretchTitle(run, stretch),
      steps: linesOf(run, stretch, none).map(({ text, why, facts }) => ({
        text,
        why,
        facts: facts ?? null,
      })),
      waits,
      start,
      end,
      out: [...out.values()].flat(),
      cautions: [...(task ? task.cautions : piece!.cautions)],
      stop: task && ends ? task.stop : null,
      proves: piece?.kind === 'proof' ? expectedOf(run).map(({ name }) => name) : [],
      after: (task ?? piece)!.after.map(({ rule, id: other }) => `${rule}: ${other}`),
    };
  });
  return {
    minutes: finish,
    sequentialMinutes: sequential,
    exact: run.exact,
    layOut: [...run.layOut],
    pieces,
    checks: run.checks.map(({ question }) => question),
    proofs: expectedOf(run).map(({ name }) => name),
  };
}

/** A written sheet in lines of text. */
export function sheetText(sheet: WrittenSheet): string[] {
  const waits = ({ waits: all }: WrittenPiece) =>
    all.map(
      ({ minutes, place, what }) => `${what} ${minutes} min${place === null ? '' : ` (${place})`}`,
    );
  return [
    `${sheet.minutes} min in all, ${sheet.sequentialMinutes} min one after another`,
    `Lay out: ${sheet.layOut.join(', ') || 'nothing'}`,
    ...sheet.pieces.flatMap((piece) => [
      '',
      `${piece.start}-${piece.end}  ${piece.title}${waits(piece).length > 0 ? `, then ${waits(piece).join(', ')}` : ''}`,
      ...piece.cautions.map((text) => `    ! ${text}`),
      ...piece.steps.flatMap(({ text, why }) => [
        `    - ${text}`,
        ...(why ? [`      (${why})`] : []),
      ]),
      ...(piece.stop ? [`    Enough when: ${piece.stop}`] : []),
      ...(piece.out.length > 0 ? [`    Out: ${piece.out.join(', ')}`] : []),
    ]),
    '',
    ...(sheet.checks.length > 0
      ? ['Asked at the end:', ...sheet.checks.map((one) => `    - ${one}`)]
      : []),
    ...(sheet.proofs.length > 0 ? [`Proved by: ${sheet.proofs.join(', ')}`] : []),
  ];
}
