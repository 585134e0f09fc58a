import { contradictions, featuresOf, ownUndo, type Build } from '../../catalogue/builds/build';
import { findFamily } from '../../catalogue/catalogue';
import type { BuildPart } from '../../catalogue/builds/feature';
import { closingName, openingName, openings } from '../../catalogue/openings';
import { compose, lubricantOf, type By } from '../../catalogue/steps/compose';
import { touchesConnectors, writtenOpening } from '../../catalogue/steps/openings';
import { railsOf } from '../../catalogue/steps/steps';
import { dueMachines } from '../care/due';
import { answeredQuestions, methodsFinder } from '../care/methods';
import { fittedAt, listModules } from '../parts/parts';
import type { Shop } from '../shop';
import { buildFinder, connectorWaitFinder, orderRules } from './builds';
import { careBackwards } from '../../records/care';
import type { MachineRow } from '../../records/machines';

/** A feature of a machine with the variants to choose from. */
export interface FeatureView {
  id: string;
  part: BuildPart;
  name: string;
  ofHead: boolean;
  chosen: string;
  /** as most of its family are */
  usual: boolean;
  variants: { id: string; name: string; own: boolean }[];
}

/** How something comes off and goes back on this build. */
export interface OpeningView {
  id: string;
  name: string;
  closing: string;
  undo: string[];
  redo: string[];
  /** "Head: 2 screws" */
  parts: string[];
  waits: boolean;
}

/** What greases a rail, and when it last was. */
export interface GreaseRow {
  stationId: string;
  station: string;
  axis: string;
  /** "silicone grease"; `null`: nothing ever goes on it */
  lubricant: string | null;
  /** UTC milliseconds; `null`: not in the book */
  wiped: number | null;
  greased: number | null;
}

/** All there is to say of how a machine is put together. */
export function buildView(shop: Shop, machine: MachineRow) {
  const build = buildFinder(shop)(machine);
  const head = fittedAt(listModules(shop), machine.id, 'head', shop.now());
  return {
    features: featuresOf(machine.family).map(({ id, part, name, ofHead, variants, usual }) => ({
      id,
      part,
      name,
      ofHead: ofHead ?? false,
      chosen: build.variants[id]!,
      usual: build.variants[id] === usual[machine.family],
      variants: [
        ...variants.map((variant) => ({ id: variant.id, name: variant.name, own: false })),
        ...build.own
          .filter(({ feature }) => feature === id)
          .map((own) => ({ id: own.id, name: own.name, own: true })),
      ],
    })) satisfies FeatureView[],
    head: head && { serial: head.serial, name: head.name },
    said: contradictions(build),
    openings: openingViews(shop, machine, build),
    grease: greaseMap(shop, machine),
    connectorWait: connectorWaitFinder(shop)(machine),
    order: orderRules(shop, machine.id),
  };
}

/** What sentences are composed from where no station is meant. */
function machineBy(shop: Shop, machine: MachineRow, build: Build): By {
  const answers = answeredQuestions(shop, { machineId: machine.id, stationId: null });
  return {
    school: (question) => answers.find(({ id }) => id === question)?.chosen ?? '',
    verdict: () => 'allowed',
    variant: (feature) => build.variants[feature],
    ownWords: (feature) => ownUndo(build, feature),
    card: machine.card,
    rails: [],
  };
}

/** Whether machines of its family are cooled by water that is changed here. */
const hasCoolant = ({ family }: MachineRow) =>
  findFamily(family)!.stations.some(({ kind }) => kind === 'coolant');

const counts = ['screws', 'plugs', 'hoses', 'lugs'] as const;

function openingViews(shop: Shop, machine: MachineRow, build: Build): OpeningView[] {
  const by = machineBy(shop, machine, build);
  return openings.flatMap(({ id }): OpeningView[] => {
    const written = writtenOpening(build, id);
    // a feature that this family does not have opens nothing
    if (!written || written.open.length + written.close.length === 0) return [];
    if (id === 'coolant-open' && !hasCoolant(machine)) return [];
    return [
      {
        id,
        name: openingName(id),
        closing: closingName(id),
        undo: compose(written.open, by).map(({ text }) => text),
        redo: compose(written.close, by).map(({ text }) => text),
        parts: written.parts.map((part) => {
          const loose = counts.flatMap((count) => {
            const many = part[count] ?? 0;
            return many === 0 ? [] : [`${many} ${many === 1 ? count.slice(0, -1) : count}`];
          });
          return [part.name, ...loose].join(', ');
        }),
        waits: touchesConnectors(build, id),
      },
    ];
  });
}

/** Depths after which old grease is off a rail. */
const wipes: ReadonlySet<string> = new Set(['clean', 'wipe']);

/** What greases each rail of a machine, when it was last wiped out, and when it was last greased. */
export function greaseMap(shop: Shop, machine: MachineRow): GreaseRow[] {
  const build = buildFinder(shop)(machine);
  const methodsAt = methodsFinder(shop);
  const [due] = dueMachines(shop, shop.now(), machine.id);
  return (due?.stations ?? []).flatMap((station): GreaseRow[] => {
    const rails = railsOf(build, station);
    if (rails.length === 0) return [];
    const answers = methodsAt({ machineId: machine.id, stationId: station.id });
    const by: By = {
      ...machineBy(shop, machine, build),
      school: (question) => answers.find(({ id }) => id === question)?.chosen ?? '',
      rails,
    };
    const lubricating = new Set(
      station.tasks.filter(({ task }) => task.depth === 'lubricate').map(({ task }) => task.key),
    );
    // where no task of its own greases, the clean does it along the way
    const greases = lubricating.size > 0 ? lubricating : wipes;
    return rails.map(({ axis, type }) => {
      const lubricant = lubricantOf(by, type);
      return {
        stationId: station.id,
        station: station.name,
        axis,
        lubricant: lubricant?.name ?? null,
        wiped: lastDone(shop, station.id, wipes),
        greased: lubricant ? lastDone(shop, station.id, greases) : null,
      };
    });
  });
}

/** When one of some tasks was last done at a station. */
function lastDone(shop: Shop, stationId: string, wanted: ReadonlySet<string>): number | null {
  for (const { at, task, result } of careBackwards(shop.db, stationId, shop.now())) {
    if (result === 'done' && wanted.has(task)) return at;
  }
  return null;
}
