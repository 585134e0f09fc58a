import type { Opening } from './schema';

/** Dismantling that several tasks share. Minutes open and close together. Common practice, no source. */
export const openings: readonly Opening[] = [
  { id: 'lid-only', name: 'Lid only', needs: 'machine idle', minutes: 0 },
  {
    id: 'isolate',
    name: 'Isolate',
    needs:
      'off at the switch, unplugged, key out, exhaust unplugged too; wait before touching connectors',
    minutes: 2,
  },
  { id: 'bed-out', name: 'Bed out', needs: 'bed lifted out', minutes: 2 },
  {
    id: 'head-off',
    name: 'Head off',
    needs:
      'air hose and cables unplugged (pull the plug, never the wires), screws or latch; leave the bed in as a catch',
    minutes: 5,
  },
  {
    id: 'module-top-off',
    name: 'Module top off',
    needs: 'four screws; do the lens first, then this, since the connector is already off',
    minutes: 6,
  },
  {
    id: 'nozzle-off',
    name: 'Nozzle off',
    needs: 'hose off, tip and ring unscrewed over a soft cloth',
    minutes: 3,
  },
  {
    id: 'rear-off',
    name: 'Rear off',
    needs: 'machine pulled from the wall (wheels help), hose or plenum unscrewed',
    minutes: 8,
  },
  { id: 'panels-off', name: 'Panels off', needs: 'quarter-turn side panels', minutes: 4 },
  { id: 'coolant-open', name: 'Coolant open', needs: 'pump off', minutes: 2 },
];

/** Where a family gets at a station otherwise than most. */
const otherwise: Readonly<Record<string, string>> = {
  // no gantry and no bed to lift: the hood goes up
  'galvo-desktop plate.clean': 'isolate',
  'galvo-desktop interior.strip-clean': 'isolate',
  // fan and board are reached under the cover
  'open-frame-diode diode-module.strip-clean': 'module-top-off',
  'enclosed-diode diode-module.strip-clean': 'module-top-off',
  // the head comes off its magnets, and the lens is pulled out of it
  'co2-desktop lens.wipe': 'head-off',
  'co2-desktop head-fan.clean': 'head-off',
};

/** The opening a task needs in a family. */
export function openingFor(
  family: string,
  stationKind: string,
  task: { key: string; opening: string },
): string {
  return otherwise[`${family} ${stationKind}.${task.key}`] ?? task.opening;
}

/** What must be open already for an opening: the cover of a head is undone on the bench. */
export function openingsUnder(opening: string): readonly string[] {
  return opening === 'module-top-off' ? ['head-off'] : [];
}

const closed: Readonly<Record<string, string>> = {
  'bed-out': 'Bed back in',
  'head-off': 'Head back on',
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
