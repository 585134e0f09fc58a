import { z } from 'zod';
import { parseInstant } from '../../../../core/units/instant';
import { keptEvidence } from '../../../../services/evidence/reckoned';
import { comparableTasks, sideBySide, sides } from '../../../../services/evidence/side-by-side';
import { EvidenceRooms } from '../../../../ui/evidence/EvidenceRooms';
import { SideBySide, SidePicker } from '../../../../ui/evidence/SideBySide';
import { enter } from '../../../_server/shop';
import { AsOf } from '../AsOf';

export const metadata = { title: 'Side by side' };

const querySchema = z.object({
  kind: z.string().optional(),
  task: z.string().optional(),
  by: z.enum(sides).default('machine'),
  day: z.string().optional(),
});

export default async function ComparePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const { shop } = await enter('see');
  const parsed = querySchema.safeParse(await searchParams);
  const { kind, task, by, day = '' } = parsed.success ? parsed.data : querySchema.parse({});
  const evidence = keptEvidence(shop);
  const tasks = comparableTasks(shop);
  const asked = tasks.find((one) => one.stationKind === kind && one.task === task) ?? tasks[0];
  const from = parseInstant(`${day}T00:00`, shop.zone);
  const dayless = by === 'day' && !from.ok;
  const found =
    asked && !dayless ? await sideBySide(shop, asked, by, from.ok ? from.value : shop.now()) : null;
  return (
    <>
      <EvidenceRooms here="/evidence/compare" />
      <AsOf shop={shop} madeAt={evidence?.madeAt ?? null} />
      {asked ? (
        <section className="panel">
          <SidePicker tasks={tasks} asked={asked} by={by} day={day} />
          {dayless && (
            <p>Give the day on which it changed: what lies before and after is compared.</p>
          )}
          {found && <SideBySide found={found} risk={shop.acceptedRisk} />}
        </section>
      ) : (
        // before the book was read through nothing is known of it
        evidence && (
          <p>
            No task has findings enough for two sides yet. Grade what you find at each cleaning:
            three findings a side are the least.
          </p>
        )
      )}
    </>
  );
}
