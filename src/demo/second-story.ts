import { weekdayOf } from '../core/units/wall-clock';
import { localDay, startOfLocalDay } from '../core/units/zone';
import { perGroup } from '../core/usage/soil';
import { dueMachines } from '../services/care/due';
import { addDevice } from '../services/device-api/devices';
import { keepJob } from '../services/usage/job-files';
import { callTask, deferTask } from '../services/care/call-or-defer';
import { changeStepWords } from '../services/cleaning/own-words';
import { chooseVariant, setConnectorWait, turnOrderRule } from '../services/machines/builds';
import { chooseMethod } from '../services/care/methods';
import { acceptUnlogged, meterView, takeReading } from '../services/usage/meters';
import { addModule, listModules, moveModule, replaceModule } from '../services/parts/parts';
import { addOwnTask, changeLimits, changeSchool } from '../services/care/care-plans';
import { changeWeight } from '../services/usage/soil-weights';
import type { Actor, Shop } from '../services/shop';
import { must } from './must';
import { Chance } from './random';
import { shopZone } from './workshop';

/**
 * What the workshop's hours went through: heads that change places, a lens and a tube with their serial
 * numbers, meters that miss, stick and are reset, weights and limits the shop changed. It has chances
 * of its own, so that the rest of the story stays as it is.
 */
export interface SecondStory {
  shop: Shop;
  clock: { now: number };
  ids: ReadonlyMap<string, string>;
  marit: Actor;
  chance: Chance;
  /** what each meter shows, in seconds; it counts what nobody logs too */
  meters: Map<string, Meter>;
  heads: { blue: string; infrared: string } | null;
  /** how many of the steps have been taken */
  taken: number;
}

interface Meter {
  seconds: number;
  /** seconds at which it sticks */
  top: number;
}

const hour = 3_600_000;

export function secondStory(
  shop: Shop,
  clock: { now: number },
  ids: ReadonlyMap<string, string>,
  marit: Actor,
): SecondStory {
  return {
    shop,
    clock,
    ids,
    marit,
    chance: new Chance(77_003),
    meters: new Map(),
    heads: null,
    taken: 0,
  };
}

/** The first morning: what is already there gets its serial number, and the meters are read. */
export function firstMorning(story: SecondStory): void {
  const { shop, marit, ids, clock, meters } = story;
  const part = (
    kind: string,
    serial: string,
    name: string,
    machine: string | null,
    hadHours: number,
  ) =>
    must(
      addModule(shop, marit, {
        kind,
        serial,
        name,
        hadHours,
        machineId: machine && ids.get(machine)!,
        at: machine ? null : clock.now,
      }),
    ).id;
  story.heads = {
    blue: part('head', 'TQ-H20-1', '20 W blue', 'Wren', 310),
    infrared: part('head', 'TQ-H2-1', '2 W infrared', null, 45),
  };
  part('head', 'TQ-H10-1', '10 W blue', 'Sparrow', 120);
  part('lens', 'TQ-L-07', 'plano-convex, 20 mm', 'Heron', 900);
  part('tube', 'TQ-T-3', '80 W glass', 'Heron', 640);
  part('tube', 'TQ-T-2', '40 W glass', 'Dipper', 1100);
  meters.set('Heron', { seconds: 640 * 3600, top: 99_999 * 3600 });
  meters.set('Dipper', { seconds: 1100 * 3600, top: 9999 * 3600 });
  meters.set('Bittern', { seconds: 690 * 3600, top: 999 * 3600 });
  for (const name of meters.keys()) read(story, name);
}

/** Counts a session on its machine's meter. */
export function meterRan(story: SecondStory, machine: string, seconds: number): void {
  const meter = story.meters.get(machine);
  if (meter) meter.seconds = Math.min(meter.top, meter.seconds + seconds);
}

/** Whether nobody logs this session: only the meter knows. */
export function forgotten(story: SecondStory, machine: string): boolean {
  return story.meters.has(machine) && story.chance.yes(0.012);
}

function read(story: SecondStory, machine: string, jump: { how: 'reset' } | null = null): string {
  const { shop, marit, clock, ids, meters } = story;
  const machineId = ids.get(machine)!;
  return must(
    takeReading(shop, marit, {
      machineId,
      at: Math.round(clock.now),
      seconds: Math.round(meters.get(machine)!.seconds),
      jump,
      key: `demo-meter-${machine}-${Math.round(clock.now)}`,
    }),
  ).entryId;
}

/** What happens of this story on a morning so many days before today. */
export function storyMorning(story: SecondStory, day: number, left: number): void {
  const { shop, marit, ids, clock, chance } = story;
  // the meters are read on Saturdays, before opening
  if (weekdayOf(day) === 5) {
    for (const name of ['Heron', 'Dipper', 'Bittern']) {
      if (chance.yes(0.15)) continue; // forgotten now and then
      const id = read(story, name);
      const line = meterView(shop, ids.get(name)!, 2).lines[0];
      // what the last month brought is still waiting for a press
      if (line?.verdict === 'unlogged' && left > 30) must(acceptUnlogged(shop, marit, id));
    }
  }
  // a day the workshop is closed leaves its steps to the next open morning
  for (let step = steps[story.taken]; step && step.left >= left; step = steps[story.taken]) {
    clock.now += 60_000;
    step.take(story, day);
    story.taken += 1;
  }
}

interface Step {
  /** days before today */
  left: number;
  take: (story: SecondStory, day: number) => void;
}

const fit = (head: 'blue' | 'infrared') => (story: SecondStory) => {
  const { shop, marit, ids, heads } = story;
  must(moveModule(shop, marit, { moduleId: heads![head], machineId: ids.get('Wren')! }));
};

/** What the shop changed, by the day on which it did. */
const steps: readonly Step[] = [
  {
    left: 210,
    take: (story) => {
      story.meters.get('Dipper')!.seconds = 0;
      read(story, 'Dipper', { how: 'reset' });
    },
  },
  // infrared for the anodised plates, a few days at a time
  { left: 180, take: fit('infrared') },
  { left: 174, take: fit('blue') },
  {
    left: 160,
    take: (story) => {
      const { shop, marit, ids } = story;
      must(
        addOwnTask(shop, marit, {
          stationId: stationId(story, 'Heron', 'coolant'),
          name: 'Empty the condensate cup',
          depth: 'inspect',
          group: 'coolant',
          criticality: 'coolant',
          limits: [{ kind: 'days', value: 14 }],
          minutes: 3,
          note: 'It stands behind the chiller.',
        }),
      );
      const reason = 'idle for weeks, then badge days';
      must(changeSchool(shop, marit, { machineId: ids.get('Swift')!, school: 'little', reason }));
    },
  },
  {
    left: 120,
    take: (story) => {
      const { shop, marit } = story;
      must(chooseMethod(shop, marit, { question: 'optic-liquid', choice: 'optics-fluid' }));
      must(chooseMethod(shop, marit, { question: 'drying', choice: 'sun' }));
      must(
        chooseMethod(shop, marit, {
          question: 'optic-liquid',
          choice: 'isopropyl',
          stationId: stationId(story, 'Wren', 'window'),
        }),
      );
    },
  },
  {
    // how the machines come apart, where they are not as most
    left: 118,
    take: ({ shop, marit, ids }) => {
      const built = (machine: string, feature: string, variant: string) =>
        must(chooseVariant(shop, marit, { machineId: ids.get(machine)!, feature, variant }));
      built('Sparrow', 'reach', 'below-and-bench');
      built('Sparrow', 'bench', 'bench');
      built('Heron', 'stand-in', 'slats');
      built('Heron', 'head-marks', 'pen-marks');
      built('Dipper', 'lens', 'assembly');
      built('Wren', 'grate', 'odd-holes');
      must(
        setConnectorWait(shop, marit, {
          machineId: ids.get('Wren')!,
          minutes: 12,
          source: 'the manual of the machine, chapter on care',
        }),
      );
      must(
        turnOrderRule(shop, marit, {
          machineId: ids.get('Bittern')!,
          rule: 'vacuum',
          turned: true,
          reason: 'slate dust is bound wet first',
        }),
      );
      must(
        changeStepWords(shop, marit, {
          machineId: ids.get('Wren')!,
          instead: 'Fresh gloves on.',
          words: 'Fresh gloves on, from the box in the drawer: the others shed.',
          reason: 'powder on the window twice',
        }),
      );
    },
  },
  { left: 110, take: fit('infrared') },
  { left: 103, take: fit('blue') },
  {
    left: 100,
    take: ({ shop, marit }, day) =>
      must(
        changeWeight(shop, marit, {
          what: {
            change: 'work',
            name: 'cork',
            process: 'cut',
            weight: { optics: 1.2, bed: 1.6, motion: 1.1, air: 1.5 },
          },
          from: startOfLocalDay(day, shopZone),
          reason:
            'boat-gasket cork: the honeycomb caked at sixteen soil hours, three times running',
        }),
      ),
  },
  {
    left: 95,
    take: ({ shop, marit }, day) =>
      must(
        changeWeight(shop, marit, {
          what: {
            change: 'material',
            name: 'birch bark',
            aliases: ['bark'],
            works: [
              { process: 'cut', weight: perGroup((group) => (group === 'optics' ? 1.9 : 1.4)) },
            ],
          },
          from: startOfLocalDay(day, shopZone),
          reason: 'tar: judged by eye against pine',
        }),
      ),
  },
  {
    left: 80,
    take: (story) =>
      must(
        replaceModule(story.shop, story.marit, {
          moduleId: heronLens(story),
          why: 'coating burnt',
          serial: 'TQ-L-11',
        }),
      ),
  },
  {
    left: 75,
    take: (story) =>
      must(
        changeLimits(story.shop, story.marit, {
          stationId: stationId(story, 'Wren', 'window'),
          task: 'wipe',
          limits: [
            { kind: 'soil', value: 7 },
            { kind: 'days', value: 7 },
          ],
          basis: 'evidence',
          reason: 'clear at five soil hours nine times of ten',
        }),
      ),
  },
  { left: 46, take: fit('infrared') },
  { left: 41, take: fit('blue') },
  { left: 11, take: fit('infrared') },
  { left: 6, take: fit('blue') },
];

function heronLens({ shop, ids, clock }: SecondStory): string {
  const heron = dueMachines(shop, clock.now, ids.get('Heron')!)[0]!;
  const serial = heron.stations.find(({ kind }) => kind === 'lens')!.module!.serial;
  return moduleOf(shop, serial);
}

function stationId({ shop, ids, clock }: SecondStory, machine: string, slug: string): string {
  const { stations } = dueMachines(shop, clock.now, ids.get(machine)!)[0]!;
  const station = stations.find((one) => one.slug === slug || one.kind === slug);
  if (!station) throw new Error(`the demo finds no ${slug} on ${machine}`);
  return station.id;
}

/** What waits on opening day: a task put off, one called by a sign, devices, job files. */
export function openingHours(story: SecondStory, end: number): void {
  const { shop, marit, ids, clock } = story;
  const at = (name: string) => ids.get(name)!;
  clock.now = end - 2.5 * hour;
  for (const [name, hash, run, beam] of [
    ['puppet-theatre-front.gcode', '5a3fe01277c0b4d1', 2710.4, 1838.2],
    ['seed-packets-12-up.nc', 'c7720b9e4455aa01', 1124.9, 703.5],
  ] as const) {
    must(
      keepJob(shop, marit, {
        machineId: at('Wren'),
        hash,
        name,
        runSeconds: run,
        beamSeconds: beam,
      }),
    );
  }
  must(addDevice(shop, marit, { name: 'Hour meter on Swift', machineId: at('Swift') }));
  must(addDevice(shop, marit, { name: 'Screen by the door', machineId: null }));
  clock.now = end - 0.4 * hour;
  must(
    callTask(shop, marit, {
      stationId: stationId(story, 'Heron', 'lens'),
      task: 'wipe',
      sign: 'cork needs two passes where one did',
    }),
  );
  clock.now = end - 0.35 * hour;
  const bittern = dueMachines(shop, clock.now, at('Bittern'))[0]!;
  const bearing = bittern.stations.find(({ kind }) => kind === 'linear-bearing')!;
  const due = bearing.tasks.find(({ standing }) => standing.used >= 1);
  if (due) {
    must(
      deferTask(shop, marit, {
        stationId: bearing.id,
        task: due.task.key,
        reason: 'slate order for the harbour office has to leave first',
        until: {
          kind: 'date',
          at: startOfLocalDay(localDay(end, shopZone) + 3, shopZone) + 9 * hour,
        },
      }),
    );
  }
}

function moduleOf(shop: Shop, serial: string): string {
  const found = listModules(shop).find((part) => part.serial === serial);
  if (!found) throw new Error(`the demo finds no module ${serial}`);
  return found.id;
}
