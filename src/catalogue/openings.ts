import { hasNozzle, hasShield, isAtBench, isBehind, variantIn, type Build } from './builds/build';
import type { Opening } from './schema';

/** Dismantling that several tasks share. Minutes to open and to close. Common practice, no source. */
export const openings: readonly Opening[] = [
  { id: 'lid-only', name: 'Lid only', needs: 'machine idle', open: 0, close: 0 },
  {
    id: 'isolate',
    name: 'Isolate',
    needs:
      'off at the switch, unplugged, key out, exhaust unplugged too; wait before touching connectors',
    open: 2,
    close: 0,
  },
  { id: 'bed-out', name: 'Bed out', needs: 'bed lifted out', open: 1, close: 1 },
  {
    id: 'head-off',
    name: 'Head off',
    needs:
      'air hose and cables unplugged (pull the plug, never the wires), screws or latch; leave the bed in as a catch',
    open: 2,
    close: 3,
  },
  { id: 'shield-off', name: 'Shield off', needs: 'by hand or its set screws', open: 1, close: 1 },
  {
    id: 'module-top-off',
    name: 'Module top off',
    needs: 'its cover; at the bench do the lens first, since the connector is already off',
    open: 2,
    close: 2,
  },
  {
    id: 'nozzle-off',
    name: 'Nozzle off',
    needs: 'tip and ring unscrewed over a soft cloth, or pulled off',
    open: 1,
    close: 2,
  },
  {
    id: 'rear-off',
    name: 'Rear off',
    needs: 'machine pulled from the wall (wheels help), hose or plenum unscrewed',
    open: 4,
    close: 4,
  },
  { id: 'panels-off', name: 'Panels off', needs: 'quarter-turn side panels', open: 2, close: 2 },
  { id: 'coolant-open', name: 'Coolant open', needs: 'pump off', open: 1, close: 1 },
];

const byId = new Map(openings.map((opening) => [opening.id, opening]));

/** Minutes of an opening, open and close together; 0 where there is none such. */
export function openingMinutes(id: string): number {
  const opening = byId.get(id);
  return opening ? opening.open + opening.close : 0;
}

/** Where a family gets at a station otherwise than most. */
const otherwise: Readonly<Record<string, string>> = {
  // no gantry and no bed to lift: the hood goes up
  'galvo-desktop plate.clean': 'isolate',
  'galvo-desktop interior.strip-clean': 'isolate',
  // the head comes off its magnets, and the lens is pulled out of it
  'co2-desktop lens.wipe': 'head-off',
  'co2-desktop head-fan.clean': 'head-off',
};

/** The opening in which a task is done, the innermost of those it needs. */
export function openingFor(
  build: Build,
  stationKind: string,
  task: { key: string; opening: string },
): string {
  const { family, variants } = build;
  const place = `${stationKind}.${task.key}`;
  const glass = hasNozzle(build) ? 'nozzle-off' : hasShield(build) ? 'shield-off' : null;
  switch (place) {
    case 'window.wipe':
      return ['behind', 'behind-bench'].includes(variants['reach'] ?? '') && glass
        ? glass
        : 'lid-only';
    case 'window.strip-clean':
      if (variants['reach'] === 'in-front') return 'lid-only';
      return isBehind(build) && glass ? glass : 'head-off';
    case 'diode-module.clean':
    case 'diode-module.strip-clean':
      return variants['top'] === 'open' ? 'isolate' : 'module-top-off';
    case 'nozzle.clean':
      return hasNozzle(build) ? 'nozzle-off' : 'lid-only';
    case 'lens.wipe':
      if (variants['lens'] === 'glued') return 'lid-only';
      break;
    case 'outlet-fan.clean':
      if (variants['rear'] === 'inside') return 'isolate';
      break;
    case 'ports.clean':
      if (variants['ports'] === 'inside') return 'isolate';
      break;
    case 'panel-mirror.clean':
      if (!variants['panel']) return 'isolate';
      break;
  }
  return otherwise[`${family} ${place}`] ?? task.opening;
}

/** The openings that must be open before one can be opened on this build, from the outside inwards. */
export function openingsUnder(build: Build, opening: string): readonly string[] {
  switch (opening) {
    case 'module-top-off':
      return build.variants['bench'] === 'bench' && variantIn(build, 'held') ? ['head-off'] : [];
    case 'nozzle-off':
      return hasShield(build) ? ['shield-off'] : [];
    default:
      return [];
  }
}

/** Every opening that a task needs, from the outside inwards, its own last. */
export function openingsFor(
  build: Build,
  stationKind: string,
  task: { key: string; opening: string },
): string[] {
  const own = openingFor(build, stationKind, task);
  const bench =
    stationKind === 'window' &&
    isAtBench(build) &&
    (task.key === 'strip-clean' || build.variants['reach'] === 'behind-bench') &&
    own !== 'lid-only';
  // a head that is stripped whole lies on the bench, also where its fan alone is brushed on the machine
  const whole =
    stationKind === 'diode-module' &&
    task.key === 'strip-clean' &&
    variantIn(build, 'held') !== null;
  return [...new Set([...(bench || whole ? ['head-off'] : []), ...openingsUnder(build, own), own])];
}

/** Of what is opened on one sheet, what lies outside an opening: it comes off before, and goes back after. */
export function liesUnder(build: Build, opening: string, opened: ReadonlySet<string>): string[] {
  const outside = [...openingsUnder(build, opening)];
  if (opening === 'module-top-off') outside.push('head-off');
  // at the bench shield and nozzle come off the head that lies there
  if ((opening === 'nozzle-off' || opening === 'shield-off') && isAtBench(build)) {
    outside.push('head-off');
  }
  return [...new Set(outside)].filter((one) => opened.has(one));
}

const closed: Readonly<Record<string, string>> = {
  'bed-out': 'Bed back in',
  'head-off': 'Head back on',
  'shield-off': 'Shield back on',
  'module-top-off': 'Module top back on',
  'nozzle-off': 'Nozzle back on',
  'rear-off': 'Rear back on',
  'panels-off': 'Panels back on',
  'coolant-open': 'Coolant closed',
};

/** What closing an opening is called. */
export function closingName(opening: string): string {
  return closed[opening] ?? `${opening} closed`;
}

export const openingName = (opening: string) => byId.get(opening)?.name ?? opening;

/** What stands open behind an opening that dust must not meet: a glass, the seat of a lens, a board. */
export function exposes(build: Build, opening: string): boolean {
  if (opening === 'nozzle-off' || opening === 'module-top-off' || opening === 'panels-off') {
    return true;
  }
  // without a nozzle the glass lies behind the shield alone
  return opening === 'shield-off' && isBehind(build) && !hasNozzle(build);
}

/** Openings that raise dust or drip themselves. */
export const dustyOpenings: readonly string[] = ['bed-out', 'rear-off'];
