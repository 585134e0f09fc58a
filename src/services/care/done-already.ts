import { z } from 'zod';
import { findings } from '../../core/care/care';
import { openSheetOf } from '../../records/cleaning';
import { requireMachine } from '../machines/machines';
import { refuse, type Outcome } from '../shop';
import { allOrRefused, id, idempotencyKey, instant, optionalText, useCase } from '../use-case';
import { recordCare } from './care';

/**
 * Records cares that were done without a sheet, now or earlier, all of them or none. The same key twice is one.
 */
export const recordDone = useCase(
  z.object({
    machineId: id,
    tasks: z
      .array(z.object({ stationId: id, task: id }))
      .min(1, 'Choose at least one task.')
      .max(300),
    at: instant,
    finding: z
      .enum(findings)
      .nullish()
      .transform((finding) => finding ?? null),
    /** who did it, where that is not who writes it down */
    by: optionalText(80),
    key: idempotencyKey,
  }),
  (shop, actor, input): Outcome<{ entryIds: string[]; faultId: string | null }> => {
    const { tasks, at, finding, by, key } = input;
    const machine = requireMachine(shop, input.machineId);
    if (!machine.ok) return machine;
    const sheet = openSheetOf(shop.db, machine.value.id);
    if (sheet && at >= sheet.startedAt) {
      return refuse(`${machine.value.nickname} is being cleaned: mark it on that sheet instead.`);
    }
    return allOrRefused(shop, (take) => {
      const cared = tasks.map(({ stationId, task }) =>
        take(
          recordCare(shop, actor, {
            stationId,
            task,
            at,
            finding,
            note: by && by !== actor.name ? `done by ${by}` : null,
            key: `done:${key}:${stationId}:${task}`,
          }),
        ),
      );
      return {
        entryIds: cared.map(({ entryId }) => entryId),
        faultId: cared.find(({ faultId }) => faultId !== null)?.faultId ?? null,
      };
    });
  },
);
