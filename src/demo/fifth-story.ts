import { millisecondsPerDay, millisecondsPerHour } from '../core/units/time';
import { formatLocal } from '../core/units/instant';
import { dueMachines } from '../services/care/due';
import { lookFirst, sayPast } from '../services/care/past';
import { addMachine } from '../services/machines/machines';
import type { Actor, Shop } from '../services/shop';
import { tickStep } from '../services/setup/first-steps';
import { logSession } from '../services/usage/sessions';
import { must } from './must';
import { shopZone } from './workshop';

/** What a member who moved away still knew of the machine left to the shop, by station and task; days and hours ago. */
const remembered: readonly [
  station: string,
  task: string,
  said: { days?: number; words?: string },
][] = [
  ['window', 'wipe', { days: 1 }],
  ['nozzle', 'clean', { days: 1 }],
  ['honeycomb', 'clean', { days: 12, words: '9 h' }],
  ['wheels', 'clean', { words: '12 ± 4 h' }],
  ['belts', 'inspect', { words: '15 h' }],
  ['inline-fan', 'clean', { words: '?' }],
];

/** A machine that was used before, left to the shop six days ago: some of its past is known, most is not. */
export function leftToTheShop(
  shop: Shop,
  clock: { now: number },
  ids: Map<string, string>,
  marit: Actor,
  end: number,
): void {
  clock.now = end - 6 * millisecondsPerDay;
  const machine = must(
    addMachine(shop, marit, {
      nickname: 'Plover',
      family: 'open-frame-diode',
      card: { power: '5 W', bed: '300 × 300 mm, slats' },
    }),
  );
  ids.set(machine.nickname, machine.id);
  const day = (ago: number) =>
    formatLocal(clock.now - ago * millisecondsPerDay, shopZone).slice(0, 10);
  const [due] = dueMachines(shop, clock.now, machine.id);
  const station = (slug: string) => due!.stations.find((one) => one.slug === slug)!;
  must(
    sayPast(shop, marit, {
      machineId: machine.id,
      machine: { inUseSince: day(640), hours: 420, sure: 60 },
      tasks: Object.fromEntries(
        remembered.map(([slug, task, { days, words }]) => [
          `${station(slug).id} ${task}`,
          [days !== undefined && day(days), words].filter(Boolean).join(', '),
        ]),
      ),
      order: 'iso',
    }),
  );
  must(tickStep(shop, marit, { step: 'labels' }));
  clock.now += millisecondsPerHour;
  must(lookFirst(shop, marit, { stationId: station('shield').id, finding: 'haze' }));
  for (const [ago, minutes] of [
    [4, 95],
    [2, 140],
  ] as const) {
    clock.now = end - ago * millisecondsPerDay;
    must(
      logSession(
        shop,
        { id: null, name: 'Ines', source: 'label' },
        {
          machineId: machine.id,
          start: clock.now - minutes * 60_000,
          runSeconds: minutes * 60,
          beamSeconds: null,
          material: 'card',
          process: 'cut',
          airAssist: true,
          draught: 'full',
          operator: 'Ines',
          note: null,
          key: `demo-plover-${ago}`,
        },
      ),
    );
  }
}
