'use client';

import { useRouter } from 'next/navigation';
import type { ReportInput, Reported } from '../../services/faults';
import type { Outcome } from '../../services/shop';
import { ReportForm } from './ReportForm';

/** The report as the technician makes it: leads to the fault's page. */
export function NewFault({
  machines,
  initial,
  stop,
  report,
}: {
  machines: { id: string; nickname: string }[];
  initial: string | null;
  stop: string;
  report: (input: ReportInput, files: FormData) => Promise<Outcome<Reported>>;
}) {
  const router = useRouter();
  return (
    <ReportForm
      stop={stop}
      machines={machines}
      initial={initial}
      report={report}
      onReported={({ faultId }) => router.push(`/faults/${faultId}`)}
    />
  );
}
