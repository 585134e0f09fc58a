import { z } from 'zod';
import { rung } from '../core/care/depth';
import { soilGroups } from '../core/usage/soil';
import { cautions } from './cautions';
import { findStationKind, stationKind } from './catalogue';
import { families } from './families';
import { materialIndex } from '../core/usage/soil-table';
import { isChlorinated, startingTable, startingWeights } from './materials';
import { buildOf, contradictions, featuresOf, features } from './builds/build';
import { openingFor, openings, openingsFor } from './openings';
import { cautionSchema, familySchema, openingSchema, pathParts, stationKindSchema } from './schema';
import { schools } from '../core/care/schools';
import { dangers, findSign, reportedDanger, signs } from './signs';
import { stationKinds } from './stations';
import { everySheet, refitChecks, writtenProofs } from './steps/checks';
import { isolationLines, writtenOpening } from './steps/openings';
import { writtenSteps } from './steps/steps';
import type { WrittenLine } from './steps/written';
import * as taskExports from './tasks';

const openingIds = openings.map(({ id }) => id);
const cautionIds = cautions.map(({ id }) => id);

test('everything in the catalogue is well formed', () => {
  z.array(stationKindSchema).parse(stationKinds);
  z.array(familySchema).parse(families);
  z.array(openingSchema).parse(openings);
  z.array(cautionSchema).parse(cautions);
});

test('ids are unique', () => {
  for (const list of [stationKinds, families, openings, cautions, signs]) {
    const ids = list.map(({ id }: { id: string }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  }
});

test('the six families are all there', () => {
  expect(families.map(({ id }) => id)).toEqual([
    'open-frame-diode',
    'enclosed-diode',
    'galvo-desktop',
    'co2-glass-tube',
    'co2-metal-tube',
    'co2-desktop',
  ]);
});

describe.each(families.map((family) => [family.id, family] as const))('%s', (_, family) => {
  test('its stations are of known kinds, once each, in path order', () => {
    const parts = family.stations.map(({ kind }) => findStationKind(kind)!.part);
    const order = parts.map((part) => pathParts.indexOf(part));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    const slugs = family.stations.map(({ slug }) => slug);
    expect(new Set(slugs).size).toBe(slugs.length);
  });

  test('its cautions exist, and CO2 machines warn of high voltage', () => {
    for (const id of family.cautions) expect(cautionIds).toContain(id);
    expect(family.cautions.includes('high-voltage')).toBe(family.source === 'CO2');
  });

  test('every danger class of care is looked after', () => {
    const classes = new Set(
      family.stations.flatMap(({ kind }) =>
        findStationKind(kind)!.tasks.map(({ criticality }) => criticality),
      ),
    );
    expect(classes).toEqual(expect.objectContaining(new Set(['fire', 'optic damage'])));
  });
});

const placed = stationKinds.flatMap((kind) => kind.tasks.map((task) => ({ kind, task })));

test('there are tasks to check', () => expect(placed.length).toBeGreaterThan(40));

test.each(placed.map(({ kind, task }) => [`${kind.id}: ${task.key}`, task] as const))(
  '%s has its opening, cautions, tools and a limit in every school',
  (_, task) => {
    expect(openingIds).toContain(task.opening);
    for (const id of task.cautions) expect(cautionIds).toContain(id);
    for (const school of schools) expect(task.schools[school]!.length).toBeGreaterThan(0);
    const kinds = task.schools.combined!.map(({ kind }) => kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    if (task.group === 'coolant') expect(kinds).not.toContain('soil');
  },
);

test('every task written down is placed at a station, and every station kind in a family', () => {
  const used = new Set(placed.map(({ task }) => task));
  for (const task of Object.values(taskExports)) expect(used).toContain(task);
  const kinds = new Set(families.flatMap(({ stations }) => stations.map(({ kind }) => kind)));
  for (const { id } of stationKinds) expect(kinds).toContain(id);
});

test('within a station deeper tasks have their own key and never a shorter soil limit', () => {
  for (const { tasks } of stationKinds) {
    expect(new Set(tasks.map(({ key }) => key)).size).toBe(tasks.length);
    const soil = tasks
      .filter(({ depth, group }) => rung(depth) !== null && group === tasks[0]!.group)
      .sort((a, b) => rung(a.depth)! - rung(b.depth)!)
      .flatMap((task) => task.schools.combined!.filter(({ kind }) => kind === 'soil'))
      .map(({ value }) => value);
    expect(soil).toEqual([...soil].sort((a, b) => a - b));
  }
});

test('limits as written in practice (common practice, no source)', () => {
  expect(taskExports.honeycombClean.schools).toEqual({
    little: [{ kind: 'soil', value: 15 }],
    meter: [{ kind: 'soil', value: 25 }],
    calendar: [{ kind: 'days', value: 7 }],
    combined: [
      { kind: 'soil', value: 25 },
      { kind: 'days', value: 30 },
    ],
  });
  expect(taskExports.windowWipe.schools.combined).toEqual([
    { kind: 'soil', value: 5 },
    { kind: 'days', value: 7 },
  ]);
  expect(taskExports.debrisClear.schools.combined).toEqual([{ kind: 'jobs', value: 1 }]);
  expect(taskExports.bearingClean.schools.combined).toEqual([{ kind: 'days', value: 7 }]);
});

describe('materials', () => {
  const index = materialIndex(startingTable);

  test('weights are positive in every group, and words lead to one material', () => {
    for (const { works } of startingTable.materials) {
      for (const { weight } of works)
        for (const group of soilGroups) expect(weight[group]).toBeGreaterThan(0);
    }
    expect(index.words.length).toBe(
      startingTable.materials.reduce((count, { aliases }) => count + 1 + aliases.length, 0),
    );
    expect(index.find('  Birch  Ply ')?.name).toBe('plywood');
  });

  test('cutting plywood is the unit', () => {
    expect(startingWeights.material('plywood', 'cut')).toEqual({
      optics: 1,
      bed: 1,
      motion: 1,
      air: 1,
    });
  });

  test('chlorinated plastics are refused, and only those', () => {
    for (const word of ['PVC', 'vinyl', 'black pvc sheet', 'Vinyl (adhesive)'])
      expect(isChlorinated(word)).toBe(true);
    for (const word of ['acrylic', 'plywood', 'vinylogue']) expect(isChlorinated(word)).toBe(false);
    expect(index.words.some(isChlorinated)).toBe(false);
  });
});

describe('signs', () => {
  test('every danger has signs, and only "other" is left to judgement', () => {
    for (const danger of dangers) expect(signs.some((sign) => sign.danger === danger)).toBe(true);
    expect(signs.filter(({ danger }) => danger === null).map(({ id }) => id)).toEqual(['other']);
    expect(findSign('nothing')).toBeNull();
  });

  test('the gravest counts; the reporter may raise it and not lower it', () => {
    expect(reportedDanger(['weak', 'fire', 'smell'], null)).toBe('stop');
    expect(reportedDanger(['weak'], 'pause')).toBe('pause');
    expect(reportedDanger(['nobeam'], 'nuisance')).toBe('pause');
    expect(reportedDanger(['other'], null)).toBe('degraded');
  });
});

describe('written steps', () => {
  const checkIds = new Set(refitChecks.map(({ id }) => id));
  const proofIds = new Set(writtenProofs.map(({ id }) => id));
  const places = families.flatMap((family) =>
    family.stations.flatMap(({ kind, slug }) =>
      stationKind(kind).tasks.map((task) => ({ family: family.id, kind, slug, task })),
    ),
  );
  const text = (line: WrittenLine) =>
    typeof line === 'string' ? line : 'act' in line ? JSON.stringify(line) : line.join(' ');
  const stepsOf = (family: string, kind: string, slug: string, key: string) =>
    writtenSteps(buildOf(family), { kind, slug }, key);

  test('every task of every family has them, with a stopping test and what goes wrong', () => {
    expect(places.length).toBeGreaterThan(100);
    for (const { family, kind, slug, task } of places) {
      const written = stepsOf(family, kind, slug, task.key);
      expect([family, kind, task.key, written !== null]).toEqual([family, kind, task.key, true]);
      expect(written!.active.length).toBeGreaterThan(0);
      expect(written!.wrong.length).toBeGreaterThan(0);
      expect(written!.stop.length).toBeGreaterThan(10);
      for (const proof of written!.proofs ?? []) expect(proofIds.has(proof)).toBe(true);
      expect(openingIds).toContain(openingFor(buildOf(family), kind, task));
    }
  });

  test('a lens is never asked for by the names of its curves', () => {
    const words = [
      ...places.flatMap(({ family, kind, slug, task }) => {
        const { active, finishing = [], ways = [] } = stepsOf(family, kind, slug, task.key)!;
        return [
          ...active,
          ...finishing,
          ...ways.flatMap((way) => [...way.active, ...(way.finishing ?? [])]),
        ];
      }),
    ].map(text);
    expect(words.length).toBeGreaterThan(400);
    expect(words.filter((words) => /\b(convex|concave)\b/i.test(words))).toEqual([]);
  });

  test('no step sends anybody inside the cover of a tube, or sprays near boards', () => {
    for (const { family, kind, slug, task } of places) {
      const { active } = stepsOf(family, kind, slug, task.key)!;
      for (const line of active.map(text)) {
        expect(line).not.toMatch(/open the (tube|supply)|spray (it|the board)/i);
      }
    }
    for (const family of families.filter(({ id }) => id.startsWith('co2'))) {
      const asked = { lower: false, draught: false, extraction: false, board: false };
      const lines = isolationLines(buildOf(family.id), { safety: 'isolated', ...asked });
      expect(lines.map(text).join(' ')).toMatch(/qualified service only/);
    }
  });

  test('every opening that a family needs has words; its cautions, checks and tests exist', () => {
    const dismantled = places.flatMap(({ family, kind, task }) =>
      openingsFor(buildOf(family), kind, task)
        .filter((opening) => opening !== 'lid-only' && opening !== 'isolate')
        .map((opening) => [family, opening] as const),
    );
    expect(dismantled.length).toBeGreaterThan(30);
    for (const [family, opening] of dismantled) {
      const written = writtenOpening(buildOf(family), opening);
      expect([family, opening, written !== null]).toEqual([family, opening, true]);
      expect(written!.open.length).toBeGreaterThan(0);
      expect(written!.close.length).toBeGreaterThan(0);
    }
    for (const { variants } of features) {
      for (const { checks = [], proofs = [], cautions: said = [] } of variants) {
        for (const check of checks) expect(checkIds.has(check)).toBe(true);
        for (const proof of proofs) expect(proofIds.has(proof)).toBe(true);
        for (const caution of said) expect(cautionIds).toContain(caution);
      }
    }
    for (const check of everySheet) expect(checkIds.has(check)).toBe(true);
  });
});

describe('builds', () => {
  test('every family has a usual variant of each feature it has, and contradicts nothing', () => {
    for (const { id } of families) {
      expect(featuresOf(id).length).toBeGreaterThan(5);
      for (const { variants, usual } of featuresOf(id)) {
        expect(variants.map((variant) => variant.id)).toContain(usual[id]);
        expect(new Set(variants.map((variant) => variant.id)).size).toBe(variants.length);
      }
      expect(contradictions(buildOf(id))).toEqual([]);
    }
  });

  test('what cannot be is said in words', () => {
    const said = (variants: Record<string, string>) =>
      contradictions(buildOf('enclosed-diode', variants)).join(' ');
    expect(said({ reach: 'behind', shield: 'none', nozzle: 'none' })).toMatch(/has neither/);
    expect(said({ reach: 'in-front', shield: 'hood' })).toMatch(/hood covers it/);
    expect(said({ held: 'gone' })).toMatch(/no longer there/);
  });

  test('what comes off is put back in the reverse of its order', () => {
    const written = writtenOpening(buildOf('enclosed-diode'), 'head-off')!;
    const at = (lines: readonly WrittenLine[], words: RegExp) =>
      lines.findIndex((line) => words.test(typeof line === 'string' ? line : JSON.stringify(line)));
    const undone = [
      /Distance sensor off/,
      /Cable out of its holder/,
      /Air hose: press/,
      /Pull the cable plug/,
      /two screws/,
    ];
    const redone = [
      /Head on its seat/,
      /Plug in until/,
      /Air hose in/,
      /Cable through its holder/,
      /Distance sensor back/,
    ];
    for (const [lines, words] of [
      [written.open, undone],
      [written.close, redone],
    ] as const) {
      const places = words.map((one) => at(lines, one));
      expect(places.every((place) => place >= 0)).toBe(true);
      expect(places).toEqual([...places].sort((a, b) => a - b));
    }
  });
});
