import { ownUndo } from '../../catalogue/builds/build';
import {
  closingName,
  dustyOpenings,
  exposes,
  liesUnder,
  openingName,
  openings,
} from '../../catalogue/openings';
import { substitutesFor } from '../../catalogue/substitutes';
import { compose, type By } from '../../catalogue/steps/compose';
import { dryingPlaces } from '../../catalogue/steps/drying';
import {
  isolationLines,
  linesBefore,
  safetyFor,
  standInLines,
  touchesConnectors,
  writtenOpening,
  type Safety,
} from '../../catalogue/steps/openings';
import type { ProofId, WrittenLine, WrittenOpening } from '../../catalogue/steps/written';
import { expectedOf } from '../../core/cleaning/ending';
import type { Before } from '../../core/cleaning/order';
import {
  bestOrder,
  layOutOf,
  type RunPiece,
  type RunSheet,
  type RunTask,
  type Way,
} from '../../core/cleaning/run';
import { sheetRules, type OpeningTraits } from '../../core/cleaning/sheet-rules';
import { dryingFactor } from '../../core/readings/coolant';
import { cardLines, roomLines } from './card-lines';
import { standsIn, traitsOf } from './run-traits';
import { checksOf, proofMinutes, proofsOf } from './run-end';
import type { SheetMachine, SheetPlace } from './run-parts';
import { atBench, frames, layoutMinutes, safetyCautions } from './sheet-frame';
import { none, noWait, numbered, partsOf, placeId, spoken } from './run-parts';

/** What is done first where nothing else decides: the first look, what airs or soaks longest, the vacuum. */
const early = ['debris', 'frame', 'outlet-fan', 'honeycomb', 'under-bed', 'crumb-tray'];
const earliness = ({ stationKind }: SheetPlace) =>
  early.includes(stationKind) ? early.indexOf(stationKind) : early.length;

const idOf = ({ stationId, work }: SheetPlace) => placeId(stationId, work.task.key);

function waysOf(
  id: string,
  { work }: SheetPlace,
  machine: SheetMachine,
  opened: ReadonlySet<string>,
) {
  const dismantled = work.openings.some((opening) => opened.has(opening));
  return work.ways
    .filter(({ inPlace }, index) => index === 0 || inPlace || !work.ways[0]!.inPlace || dismantled)
    .map((way): Way => {
      const usual = way.id === 'usual';
      return {
        id: way.id,
        name: way.name,
        // the place it dries at says for how long
        minutes: { ...way.minutes, ...(way.dries && { drying: 1 }) },
        active: numbered(id, usual ? 'a' : `${way.id}-a`, way.active, machine.ownWords),
        finishing: numbered(id, usual ? 'f' : `${way.id}-f`, way.finishing, machine.ownWords),
        tools: way.tools,
        parts: partsOf(usual ? id : `${id}.${way.id}`, way.parts),
        ...(way.at && { at: way.at }),
        ...(way.wait?.soaks && { soaksLearned: way.soaksLearned ?? 0 }),
      };
    });
}

function taskOf(
  place: SheetPlace,
  machine: SheetMachine,
  opened: ReadonlySet<string>,
  after: readonly Before[],
): RunTask {
  const { work } = place;
  const { written, task } = work;
  const id = idOf(place);
  const ways = waysOf(id, place, machine, opened);
  const dries = work.ways.find((way) => way.dries)?.dries;
  return {
    kind: 'task',
    id,
    stationId: place.stationId,
    task: task.key,
    station: place.station,
    name: work.own ? task.name : task.key.replaceAll('-', ' '),
    drawing: written.drawing,
    lookOnly: task.lookOnly,
    tools: task.tools,
    cautions: spoken(task.cautions),
    methods: place.methods,
    stop: work.stop,
    wrong: written.wrong,
    dusty: written.dusty ?? false,
    glass: written.glass ?? false,
    wait: work.ways[0]!.wait ?? { verb: 'waits', place: null },
    ...(dries && {
      dryings: dryingPlaces(
        dries,
        work.by.school('drying'),
        machine.warm,
        machine.dried,
        machine.humidity === null ? 1 : dryingFactor(machine.humidity),
      ),
    }),
    ...(standsIn(place) && { standIn: 'slats or prisms' }),
    ...(written.mount && { mount: true }),
    card: [...cardLines(machine, place), ...roomLines(machine.humidity, place, ways)],
    ways,
    learned: work.learned,
    after,
  };
}

/** Between two cuts of a job: only the glass, by hand, with the machine left on. */
export interface SheetMode {
  between?: boolean;
  /** a head out of any machine: nothing is isolated, and nothing can be proved before it is fitted */
  bench?: boolean;
  /** `false`: without looking for the order, where nobody will read it */
  ordered?: boolean;
}

/**
 * The written sheet of a clean-down: what to do, under which rules, in the order that is done soonest. How far
 * the machine is made safe, what is waited for, asked and proved follows from what is opened.
 */
// eslint-disable-next-line max-lines-per-function -- one sheet put together, each part from the ones before
export function buildRun(
  machine: SheetMachine,
  wanted: readonly SheetPlace[],
  mode: SheetMode = {},
): RunSheet {
  const { between = false, bench = false, ordered = true } = mode;
  const { build } = machine;
  const listed = bench ? wanted.map(atBench) : wanted;
  const places = listed.toSorted((a, b) => earliness(a) - earliness(b));
  const needed = new Set(places.flatMap(({ work }) => work.openings));
  const words = new Map(
    openings.flatMap(({ id }) => {
      const written = needed.has(id) ? writtenOpening(build, id) : null;
      return written ? [[id, written] as const] : [];
    }),
  );
  const opened = new Set(words.keys());
  const by = sheetBy(places, machine);
  const lines = (id: string, written: readonly WrittenLine[]) =>
    numbered(id, 's', compose(written, by), machine.ownWords);

  const traits = listed.map((place, index) => traitsOf(place, index, opened));
  const byId = new Map(traits.map((one) => [one.id, one]));
  const openingTraits = [...opened].map((id): OpeningTraits => ({
    id,
    under: liesUnder(build, id, opened),
    connectors: touchesConnectors(build, id),
    exposes: exposes(build, id),
    dusty: dustyOpenings.includes(id),
  }));
  const rules = sheetRules(
    places.map((place) => byId.get(idOf(place))!),
    openingTraits,
    machine.turned,
  );
  const extraction =
    build.variants['exhaust'] === 'own-plug' && traits.some((one) => one.extraction);
  const tasks = places.map((place) =>
    taskOf(place, machine, opened, rules.works.get(idOf(place))!),
  );

  const safety = between ? 'disarmed' : bench ? 'bench' : safetyOf(machine, places);
  const { begin, end, last } = frames[safety];
  const waitsForConnectors =
    !bench &&
    (openingTraits.some(({ connectors }) => connectors) ||
      traits.some(({ connectors }) => connectors));
  const isolate: RunPiece = {
    kind: 'isolate',
    id: 'isolate',
    title: begin,
    minutes: {
      active: safety === 'isolated' ? 2 : 1,
      passive: waitsForConnectors ? machine.connectorWait.minutes : 0,
      finishing: 0,
    },
    wait: { verb: 'discharges', place: null },
    lines: lines(
      'isolate',
      isolationLines(build, {
        safety,
        lower: traits.some(({ openings: at, mirror }) => at.includes('bed-out') || mirror !== null),
        draught:
          opened.has('rear-off') ||
          places.some(({ stationKind }) => draughtKinds.includes(stationKind)),
        extraction,
        board: opened.has('module-top-off'),
      }),
    ),
    parts: [],
    cautions: [
      ...spoken(bench ? [] : safetyCautions(build.family, between)),
      ...(!bench && machine.card['breaker']?.trim()
        ? [`Breaker: ${machine.card['breaker'].trim()}`]
        : []),
      ...(machine.card['opens']?.trim() ? [`Opened by: ${machine.card['opens'].trim()}`] : []),
      ...(waitsForConnectors && machine.connectorWait.source
        ? [
            `${machine.connectorWait.minutes} min before connectors: ${machine.connectorWait.source}`,
          ]
        : []),
    ],
    after: [],
  };
  const layout: RunPiece = {
    kind: 'layout',
    id: 'layout',
    title: 'Lay out tools and supplies',
    minutes: { ...none, active: layoutMinutes(safety, opened, between) },
    wait: noWait,
    lines: lines(
      'layout',
      opened.size === 0 && safety !== 'isolated'
        ? ['Everything on the list lies ready, on a clean cloth.']
        : [
            'Everything on the list lies ready, on a clean cloth, counted.',
            [
              'Brushes for optics and boards are new, or kept for that alone.',
              'A brush that has seen grease leaves it on the glass.',
            ],
            'A dish for screws, pens for marks, a lidded metal bin for rags.',
          ],
    ),
    parts: [],
    cautions: [],
    after: [{ id: 'isolate', until: 'begun', rule: 'isolate' }],
  };
  const minutes = new Map(openings.map((opening) => [opening.id, opening]));
  const bedIn = !opened.has('bed-out') || !machine.turned.has('bed-catches');
  const openLines = (id: string, { open }: WrittenOpening) => [
    ...linesBefore(id, { extraction, bedIn }),
    ...open,
  ];
  const usesOf = (written: readonly WrittenLine[]) =>
    compose(written, by).flatMap(({ uses }) => uses);
  const openPieces = [...words].map(([id, written]): RunPiece => ({
    kind: 'open',
    id: `open:${id}`,
    title: openingName(id),
    minutes: { ...none, active: minutes.get(id)!.open },
    wait: noWait,
    lines: lines(`open:${id}`, openLines(id, written)),
    tools: usesOf([...openLines(id, written), ...written.close]),
    parts: partsOf(id, written.parts),
    cautions: spoken(written.cautions),
    after: rules.opens.get(id)!,
  }));
  const onSlats = traits.find((one) => one.standsIn);
  const closePieces = [...words].map(([id, written]): RunPiece => ({
    kind: 'close',
    id: `close:${id}`,
    title: closingName(id),
    minutes: { ...none, active: Math.max(1, minutes.get(id)!.close) },
    wait: noWait,
    lines: lines(`close:${id}`, id === 'bed-out' && onSlats ? standInLines : written.close),
    ...(id === 'bed-out' &&
      onSlats && {
        undried: { task: onSlats.id, lines: lines(`close:${id}~in`, written.close) },
      }),
    parts: [],
    cautions: [],
    after: rules.closes.get(id)!,
  }));
  const pieces = [isolate, layout, ...openPieces, ...closePieces];
  const checks = checksOf(words, tasks);
  const proofs = proofsOf(build.family, words, places);
  pieces.push({
    kind: 'checks',
    id: 'checks',
    title: end,
    minutes: { ...none, active: opened.size === 0 ? 0 : Math.max(1, Math.ceil(checks.length / 3)) },
    wait: noWait,
    lines: lines('checks', last),
    parts: [],
    cautions: [],
    after: [
      ...closePieces.map(({ id }): Before => ({ id, until: 'begun', rule: 'refit' })),
      ...tasks.map((task): Before => ({
        id: task.id,
        until: task.standIn ? 'worked' : 'over',
        rule: 'refit',
      })),
    ],
  });
  const sure = expectedOf({ tasks, proofs });
  if (proofs.length > 0 && !between && !bench) {
    pieces.push({
      kind: 'proof',
      id: 'proof',
      title: 'Prove that it is back',
      minutes: {
        ...none,
        active: sure.reduce((sum, one) => sum + proofMinutes[one.id as ProofId], 0),
      },
      wait: noWait,
      lines: [],
      parts: [],
      cautions: [],
      after: [{ id: 'checks', until: 'begun', rule: 'proof' }],
    });
  }
  const exposures = openingTraits
    .filter((one) => one.exposes)
    .map(({ id }) => ({ open: `open:${id}`, close: `close:${id}` }));
  const sheet = { tasks, pieces, exposures };
  const found = ordered ? orderOf(sheet, machine) : { steps: [], exact: false };
  if (!found) {
    // ways turned round that go in a circle together: the sheet is made without them, and says so
    const straight = buildRun({ ...machine, turned: new Set() }, wanted, mode);
    return { ...straight, setAside: [...machine.turned] };
  }
  const { steps, exact } = found;
  return {
    isolationMinutes: waitsForConnectors ? machine.connectorWait.minutes : 0,
    layOut: layOutOf({ tasks, pieces, layOut: [] }, new Map()),
    instead: insteadOf(places),
    ...sheet,
    checks: between ? [] : checks,
    proofs: between || bench ? [] : proofs,
    sequence: steps.map(({ task, part }) => ({ task, part })),
    exact,
    ...(between && { between }),
    ...(bench && { bench }),
  };
}

/** What may stand for each tool, at every place where it is used: nothing the shop has to weigh first. */
function insteadOf(places: readonly SheetPlace[]) {
  const toolsAt = ({ work }: SheetPlace) => work.ways.flatMap(({ tools }) => tools);
  return Object.fromEntries(
    [...new Set(places.flatMap(toolsAt))].flatMap((tool) => {
      const users = places.filter((place) => toolsAt(place).includes(tool));
      const others = substitutesFor(tool, (other) =>
        users.some(({ work }) => work.by.verdict(other) !== 'allowed'),
      );
      return others.length > 0 ? [[tool, others]] : [];
    }),
  );
}

/** The order of a sheet; `null` where ways that the shop turned round leave none. */
function orderOf(sheet: Parameters<typeof bestOrder>[0], { turned }: SheetMachine) {
  try {
    return bestOrder(sheet);
  } catch (error) {
    if (error instanceof RangeError && turned.size > 0) return null;
    throw error;
  }
}

/** What openings are composed from: the methods of the first task, the build and the card of the machine. */
function sheetBy(places: readonly SheetPlace[], machine: SheetMachine): By {
  return (
    places[0]?.work.by ?? {
      school: () => '',
      verdict: () => 'allowed',
      variant: (feature) => machine.build.variants[feature],
      ownWords: (feature) => ownUndo(machine.build, feature),
      card: machine.card,
      rails: [],
    }
  );
}

/** Stations at which the draught is won or lost: it is read before and after. */
const draughtKinds = ['duct', 'inline-fan', 'outlet-fan', 'ports', 'filter'];

/** Stations at which hands reach among parts that move or are live. */
const bare = ['isolate'];

function safetyOf({ build }: SheetMachine, places: readonly SheetPlace[]): Safety {
  const isOff = places.every(
    ({ work }) =>
      !bare.includes(work.task.opening) &&
      work.openings.every((opening) => safetyFor(build, opening) === 'off'),
  );
  return isOff ? 'off' : 'isolated';
}
