import { z } from 'zod';
import { scheduleCampaign, type Activity, type Campaign } from '../../core/cleaning/campaign';
import { progressOf, type Progress } from '../../core/cleaning/progress';
import { stretchDone } from '../../core/cleaning/working';
import { dryingPlace, sheetTasks, type RunSheet } from '../../core/cleaning/run';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import {
  campaignById,
  insertCampaign,
  sheetsOfCampaign,
  sheetEvents,
  updateCampaign,
  type CampaignRow,
} from '../../records/cleaning';
import { nicknameOf } from '../usage/sessions';
import { pickedTasks, runOf, startSheet } from './sheets';
import { type Outcome, type Shop } from '../shop';
import { allOrRefused, id, useCase } from '../use-case';

export const campaignSchema = z.object({
  people: z
    .array(z.string().trim().min(1, 'A person has a name.').max(60))
    .min(1, 'Somebody has to do it.')
    .max(4, 'At most four people.')
    .refine((names) => new Set(names).size === names.length, 'Each person once.'),
  machines: z
    .array(
      z.object({
        machineId: id,
        tasks: pickedTasks.min(1),
      }),
    )
    .min(1, 'Pick at least one machine.')
    .max(6, 'At most six machines at a time.'),
});

/** Starts clean-downs of several machines as one campaign: all of them or none. */
export const startCampaign = useCase(
  campaignSchema,
  (shop, actor, { people, machines }): Outcome<{ campaignId: string }> => {
    const campaignId = newId();
    return allOrRefused(shop, (take) => {
      insertCampaign(shop.db, {
        id: campaignId,
        startedAt: shop.now(),
        startedBy: actor.name,
        people,
        plan: null,
      });
      for (const { machineId, tasks } of machines) {
        take(startSheet(shop, actor, { machineId, tasks, campaignId }));
      }
      return { campaignId };
    });
  },
);

/** A machine of a campaign with its sheet. */
export interface CampaignSheet {
  sheetId: string;
  machineId: string;
  nickname: string;
  closed: boolean;
  run: RunSheet;
  progress: Progress;
}

/** A stretch of a campaign on its clock, in words. */
export interface CampaignSlot {
  key: string;
  sheetId: string;
  machine: string;
  what: string;
  /** `wait` takes no hands */
  part: 'hands' | 'wait';
  start: number;
  end: number;
  person: string | null;
  place: string | null;
  done: boolean;
}

/** A campaign on its clock, with how far each machine has come. */
export interface CampaignView {
  row: CampaignRow;
  sheets: CampaignSheet[];
  slots: CampaignSlot[];
  finish: number;
  sequential: number;
  bound: number;
}

/** The same numbers each time, so that a plan can be found again. */
function seeded(): () => number {
  let state = 20_260_301;
  return () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648;
}

const key = (sheetId: string, task: string) => `${sheetId} ${task}`;
const endOf = (name: string) => `${name} end`;

/** A sheet's work as activities: begun, then its wait; and its end when it has one. */
function activitiesOf(sheetId: string, run: RunSheet): Activity[] {
  const tasks = sheetTasks(run);
  const finishing = new Map(tasks.map((task) => [task.id, task.finishing > 0]));
  const places = new Map(
    [...run.tasks, ...run.pieces].map(({ id, wait }) => [id, wait.place ?? undefined]),
  );
  const dries = new Map(
    run.tasks.map((task) => [task.id, dryingPlace(task, new Map())?.place ?? undefined]),
  );
  const workedAt = new Map(run.tasks.map(({ id, ways }) => [id, ways[0]!.at]));
  const wait = (minutes: number, place: string | undefined) =>
    minutes > 0 ? [{ minutes, hands: false, ...(place && { place }) }] : [];
  return tasks.flatMap((task): Activity[] => {
    const id = key(sheetId, task.id);
    const place = places.get(task.id);
    const at = workedAt.get(task.id);
    const drying = wait(task.drying ?? 0, dries.get(task.id));
    const first: Activity = {
      id,
      segments: [
        { minutes: task.active, hands: true, ...(at && { place: at }) },
        ...wait(task.passive, place),
        ...(task.finishing === 0 ? drying : []),
      ],
      after: (task.after ?? []).map(({ id: other, until }) => {
        const before = key(sheetId, other);
        if (until === 'begun' || !finishing.get(other)) {
          return { id: before, until: until === 'over' ? 'over' : 'begun' };
        }
        // its finishing is the first segment of its end; what dries follows it
        return { id: endOf(before), until: until === 'worked' ? 'begun' : 'over' };
      }),
    };
    if (task.finishing === 0) return [first];
    return [
      first,
      {
        id: endOf(id),
        segments: [{ minutes: task.finishing, hands: true, ...endPlace(at ?? place) }, ...drying],
        after: [{ id, until: 'over' }],
      },
    ];
  });
}

/** What was soaked is rinsed where it lies, and what was worked at a place is ended there; else the hands are free. */
const endPlace = (place: string | undefined) =>
  place === 'wash' || place === 'bench' || place === 'washer' ? { place } : {};

/** How many schedules are tried: the more activities, the fewer, so that nobody waits. */
const triesFor = (activities: number) => Math.max(10, Math.round(6000 / activities));

/** Schedules the work of several sheets for so many people who share the wash and the drying place. */
function scheduleRuns(
  runs: readonly { sheetId: string; run: RunSheet }[],
  people: number,
): Campaign {
  const activities = runs.flatMap(({ sheetId, run }) => activitiesOf(sheetId, run));
  return scheduleCampaign(activities, people, {
    random: seeded(),
    tries: triesFor(activities.length),
  });
}

/** The plan of a campaign is found once: whoever looks later sees the same, and waits for nothing. */
function keepPlan(shop: Shop, row: CampaignRow, sheets: readonly CampaignSheet[]): Campaign {
  const plan = scheduleRuns(sheets, row.people.length);
  write(shop.db, () => updateCampaign(shop.db, row.id, { plan }));
  return plan;
}

/** A campaign as it stands, or `null`. */
export function readCampaign(shop: Shop, id: string): CampaignView | null {
  const row = campaignById(shop.db, id);
  if (!row) return null;
  const sheets = sheetsOfCampaign(shop.db, id).map((sheet): CampaignSheet => ({
    sheetId: sheet.id,
    machineId: sheet.machineId,
    nickname: nicknameOf(shop, sheet.machineId),
    closed: sheet.closedAt !== null,
    run: runOf(shop, sheet.id)!,
    progress: progressOf(sheetEvents(shop.db, sheet.id)),
  }));
  const { slots, ...plan } = row.plan ?? keepPlan(shop, row, sheets);
  const bySheet = new Map(sheets.map((sheet) => [sheet.sheetId, sheet]));
  return {
    row,
    sheets,
    ...plan,
    slots: slots
      .filter(({ start, end }) => end > start)
      .map(({ activity, segment, start, end, person, place }): CampaignSlot => {
        const ends = activity.endsWith(' end');
        const [sheetId, ...rest] = activity.replace(/ end$/, '').split(' ');
        const task = rest.join(' ');
        const sheet = bySheet.get(sheetId!)!;
        return {
          key: `${activity} ${segment}`,
          sheetId: sheetId!,
          machine: sheet.nickname,
          what: wordsOf(sheet.run, task, { waits: person === null, ends, segment }),
          part: person === null ? 'wait' : 'hands',
          start,
          end,
          person: person === null ? null : row.people[person]!,
          place,
          done: isDone(sheet, task, ends),
        };
      }),
  };
}

function wordsOf(
  run: RunSheet,
  id: string,
  { waits, ends, segment }: { waits: boolean; ends: boolean; segment: number },
): string {
  const task = run.tasks.find((one) => one.id === id);
  if (task) {
    // hands, then its wait if it has one: what is waited for after that is that it dries
    const dries = ends || segment > (task.ways[0]!.minutes.passive > 0 ? 1 : 0);
    if (waits) return `${task.station} ${dries ? 'dries' : task.wait.verb}`;
    return ends ? `${task.station}: finish` : `${task.station}: ${task.name}`;
  }
  const piece = run.pieces.find((one) => one.id === id)!;
  return waits ? piece.wait.verb : piece.title;
}

function isDone({ run, progress, closed }: CampaignSheet, task: string, ends: boolean): boolean {
  return closed || stretchDone(run, progress, { task, part: ends ? 'finishing' : 'active' });
}
