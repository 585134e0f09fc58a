import type { Draught, Process } from '../../core/usage/soil';
import { sessionsBeside } from '../../records/usage/sessions';
import { timerOf } from '../../records/usage/timers';
import { recentJobs, type Job } from './job-files';
import { keptOf, ofThisMinute } from '../kept';
import type { Shop } from '../shop';
import { soilTable } from './soil-weights-read';

/** What was worked and how. */
export interface Work {
  material: string;
  process: Process;
}

/** What the log form offers first for a machine. */
export interface LogChoices {
  machineId: string;
  /** the last choice; a form starts with it */
  work: Work | null;
  airAssist: boolean;
  draught: Draught;
  operator: string | null;
  /** works of the last fifty sessions, most frequent first */
  usual: Work[];
  timerStartedAt: number | null;
  /** job files of the machine whose figures can be attached, newest first */
  jobs: Job[];
}

const usualShown = 6;

/** Every work of the soil table, for choosing another. */
export function allWorks(shop: Shop): Work[] {
  return soilTable(shop).materials.flatMap(({ name, works }) =>
    works.map(({ process }) => ({ material: name, process })),
  );
}

export function logChoices(shop: Shop, machineId: string): LogChoices {
  const usual = keptOf(shop, `usual works ${machineId}`, ofThisMinute, () => ({
    value: usualWorks(shop, machineId),
    of: [machineId],
  }));
  return {
    machineId,
    ...usual,
    timerStartedAt: timerOf(shop.db, machineId)?.startedAt ?? null,
    jobs: recentJobs(shop, machineId),
  };
}

/** What its last fifty sessions say of how a machine is used. */
function usualWorks(
  shop: Shop,
  machineId: string,
): Omit<LogChoices, 'machineId' | 'timerStartedAt' | 'jobs'> {
  const sessions = sessionsBeside(shop.db, machineId, shop.now() + 1, 'before', 50).reverse();
  const counts = new Map<string, { work: Work; count: number }>();
  for (const { material, process } of sessions) {
    if (!material || !process) continue;
    const key = `${process} ${material}`;
    const known = counts.get(key);
    if (known) known.count += 1;
    else counts.set(key, { work: { material, process }, count: 1 });
  }
  const last = sessions.find(({ material, process }) => material && process);
  return {
    work: last ? { material: last.material!, process: last.process! } : null,
    airAssist: last?.airAssist ?? true,
    draught: sessions[0]?.draught ?? 'full',
    operator: sessions[0]?.operator ?? null,
    usual: [...counts.values()]
      .sort((a, b) => b.count - a.count)
      .slice(0, usualShown)
      .map(({ work }) => work),
  };
}
