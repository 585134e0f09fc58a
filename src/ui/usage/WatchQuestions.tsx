'use client';

import { useRouter } from 'next/navigation';
import type { Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import type { Outcome } from '../../services/shop';
import { WatchQuestion } from '../faults/WatchQuestion';

/** What is asked of whoever logs use, of every machine with a fault on watch. */
export function WatchQuestions({
  watched,
  nicknames,
  answer,
}: {
  watched: Watched[];
  nicknames: Readonly<Record<string, string>>;
  answer: (input: {
    faultId: string;
    machineId: string;
    seen: boolean;
    key: string;
  }) => Promise<Outcome<Reported | null>>;
}) {
  const router = useRouter();
  return watched.map((one) => (
    <WatchQuestion
      key={one.faultId}
      machine={nicknames[one.machineId] ?? ''}
      watched={one}
      answer={(input) => answer({ ...input, machineId: one.machineId })}
      onReported={({ faultId }) => router.push(`/faults/${faultId}`)}
    />
  ));
}
