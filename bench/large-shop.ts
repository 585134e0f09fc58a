import { families } from '../src/catalogue/families';
import { fastSchedule } from '../src/core/schedule/search';
import { Chance } from '../src/demo/random';
import { recordCare } from '../src/services/care/care';
import { dueMachines } from '../src/services/care/due';
import { addMachine } from '../src/services/machines/machines';
import { createTechnician, openAuth } from '../src/services/people/auth';
import { changeRecipe } from '../src/services/readings/strength/recipes';
import { keepSchedule, scheduleView } from '../src/services/schedule/schedules';
import { setWeek } from '../src/services/schedule/time';
import { changeSetting } from '../src/services/setup/settings';
import { writeEntry, type Actor, type Outcome, type Shop } from '../src/services/shop';
import { rebuildUsage } from '../src/services/usage/usage';
import { writeSession } from '../src/services/usage/sessions';
import { allOrNothing } from '../src/services/use-case';

/** Who keeps the large shop. */
export const keeper = { name: 'Bench', password: 'bench-of-ten-years' };

/** How much a shop holds. */
export interface ShopSize {
  sessions: number;
  cares: number;
  faults: number;
  burns: number;
}

/** Ten years of twenty machines. */
export const full: ShopSize = { sessions: 500_000, cares: 40_000, faults: 3000, burns: 2000 };
export const half: ShopSize = { sessions: 250_000, cares: 20_000, faults: 1500, burns: 1000 };

const actor: Actor = { id: null, name: 'bench', source: 'demo' };
const day = 86_400_000;
const years = 3650 * day;
const machineCount = 20;
/** Faults that are open now, whatever the past holds. */
const open = 12;
const must = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(outcome.error.message);
  return outcome.value;
};

/** Fills an empty shop with a past, evenly over ten years. */
export async function fillShop(shop: Shop, size: ShopSize): Promise<void> {
  must(await createTechnician(shop, openAuth(shop), keeper));
  const chance = new Chance(1);
  const now = shop.now();
  must(changeSetting(shop, actor, { name: 'timezone', value: 'Europe/Oslo' }));
  allOrNothing(shop, () => {
    const ids = Array.from({ length: machineCount }, (_, i) => {
      const family = families[i % families.length]!.id;
      const at = now - years;
      return must(addMachine(shop, actor, { nickname: `Machine ${i + 1}`, family, at })).id;
    });
    sessions(shop, chance, ids, size.sessions, now);
    rebuildUsage(shop);
    cares(shop, chance, size.cares, now);
    faults(shop, chance, ids, size.faults, now);
    burns(shop, chance, ids, size.burns, now);
    planForWeeks(shop);
  });
}

/** A technician who is there on five evenings, and a plan for the weeks ahead. */
export function planForWeeks(shop: Shop): void {
  const windows = [0, 1, 2, 3, 4].map((weekday) => ({ weekday, start: 17 * 60, minutes: 180 }));
  must(setWeek(shop, actor, { windows, closed: [6] }));
  const { weeks } = scheduleView(shop, dueMachines(shop));
  keepSchedule(shop, actor, weeks, fastSchedule(weeks.problem), { words: 'planned anew' });
}

function sessions(shop: Shop, chance: Chance, ids: string[], count: number, now: number): void {
  const each = Math.floor(count / ids.length);
  for (const id of ids) {
    for (let n = 0; n < each; n++) {
      writeSession(
        shop,
        actor,
        id,
        {
          start: now - years + Math.floor((n / each) * (years - 7_200_000)),
          runSeconds: chance.whole(300, 5400),
          beamSeconds: null,
          material: chance.yes(0.1) ? null : chance.pick(['plywood', 'cork', 'acrylic']),
          process: 'cut',
          airAssist: true,
          draught: 'full',
          operator: 'bench',
        },
        null,
      );
    }
  }
}

function cares(shop: Shop, chance: Chance, count: number, now: number): void {
  const tasks = dueMachines(shop).flatMap(({ stations }) =>
    stations.flatMap(({ id, tasks: of }) => of.map(({ task }) => ({ id, task: task.key }))),
  );
  const each = Math.max(1, Math.round(count / tasks.length));
  for (const { id, task } of tasks) {
    for (let n = 0; n < each; n++) {
      const at = now - years + Math.floor(((n + chance.next()) / each) * (years - day));
      const finding = chance.pick(['clear', 'clear', 'haze', 'soiled'] as const);
      must(recordCare(shop, actor, { stationId: id, task, at: Math.min(at, now), finding }));
    }
  }
}

const signs = ['weak', 'nobeam', 'stutter', 'smoke', 'other'];
const causes = ['dirty-glass', 'belt', 'settings', 'connector', 'air'];

function faults(shop: Shop, chance: Chance, ids: string[], count: number, now: number): void {
  for (let n = 0; n < count; n++) {
    const machineId = chance.pick(ids);
    let at = now - years + Math.floor(((n + 1) / (count + 1)) * years);
    const write: typeof writeEntry = (of, by, entry) => writeEntry(of, by, { ...entry, at });
    const fault = write(shop, actor, {
      kind: 'fault',
      machineId,
      note: 'bench',
      data: {
        signs: [chance.pick(signs)],
        danger: chance.pick(['stop', 'pause', 'degraded', 'nuisance']),
        material: 'plywood',
        stillHappens: true,
        careEntryId: null,
      },
    });
    const about = { machineId, subjectId: fault } as const;
    const held = chance.yes(0.5);
    const hold = held
      ? write(shop, actor, {
          kind: 'hold',
          ...about,
          data: { why: 'fault', words: 'reported fault' },
        })
      : null;
    if (n >= count - open) continue;
    at += 3_600_000;
    write(shop, actor, { kind: 'fault diagnosis', ...about, data: { cause: chance.pick(causes) } });
    at += 3_600_000;
    write(shop, actor, {
      kind: 'fault repair',
      ...about,
      data: {
        action: 'cleaned',
        part: null,
        minutes: 20,
        opened: [],
        parts: [],
        fan: null,
        cost: 0,
        expected: null,
      },
    });
    at += 1_800_000;
    write(shop, actor, {
      kind: 'fault proof',
      ...about,
      data: { tested: 'frame run', passed: true, proof: null, strength: null },
    });
    const restriction = chance.yes(0.05) ? 'half speed until the part comes' : null;
    const back = write(shop, actor, {
      kind: 'fault return',
      ...about,
      data: { restriction, strength: null },
    });
    if (restriction && n < count - 2 * open) {
      write(shop, actor, {
        kind: 'restriction lifted',
        machineId,
        subjectId: back,
        data: { how: 'part came' },
      });
    }
    if (hold) {
      write(shop, actor, {
        kind: 'release',
        machineId,
        subjectId: hold,
        data: { how: 'proof', words: 'proved' },
      });
    }
    write(shop, actor, {
      kind: 'fault closed',
      ...about,
      data: { as: 'fixed', duplicateOf: null },
    });
    if (n % 20 === 0) {
      const mended = write(shop, actor, {
        kind: 'put back',
        machineId,
        data: { what: 'tape on the hose', until: at + 7 * day, sheetId: fault },
      });
      write(shop, actor, {
        kind: 'put back done',
        machineId,
        subjectId: mended,
        data: { how: 'new hose' },
      });
    }
  }
}

function burns(shop: Shop, chance: Chance, ids: string[], count: number, now: number): void {
  const each = Math.floor(count / ids.length);
  for (const machineId of ids) {
    const recipeId = must(
      changeRecipe(shop, actor, {
        machineId,
        material: 'plywood',
        thickness: 3,
        power: 70,
        speed: 10,
        passes: 1,
        airAssist: true,
      }),
    );
    for (let n = 0; n < each; n++) {
      const fastest = Math.round(100 * chance.around(9.4, 0.5)) / 100;
      writeEntry(shop, actor, {
        kind: 'test burn',
        machineId,
        at: now - years + Math.floor(((n + 1) / (each + 1)) * years),
        data: {
          recipeId,
          power: 70,
          passes: 1,
          cuts: [
            { speed: fastest, through: true },
            { speed: fastest * 1.05, through: false },
          ],
          thickness: 3,
          fastest,
          baseline: n % 25 === 0,
        },
      });
    }
  }
}
