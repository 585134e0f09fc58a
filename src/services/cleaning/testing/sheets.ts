import { buildOf, ownUndo, type Build, type OwnVariant } from '../../../catalogue/builds/build';
import { stationKind } from '../../../catalogue/catalogue';
import { families } from '../../../catalogue/families';
import { judgeMethod, partOf } from '../../../catalogue/matrix';
import { methodQuestions } from '../../../catalogue/methods';
import type { CatalogueTask, Family } from '../../../catalogue/schema';
import type { By } from '../../../catalogue/steps/compose';
import { railsOf, runsDry } from '../../../catalogue/steps/steps';
import { workOf } from '../../../catalogue/steps/work';
import { rung } from '../../../core/care/depth';
import type { RunSheet } from '../../../core/cleaning/run';
import type { AnsweredQuestion } from '../../care/methods';
import { buildRun, type SheetMode } from '../run-sheet';
import { placeId, type SheetMachine, type SheetPlace } from '../run-parts';

export const family = (id: string): Family => families.find((one) => one.id === id)!;

/** A machine as tests want it. */
export interface Imagined {
  family: string;
  variants?: Readonly<Record<string, string>>;
  own?: readonly OwnVariant[];
  methods?: Readonly<Record<string, string>>;
  card?: Readonly<Record<string, string>>;
  turned?: readonly string[];
  ownWords?: SheetMachine['ownWords'];
  warm?: boolean;
  connectorWait?: SheetMachine['connectorWait'];
}

const answersOf = (methods: Imagined['methods'] = {}): AnsweredQuestion[] =>
  methodQuestions.map((question) => ({
    ...question,
    chosen: methods[question.id] ?? question.standard,
    by: null,
  }));

export const buildFor = ({ family: id, variants = {}, own = [] }: Imagined): Build =>
  buildOf(id, variants, own);

export function machineOf(imagined: Imagined): SheetMachine {
  return {
    build: buildFor(imagined),
    card: imagined.card ?? {},
    connectorWait: imagined.connectorWait ?? { minutes: 10, source: null },
    turned: new Set(imagined.turned ?? []),
    ownWords: imagined.ownWords ?? new Map(),
    warm: imagined.warm ?? true,
    dried: new Map(),
  };
}

/** A task of a kind of station that an imagined machine has. */
export function placeOn(
  imagined: Imagined,
  slug: string,
  kind: string,
  key: string,
  { task, apart = false }: { task?: CatalogueTask; apart?: boolean } = {},
): SheetPlace {
  const build = buildFor(imagined);
  const card = imagined.card ?? {};
  const rails = railsOf(build, { kind, slug });
  const answers = answersOf(imagined.methods);
  const by: By = {
    school: (question) => answers.find(({ id }) => id === question)?.chosen ?? '',
    harmful: (method) =>
      judgeMethod(method, partOf(kind, card, runsDry(rails))).verdict === 'harmful',
    variant: (feature) => build.variants[feature],
    ownWords: (feature) => ownUndo(build, feature),
    card,
    rails,
  };
  const planned = task ?? stationKind(kind).tasks.find((one) => one.key === key)!;
  return {
    stationId: slug,
    stationKind: kind,
    slug,
    station:
      family(imagined.family).stations.find((one) => one.slug === slug)?.name ??
      stationKind(kind).name,
    work: {
      ...workOf(build, { kind, slug }, planned, by, apart),
      build,
      by,
      answers,
      learned: null,
    },
    methods: [],
  };
}

/** Every task of the family of an imagined machine, but what stands for the whole. */
export function everyPlace(imagined: Imagined): SheetPlace[] {
  return family(imagined.family).stations.flatMap(({ slug, kind }) =>
    kind === 'whole'
      ? []
      : stationKind(kind).tasks.map(({ key }) => placeOn(imagined, slug, kind, key)),
  );
}

/** Every station of a machine at its deepest, as a strip-clean of the whole machine takes it. */
export function fullStrip(imagined: Imagined): SheetPlace[] {
  return family(imagined.family).stations.flatMap(({ slug, kind }) => {
    const tasks = stationKind(kind).tasks.filter(
      ({ depth }) => depth !== 'drain' && kind !== 'whole' && kind !== 'debris',
    );
    const deepest = Math.max(-1, ...tasks.map(({ depth }) => rung(depth) ?? -1));
    return tasks
      .filter(({ depth }) => (rung(depth) ?? deepest) === deepest)
      .map(({ key }) => placeOn(imagined, slug, kind, key));
  });
}

/** Tasks of a machine by station and key, as a sheet takes them. */
export function placesOn(imagined: Imagined, ...picked: [slug: string, key: string][]) {
  const kinds = new Map(family(imagined.family).stations.map(({ slug, kind }) => [slug, kind]));
  const places = picked.map(([slug, key]) => placeOn(imagined, slug, kinds.get(slug)!, key));
  const apart =
    places.some(({ work }) => work.openings.includes('shield-off')) &&
    !imagined.turned?.includes('shield-apart');
  return places.map((place) =>
    apart && place.stationKind === 'shield'
      ? placeOn(imagined, place.slug, 'shield', place.work.task.key, { apart })
      : place,
  );
}

export const runOn = (
  imagined: Imagined,
  places: readonly SheetPlace[],
  mode: SheetMode = {},
): RunSheet => buildRun(machineOf(imagined), places, mode);

export const idOf = ({ stationId, work }: SheetPlace) => placeId(stationId, work.task.key);
