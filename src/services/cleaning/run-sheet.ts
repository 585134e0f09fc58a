import { openingFor, openings, openingsUnder } from '../../catalogue/openings';
import type { CatalogueTask, Family } from '../../catalogue/schema';
import { everySheet, refitChecks, writtenProofs } from '../../catalogue/steps/checks';
import { isolationLines, writtenOpening } from '../../catalogue/steps/openings';
import { writtenSteps } from '../../catalogue/steps/steps';
import type { ProofId, Written, WrittenWay } from '../../catalogue/steps/written';
import { inWay } from '../../core/cleaning/ending';
import type { Before } from '../../core/cleaning/order';
import {
  bestOrder,
  type Check,
  type ProofWanted,
  type RunPiece,
  type RunSheet,
  type RunTask,
  type Way,
} from '../../core/cleaning/run';
import {
  earliness,
  isBehindNozzle,
  rulesBetween,
  openPieces,
  closePieces,
  dustyOpenings,
} from './run-rules';
import type { SheetPlace } from './run-parts';
import { numbered, partsOf, placeId, spoken, none, noWait, cautionText } from './run-parts';

/** A task the shop added itself has its note for a step. */
function ownSteps(task: CatalogueTask): Written {
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

function waysOf(id: string, place: SheetPlace, written: Written): Way[] {
  const { task } = place;
  const usual: Way & { school?: string } = {
    id: 'usual',
    name: written.name ?? 'the usual way',
    minutes: task.minutes,
    active: numbered(id, 'a', written.active),
    // minutes without steps still need a press
    finishing: numbered(
      id,
      'f',
      written.finishing ?? (task.minutes.finishing > 0 ? ['Finish it, and look at it again.'] : []),
    ),
    parts: partsOf(id, written.parts ?? []),
  };
  const others = (written.ways ?? [])
    .filter(({ name }) => !place.harmful(name))
    .map((way: WrittenWay) => ({
      id: way.id,
      name: way.name,
      minutes: { active: way.minutes[0], passive: way.minutes[1], finishing: way.minutes[2] },
      active: numbered(id, `${way.id}-a`, way.active),
      finishing: numbered(id, `${way.id}-f`, way.finishing ?? []),
      parts: partsOf(id, way.parts ?? []),
      school: way.school,
    }));
  const all = [usual, ...others];
  const chosen = all.findIndex(({ school }) => school !== undefined && place.schools.has(school));
  if (chosen > 0) all.unshift(...all.splice(chosen, 1));
  return all.map(({ school: _, ...way }) => way);
}

/**
 * The written sheet of a clean-down: what to do, under which rules, in the order that is done soonest.
 * @param ordered `false`: without looking for that order, where nobody will read it
 */
// eslint-disable-next-line max-lines-per-function -- one sheet put together, each part from the ones before
export function buildRun(family: Family, places: readonly SheetPlace[], ordered = true): RunSheet {
  const opened = openedBy(family, places);
  const written = new Map(
    places.map((place) => [
      place,
      writtenSteps(family.id, place.stationKind, place.task.key) ?? ownSteps(place.task),
    ]),
  );
  const id = (place: SheetPlace) => placeId(place.stationId, place.task.key);
  const isolate: RunPiece = {
    kind: 'isolate',
    id: 'isolate',
    title: 'Make it safe',
    minutes: { active: 2, passive: family.isolationMinutes, finishing: 0 },
    wait: { verb: 'discharges', place: null },
    lines: numbered('isolate', 's', isolationLines(family.id)),
    parts: [],
    cautions: spoken(family.cautions.filter((one) => one !== 'open-beam')),
    after: [],
  };
  const layOut = [...new Set(places.flatMap(({ task }) => task.tools))].sort();
  const layout: RunPiece = {
    kind: 'layout',
    id: 'layout',
    title: 'Lay out tools and supplies',
    minutes: { ...none, active: 3 },
    wait: noWait,
    lines: numbered('layout', 's', [
      'Everything on the list lies ready, on a clean cloth, counted.',
      [
        'Brushes for optics and boards are new, or kept for that alone.',
        'A brush that has seen grease leaves it on the glass.',
      ],
      'A dish for screws, pens for marks, a lidded metal bin for rags.',
    ]),
    parts: [],
    cautions: [],
    after: [{ id: 'isolate', until: 'begun', rule: 'isolate' }],
  };
  const tasks = places
    .toSorted((a, b) => earliness(a) - earliness(b))
    .map((place): RunTask => {
      const words = written.get(place)!;
      const { task } = place;
      const ownTask = writtenSteps(family.id, place.stationKind, task.key) === null;
      const under = openingFor(family.id, place.stationKind, task);
      const opener = opened.has(under) ? `open:${under}` : null;
      const connectors = place.stationKind === 'cables';
      return {
        kind: 'task',
        id: id(place),
        stationId: place.stationId,
        task: task.key,
        station: place.station,
        name: ownTask ? task.name : task.key.replaceAll('-', ' '),
        drawing: words.drawing,
        lookOnly: task.lookOnly,
        tools: task.tools,
        cautions: spoken(task.cautions),
        methods: place.methods,
        stop: words.stop,
        wrong: words.wrong,
        dusty: words.dusty ?? false,
        glass: words.glass ?? false,
        wait: words.wait ?? { verb: 'waits', place: null },
        ways: waysOf(id(place), place, words),
        learned: place.learned,
        after: [
          {
            id: 'isolate',
            until: connectors ? 'over' : 'begun',
            rule: connectors ? 'discharge' : 'isolate',
          },
          { id: 'layout', until: 'begun', rule: 'tools' },
          ...(opener ? [{ id: opener, until: 'begun', rule: 'opening' } as const] : []),
          // where the nozzle comes off anyway, the glass behind it is reached through there
          ...(isBehindNozzle(place) && opened.has('nozzle-off') && opener !== 'open:nozzle-off'
            ? [{ id: 'open:nozzle-off', until: 'begun', rule: 'opening' } as const]
            : []),
          ...(words.glass
            ? dustyOpenings
                .filter((one) => opened.has(one) && one !== under)
                .map((one): Before => ({ id: `open:${one}`, until: 'begun', rule: 'dust' }))
            : []),
          ...rulesBetween(place, places, written),
        ],
      };
    });
  const pieces = [
    isolate,
    layout,
    ...openPieces(family, opened, places, written),
    ...closePieces(family, opened, places),
  ];
  const closing = pieces.filter(({ kind }) => kind === 'close').map((piece) => piece.id);
  const checks = checksOf(family, opened, tasks);
  const proofs = proofsOf(family, opened, places, written);
  pieces.push({
    kind: 'checks',
    id: 'checks',
    title: 'Is it whole again?',
    minutes: { ...none, active: Math.max(1, Math.ceil(checks.length / 3)) },
    wait: noWait,
    lines: [],
    parts: [],
    cautions: [],
    after: [
      ...closing.map((one): Before => ({ id: one, until: 'begun', rule: 'refit' })),
      ...tasks.map((task): Before => ({ id: task.id, until: 'over', rule: 'refit' })),
    ],
  });
  if (proofs.length > 0) {
    pieces.push({
      kind: 'proof',
      id: 'proof',
      title: 'Prove that it is back',
      minutes: {
        ...none,
        active: proofs.reduce((sum, one) => sum + proofMinutes[one.id as ProofId], 0),
      },
      wait: noWait,
      lines: [],
      parts: [],
      cautions: [],
      after: [{ id: 'checks', until: 'begun', rule: 'proof' }],
    });
  }
  const sheet = { tasks, pieces };
  const { steps, exact } = ordered ? bestOrder(sheet) : { steps: [], exact: false };
  return {
    isolationMinutes: family.isolationMinutes,
    layOut,
    ...sheet,
    checks,
    proofs,
    sequence: steps.map(({ task, part }) => ({ task, part })),
    exact,
  };
}

const proofMinutes: Readonly<Record<ProofId, number>> = {
  'travel-hand': 1,
  coolant: 4,
  'travel-power': 1,
  fan: 1,
  draught: 1,
  frame: 1,
  dots: 5,
  burn: 3,
};

/** The openings that the tasks of a sheet need, those under them too, in the order of the catalogue. */
function openedBy(family: Family, places: readonly SheetPlace[]): Set<string> {
  const wanted = new Set(
    places.flatMap(({ stationKind, task }) => {
      const under = openingFor(family.id, stationKind, task);
      return [under, ...openingsUnder(under)];
    }),
  );
  return new Set(
    openings
      .map(({ id }) => id)
      .filter((id) => wanted.has(id) && writtenOpening(family.id, id) !== null),
  );
}

function checksOf(family: Family, opened: ReadonlySet<string>, tasks: readonly RunTask[]): Check[] {
  const because = new Map<string, string[]>(everySheet.map((id) => [id, tasks.map((t) => t.id)]));
  for (const opening of opened) {
    for (const check of writtenOpening(family.id, opening)!.checks) {
      because.set(check, [...(because.get(check) ?? []), `open:${opening}`]);
    }
  }
  return refitChecks.flatMap((check) => {
    const reasons = because.get(check.id);
    return reasons ? [{ ...check, because: reasons }] : [];
  });
}

function proofsOf(
  family: Family,
  opened: ReadonlySet<string>,
  places: readonly SheetPlace[],
  written: ReadonlyMap<SheetPlace, Written>,
): ProofWanted[] {
  const because = new Map<ProofId, string[]>();
  const add = (proof: ProofId, id: string) =>
    because.set(proof, [...(because.get(proof) ?? []), id]);
  for (const opening of opened) {
    for (const proof of writtenOpening(family.id, opening)!.proofs) add(proof, `open:${opening}`);
  }
  for (const place of places) {
    const id = placeId(place.stationId, place.task.key);
    for (const proof of written.get(place)!.proofs ?? []) add(proof, id);
    for (const way of written.get(place)!.ways ?? []) {
      for (const proof of way.proofs ?? []) add(proof, inWay(id, way.id));
    }
  }
  // a galvo has no gantry to move
  if (family.id === 'galvo-desktop') because.delete('travel-hand');
  else if (because.has('travel-hand')) because.set('travel-power', because.get('travel-hand')!);
  return writtenProofs.flatMap((proof) => {
    const reasons = because.get(proof.id);
    return reasons
      ? [
          {
            ...proof,
            caution: proof.caution ? (cautionText.get(proof.caution) ?? null) : null,
            because: reasons,
          },
        ]
      : [];
  });
}
