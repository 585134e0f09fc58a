import { inPercent } from '../../../core/units/percent';
import { elapsed } from '../../../core/care/minutes';
import { findFamily } from '../../../catalogue/catalogue';
import { lineEnergy } from '../../../core/readings/strength/energy';
import {
  chartStrength,
  restorations,
  spreadOf,
  usuallyRestored,
  type Charted,
  type Restored,
} from '../../../core/readings/strength/story';
import { millisecondsPerDay, millisecondsPerMinute } from '../../../core/units/time';
import { cleanedAt } from '../../../records/care';
import { listStations, type MachineRow } from '../../../records/machines';
import type { MachineDue } from '../../care/due';
import { keptOf, ofToday } from '../../kept';
import type { Shop } from '../../shop';
import { runHoursBetween } from '../../usage/usage';
import { bookings } from '../../schedule/bookings';
import { burnsOf, type Burn } from './burns';
import { recipes, type Recipe } from './recipes';

/** A recipe with all that is known of the machine's strength by it. */
export interface RecipeView {
  recipe: Recipe;
  burns: Burn[];
  /** the baseline in force */
  baseline: Burn | null;
  /** comparable burns since the baseline, charted */
  chart: Charted[];
  sigma: number;
  cleanings: number[];
  restored: Restored[];
  /** strength that cleaning lately brings back here, 1 = the baseline */
  restoredTo: number;
  /** what the last burn says, in a sentence; null: nothing yet */
  verdict: string | null;
  /** J/mm of the recipe, where the machine's rated power is known */
  joulesPerMm: number | null;
}

/** Stations that the beam passes: cleaning one can restore strength. */
function opticStations(shop: Pick<Shop, 'db'>, machineId: string): string[] {
  return listStations(shop.db, machineId)
    .filter(({ kind }) => opticKinds.has(kind))
    .map(({ id }) => id);
}

const opticKinds = new Set(['inner-lens', 'window', 'lens', 'field-lens', 'mirror', 'head-mirror']);

/** Everything known of a machine's strength, a view a recipe. */
export const strengthViews = (shop: Shop, machine: MachineRow): readonly RecipeView[] =>
  keptOf(shop, `strength views ${machine.id}`, ofToday, () => ({
    value: readViews(shop, machine),
    of: [machine.id],
  }));

function readViews(shop: Shop, machine: MachineRow): RecipeView[] {
  const all = burnsOf(shop, machine.id);
  const watts = ratedWatts(machine);
  const optics = opticStations(shop, machine.id);
  const charts = recipes(shop, machine.id).map((recipe) => {
    const burns = all.get(recipe.id) ?? [];
    const baseline = burns.findLast((burn) => burn.baseline) ?? null;
    const measured = burns.flatMap(({ at, strength }) =>
      baseline && at >= baseline.at && strength !== null ? [{ at, strength }] : [],
    );
    const cleanings = baseline ? cleanedAt(shop.db, optics, baseline.at) : [];
    const steady = measured.filter(({ strength }) => strength > 0.85).map((one) => one.strength);
    const sigma = spreadOf(steady);
    const chart = chartStrength(measured, cleanings, sigma);
    return { recipe, burns, baseline, cleanings, sigma, chart };
  });
  const restored = restorations(
    charts,
    [...new Set(charts.flatMap(({ cleanings }) => cleanings))],
    (cleaned, burnt) => runHoursBetween(shop, machine.id, cleaned, burnt) <= soonRunHours,
  );
  const restoredTo = usuallyRestored(restored.flat().sort((a, b) => a.cleanedAt - b.cleanedAt));
  return charts.map((view, index) => ({
    ...view,
    restored: restored[index]!,
    restoredTo,
    verdict: verdictOf(machine, view.chart, restored[index]!, view.burns.at(-1) ?? null),
    joulesPerMm: watts === null ? null : lineEnergy(watts, view.recipe),
  }));
}

/** A burn within so many run hours of a cleaning tells what the cleaning did. */
const soonRunHours = 2;

/** Watts on the machine's card: "20 W", "80 W tube"; `null` where it does not say. */
export function ratedWatts({ card }: Pick<MachineRow, 'card'>): number | null {
  const found = /(\d+(?:[.,]\d+)?)\s*W\b/i.exec(card['power'] ?? '');
  return found ? Number(found[1]!.replace(',', '.')) : null;
}

function verdictOf(
  machine: MachineRow,
  chart: readonly Charted[],
  restored: readonly Restored[],
  last: Burn | null,
): string | null {
  if (!last) return null;
  if (last.apart === 'batch') {
    return 'Cut in another batch of the stock: kept, and not compared until both batches are cut on one day, the known one first.';
  }
  if (last.strength === null) return 'Cut in other stock: kept, and not compared.';
  const point = chart.at(-1);
  if (!point) return null;
  const lately = restored.at(-1);
  const here = lately && last.at >= lately.cleanedAt && lately.after === last.strength;
  const figure = last.atMost ? `under ${inPercent(last.strength)}` : inPercent(last.strength);
  if (here && lately.restored) return `Restored by cleaning: ${figure} of the baseline.`;
  if (here) return `Not restored by cleaning (${figure}): look at ${lookAt(machine)}.`;
  return point.dropped
    ? `Dropped to ${figure} of the baseline.`
    : `As strong as the baseline, within its own spread: ${figure}.`;
}

/** Where to look when cleaning does not help: it points beyond dirt. Common practice, no source. */
function lookAt(machine: MachineRow): string {
  const family = findFamily(machine.family);
  const mirrors = (family?.stations ?? []).some(({ kind }) => kind.includes('mirror'));
  return [
    ...(mirrors ? ['the dots at four corners'] : []),
    'the focus',
    family?.source === 'diode' ? 'the lens and its seat' : 'the coolant',
    'the life of the source',
  ].join(', then ');
}

/** What stands on the scales when one asks whether to clean now or later. */
export interface CleaningChoice {
  /** hands-on minutes of the optics tasks that are at least half used; a guess where none is */
  minutes: number;
  /** stations they are of */
  stations: string[];
  /** run minutes of an ordinary day of use here */
  usualDay: number;
  /** minutes for which the machine is booked in the next seven days */
  booked: number;
  /** what minutes do not show */
  arguments: string[];
}

const halfUsed = 0.5;
const usualCleaning = 15;

/** Minutes for which a machine is booked in the next seven days. */
function bookedMinutes(shop: Shop, machineId: string): number {
  const from = shop.now();
  const to = from + 7 * millisecondsPerDay;
  return bookings(shop, from, to)
    .filter(({ machine }) => machine === machineId)
    .reduce(
      (sum, one) =>
        sum + Math.round((Math.min(one.to, to) - Math.max(one.from, from)) / millisecondsPerMinute),
      0,
    );
}

/** Whether to clean now or later: the minutes a cleaning takes here, an ordinary day, and what else argues. */
export function cleaningChoice(shop: Shop, machine: MachineDue): CleaningChoice {
  const optics = machine.stations.filter(({ kind }) => opticKinds.has(kind));
  const worth = optics.flatMap(({ name, tasks }) =>
    tasks
      .filter(({ standing }) => standing.used >= halfUsed)
      .map(({ task }) => ({ name, minutes: elapsed(task.minutes) })),
  );
  const past = (criticality: string) =>
    machine.stations.filter(({ kind, tasks }) =>
      kind === 'debris'
        ? false
        : tasks.some(
            ({ task, standing }) =>
              task.criticality === criticality && standing.state === 'past due',
          ),
    );
  const names = (some: { name: string }[]) => some.map(({ name }) => name.toLowerCase()).join(', ');
  const fire = past('fire');
  const glass = past('optic damage');
  return {
    minutes: worth.reduce((sum, one) => sum + one.minutes, 0) || usualCleaning,
    stations: [...new Set(worth.map(({ name }) => name))],
    usualDay: Math.round(machine.weekSeconds / 60 / 5),
    booked: bookedMinutes(shop, machine.id),
    arguments: [
      ...(fire.length > 0
        ? [`Fire risk: ${names(fire)} past due. That does not wait for minutes.`]
        : []),
      ...(glass.length > 0
        ? [`Dirt on glass takes up heat and cracks it: ${names(glass)} past due.`]
        : []),
    ],
  };
}
