import { buildOf, ownUndo, type Build, type OwnVariant } from '../../catalogue/builds/build';
import { stationKind } from '../../catalogue/catalogue';
import { families } from '../../catalogue/families';
import { judgeMethod, partOf } from '../../catalogue/matrix';
import { methodQuestions } from '../../catalogue/methods';
import type { CatalogueTask, Family } from '../../catalogue/schema';
import type { By } from '../../catalogue/steps/compose';
import { railsOf, runsDry } from '../../catalogue/steps/steps';
import { workOf } from '../../catalogue/steps/work';
import { kindsApart } from '../../core/cleaning/sheet-rules';
import type { AnsweredQuestion } from '../care/methods';
import type { SheetMachine, SheetPlace } from './run-parts';

export const family = (id: string): Family => families.find((one) => one.id === id)!;

/** A machine of no shop: built as most of its family are, but for what is said of it. */
export interface Imagined {
  family: string;
  variants?: Readonly<Record<string, string>>;
  own?: readonly OwnVariant[];
  methods?: Readonly<Record<string, string>>;
  card?: Readonly<Record<string, string>>;
  turned?: readonly string[];
  ownWords?: SheetMachine['ownWords'];
  warm?: boolean;
  humidity?: number;
  connectorWait?: SheetMachine['connectorWait'];
}

const answeredOf = new WeakMap<object, AnsweredQuestion[]>();
const asStandard = {};

/** The answers to every question; the same choice is answered once, whatever number of places asks. */
function answersOf(methods: NonNullable<Imagined['methods']> = asStandard): AnsweredQuestion[] {
  let found = answeredOf.get(methods);
  if (!found) {
    found = methodQuestions.map((question) => ({
      ...question,
      chosen: methods[question.id] ?? question.standard,
      by: null,
    }));
    answeredOf.set(methods, found);
  }
  return found;
}

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
    humidity: imagined.humidity ?? null,
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
    verdict: (method) => judgeMethod(method, partOf(kind, card, runsDry(rails))).verdict,
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

/** Tasks of a machine by station and key, as a sheet takes them. */
export function placesOn(imagined: Imagined, ...picked: [slug: string, key: string][]) {
  const kinds = new Map(family(imagined.family).stations.map(({ slug, kind }) => [slug, kind]));
  const places = picked.map(([slug, key]) => placeOn(imagined, slug, kinds.get(slug)!, key));
  const apart = kindsApart(places, new Set(imagined.turned));
  return places.map((place) =>
    apart.has(place.stationKind)
      ? placeOn(imagined, place.slug, place.stationKind, place.work.task.key, { apart: true })
      : place,
  );
}
