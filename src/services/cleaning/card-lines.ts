import { inPercent } from '../../core/units/percent';
import { dryingFactor, humidFrom } from '../../core/readings/coolant';
import type { Way } from '../../core/cleaning/run';
import type { SheetMachine, SheetPlace } from './run-parts';

/** What the machine card says that bites at a task: where the shop wrote "never". */
export function cardLines(
  { card, build }: SheetMachine,
  { stationKind, work }: SheetPlace,
): string[] {
  const said: string[] = [];
  const never = card['never']?.trim();
  if (never) said.push(/^never\b/i.test(never) ? never : `Never on this machine: ${never}`);
  if (['honeycomb', 'slats'].includes(stationKind)) {
    said.push(`Bed: ${card['bed']?.trim() || 'metal not on the card; taken for aluminium'}`);
  }
  if (stationKind === 'lens' && card['lens']?.trim()) said.push(`Lens: ${card['lens'].trim()}`);
  if (stationKind === 'lens' && build.variants['lens-size'] === 'one-size') {
    said.push('One size of lens fits this head; a larger one needs another head.');
  }
  if (stationKind === 'clear-parts') {
    said.push(`Lid: ${card['lid']?.trim() || 'material not on the card; taken for acrylic'}`);
  }
  if (stationKind === 'filter' && card['filter']?.trim())
    said.push(`Filter: ${card['filter'].trim()}`);
  if (work.written.drawing === 'fan' && card['fan']?.trim()) {
    said.push(`Fan: ${card['fan'].trim()}`);
  }
  return said;
}

/** From so much longer or shorter on a drying is worth a word. */
const worthSaying = 0.15;

/** What the humidity of the room, as it was read, says of a task. */
export function roomLines(
  humidity: number | null,
  { stationKind, work }: SheetPlace,
  ways: readonly Way[],
): string[] {
  if (humidity === null) return [];
  const room = `The room is at ${inPercent(humidity)}`;
  const humid = humidity >= humidFrom;
  const factor = dryingFactor(humidity);
  const blown = ways
    .flatMap(({ active, finishing }) => [...active, ...finishing])
    .some(({ facts }) => facts?.air?.startsWith('compressor'));
  return [
    ...(blown && humid
      ? [`${room}: the compressor gives water. Drain it first, or take a canister.`]
      : []),
    ...(stationKind === 'lead-screws'
      ? [`${room}: ${humid ? 'the screws are greased' : 'they stay dry, without grease'}.`]
      : []),
    ...(work.ways.some((way) => way.dries) && Math.abs(factor - 1) >= worthSaying
      ? [`${room}: indoors it dries ${factor.toFixed(1)} times as long as in half humid air.`]
      : []),
  ];
}
