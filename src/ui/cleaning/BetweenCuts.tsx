'use client';

import { Button, Group } from '@mantine/core';
import { useRouter } from 'next/navigation';
import type { CutOffer } from '../../services/cleaning/offers';
import type { startSheet } from '../../services/cleaning/sheets';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Send } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';

interface BetweenCutsProps {
  machineId: string;
  offers: readonly CutOffer[];
  start: Send<typeof startSheet>;
}

/** A job is in it: only the glass, by hand, with the machine left on and its beam disarmed. */
export function BetweenCuts({ machineId, offers, start }: BetweenCutsProps) {
  const router = useRouter();
  const { run, pending, problem } = useAction(start, ({ row }: { row: { id: string } }) =>
    router.push(`/clean/${row.id}`),
  );
  if (offers.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="between">
      <h2 id="between">A job is in it?</h2>
      <p className="quiet">
        Between two cuts only the glass is cleaned: job paused, beam disarmed, the machine left on
        so that its origin stays. Where the maker’s manual says off, it is off.
      </p>
      <ProblemNote problem={problem} />
      <Group gap="sm">
        {offers.map(({ stationId, task, station, minutes }) => (
          <Button
            key={stationId}
            variant="default"
            loading={pending}
            onClick={() =>
              run({ machineId, tasks: [{ stationId, task }], occasion: 'between cuts' })
            }
          >
            {station}, {minutes} min
          </Button>
        ))}
      </Group>
    </section>
  );
}
