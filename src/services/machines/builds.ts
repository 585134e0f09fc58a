import { z } from 'zod';
import {
  buildOf,
  contradictions,
  findFeature,
  featuresOf,
  type Build,
  type OwnVariant,
} from '../../catalogue/builds/build';
import type { DrawnBuild } from '../../catalogue/drawing/shapes';
import { findFamily } from '../../catalogue/catalogue';
import { ourWays } from '../../core/cleaning/sheet-rules';
import type { Limit } from '../../core/care/care';
import { ok } from '../../core/units/result';
import { entryData, standingEntries } from '../../records/audit-log';
import { newId } from '../../records/ids';
import { listStations, type MachineRow } from '../../records/machines';
import { changeLimits } from '../care/care-plans';
import { fittedAt, listModules } from '../parts/parts';
import { refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { allOrRefused, id, optionalText, requiredText, useCase } from '../use-case';
import { addMachine, nicknameSchema, requireMachine } from './machines';

/** The head of a machine, of which what is said travels with it. */
const headModule = (shop: Pick<Shop, 'db' | 'now'>, machineId: string) =>
  fittedAt(listModules(shop), machineId, 'head', shop.now());

/** A machine as far as its build goes. */
export interface BuiltMachine {
  id: string;
  family: string;
  /** the head it is looked at with, where that is not the one in it: one that lies on the bench */
  headId?: string;
}

/** Tells how each machine is put together, with the head that is in it now. Asks the book once. */
export function buildFinder(shop: Pick<Shop, 'db' | 'now'>): (machine: BuiltMachine) => Build {
  const rows = standingEntries(shop.db, ['machine build']).map((row) => ({
    machineId: row.machineId,
    id: row.id,
    ...entryData(row, 'machine build'),
  }));
  if (rows.length === 0) return ({ family }) => buildOf(family);
  const modules = listModules(shop);
  return ({ id: machineId, family, headId }) => {
    const head = headId
      ? (modules.find(({ id: one }) => one === headId) ?? null)
      : fittedAt(modules, machineId, 'head', shop.now());
    const chosen: Record<string, string> = {};
    const own: OwnVariant[] = [];
    for (const { feature, variant, moduleId, own: words, ...row } of rows) {
      // what was said of another head lies with that head
      const ofHead = findFeature(feature)?.ofHead && head !== null;
      const here = moduleId ? moduleId === head?.id : row.machineId === machineId && !ofHead;
      if (words && (here || row.machineId === machineId))
        own.push({ feature, id: variant, ...words });
      if (here) chosen[feature] = variant;
    }
    return buildOf(family, chosen, own);
  };
}

/** A machine's build as far as its drawing shows it. */
export function drawnBuild(shop: Pick<Shop, 'db' | 'now'>, machine: BuiltMachine): DrawnBuild {
  const { family, variants } = buildFinder(shop)(machine);
  return { family, variants };
}

/** Whether anything was said of how a machine is put together: else it counts as most of its family are. */
export function isBuildSaid(shop: Pick<Shop, 'db'>, machineId: string): boolean {
  return standingEntries(shop.db, ['machine build'], { machineId }).length > 0;
}

const count = z.number().int().min(0).max(40);

export const ownVariantSchema = z.object({
  name: requiredText('Say how it is made, in a few words.', 120),
  undo: z.array(z.string().trim().min(1).max(300)).max(12),
  redo: z.array(z.string().trim().min(1).max(300)).max(12),
  screws: count.default(0),
  plugs: count.default(0),
  hoses: count.default(0),
  lugs: count.default(0),
  facing: z.string().trim().max(200).default(''),
  connectors: z.boolean().default(false),
});

/** Says how a feature of a machine is made: one of the usual variants, or one in the shop's own words. */
export const chooseVariant = useCase(
  z.object({
    machineId: id,
    feature: z.string().max(60),
    /** left out where it is written in own words */
    variant: z.string().max(60).nullish(),
    own: ownVariantSchema.nullish(),
  }),
  (shop, actor, { machineId, feature: featureId, variant, own }): Outcome<{ said: string[] }> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    const feature = featuresOf(machine.value.family).find(({ id: known }) => known === featureId);
    if (!feature) return refuse('A machine of this family has no such feature.', 'feature');
    const before = buildFinder(shop)(machine.value);
    const known =
      feature.variants.some(({ id: one }) => one === variant) ||
      before.own.some((one) => one.feature === featureId && one.id === variant);
    if (!own && !known) return refuse('That is not one of its variants.', 'variant');
    if (own && own.undo.length === 0 && own.redo.length === 0) {
      return refuse('Write at least one step: how it comes off, or how it goes back.', 'own.undo');
    }
    const head = feature.ofHead ? headModule(shop, machineId) : null;
    writeEntry(shop, actor, {
      kind: 'machine build',
      machineId,
      data: {
        feature: featureId,
        variant: own ? `own-${newId()}` : variant!,
        moduleId: head?.id ?? null,
        own: own ?? null,
      },
    });
    const industrial = variant === 'industrial';
    // only where the head changes: limits that the shop gave itself stay otherwise
    if (featureId === 'lens-head' && industrial !== (before.variants[featureId] === 'industrial')) {
      const told = setOpticsLimits(shop, actor, machineId, industrial);
      if (!told.ok) return told;
    }
    // what cannot be is said, and kept all the same: the next choice may put it right
    return ok({ said: contradictions(buildFinder(shop)(machine.value)) });
  },
);

/** Adds a machine and says at once how it differs from most of its family: all of it or nothing. */
export const addBuiltMachine = useCase(
  z.object({
    nickname: nicknameSchema,
    family: z.string().max(80),
    /** by feature, where it is known; left out: as most */
    variants: z.record(z.string().max(60), z.string().max(60)).default({}),
    past: z.enum(['new', 'used'], 'Say whether it is new or was used before.').default('used'),
  }),
  (
    shop,
    actor,
    { nickname, family, variants, past },
  ): Outcome<{ machine: MachineRow; said: string[] }> =>
    allOrRefused(shop, (take) => {
      const machine = take(addMachine(shop, actor, { nickname, family, past }));
      const usual = buildOf(machine.family).variants;
      for (const [feature, variant] of Object.entries(variants)) {
        if (variant === usual[feature]) continue;
        take(chooseVariant(shop, actor, { machineId: machine.id, feature, variant }));
      }
      return { machine, said: contradictions(buildFinder(shop)(machine)) };
    }),
);

/** Limits of lens and mirrors under an industrial head. Common practice, no source. */
const industrialLimits: Limit[] = [
  { kind: 'soil', value: 15 },
  { kind: 'days', value: 7 },
];

/** Gives lens and mirrors of a machine the limits of its head: they stand in the care plan, with the reason. */
function setOpticsLimits(
  shop: Shop,
  actor: Actor,
  machineId: string,
  industrial: boolean,
): Outcome<null> {
  for (const station of listStations(shop.db, machineId)) {
    if (!['lens', 'mirror', 'head-mirror'].includes(station.kind)) continue;
    const changed = changeLimits(shop, actor, {
      stationId: station.id,
      task: 'wipe',
      limits: industrial ? industrialLimits : null,
      reason: industrial ? 'industrial head, air at the lens' : 'small stock head',
    });
    if (!changed.ok) return changed;
  }
  return ok(null);
}

/** The wait before connectors of a machine: its own figure where the manual or label says one. */
export interface ConnectorWait {
  minutes: number;
  /** where the figure is from; `null`: ours */
  source: string | null;
}

export function connectorWaitFinder(
  shop: Pick<Shop, 'db'>,
): (machine: BuiltMachine) => ConnectorWait {
  const said = new Map(
    standingEntries(shop.db, ['connector wait']).map((row) => [
      row.machineId,
      entryData(row, 'connector wait'),
    ]),
  );
  return ({ id: machineId, family }) =>
    said.get(machineId) ?? { minutes: findFamily(family)!.isolationMinutes, source: null };
}

/** Keeps the wait before connectors that the manual or label of a machine names. */
export const setConnectorWait = useCase(
  z.object({
    machineId: id,
    minutes: z
      .number('Say how many minutes.')
      .int('Whole minutes.')
      .min(0, 'Not less than none.')
      .max(120, 'At most two hours.'),
    source: requiredText(
      'Say where the figure is from: the manual, the label, the help line.',
      200,
    ),
  }),
  (shop, actor, { machineId, minutes, source }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    writeEntry(shop, actor, { kind: 'connector wait', machineId, data: { minutes, source } });
    return ok(null);
  },
);

/** A rule of our own way, as it stands on a machine. */
export interface OrderRule {
  id: string;
  name: string;
  turnedName: string;
  why: string;
  turned: { reason: string; by: string; at: number } | null;
  /** somebody says it is done the other way: until that is settled it stands as it is */
  unconfirmed: { by: string; otherBy: string } | null;
}

/** Tells which of our own ways a machine does the other way round. */
export function orderRules(shop: Pick<Shop, 'db'>, machineId: string): OrderRule[] {
  const rows = standingEntries(shop.db, ['order rule'], { machineId });
  return ourWays.map(({ id: rule, name, turned: turnedName, why }) => {
    const last = rows.findLast((row) => entryData(row, 'order rule').rule === rule);
    const said = last && entryData(last, 'order rule');
    return {
      id: rule,
      name,
      turnedName,
      why,
      turned: said?.turned ? { reason: last!.note ?? '', by: last!.person, at: last!.at } : null,
      unconfirmed: said?.unconfirmed ?? null,
    };
  });
}

/**
 * Turns a rule of our own way round on a machine, with a reason, or puts it back; or keeps that two say different
 * things of it.
 */
export const turnOrderRule = useCase(
  z.object({
    machineId: id,
    rule: z.string().max(60),
    turned: z.boolean(),
    reason: requiredText('Say why this machine is done so.', 300),
    /** who says that it is done so, and who says the other way round: to be confirmed */
    saidBy: optionalText(80),
    otherBy: optionalText(80),
  }),
  (shop, actor, { machineId, rule, turned, reason, saidBy, otherBy }): Outcome<null> => {
    const machine = requireMachine(shop, machineId);
    if (!machine.ok) return machine;
    if (!ourWays.some(({ id: known }) => known === rule)) {
      return refuse('That rule is safety or physics: it is not turned round.', 'rule');
    }
    if (otherBy && !saidBy) return refuse('Say who says that it is done so.', 'saidBy');
    if (saidBy && !otherBy) return refuse('Say who says otherwise.', 'otherBy');
    writeEntry(shop, actor, {
      kind: 'order rule',
      machineId,
      note: reason,
      data: {
        rule,
        turned,
        ...(saidBy && otherBy && { unconfirmed: { by: saidBy, otherBy } }),
      },
    });
    return ok(null);
  },
);
