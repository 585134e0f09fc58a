'use client';

import { useRouter } from 'next/navigation';
import type { ComponentProps } from 'react';
import { ReportForm } from './ReportForm';

/** The report as somebody makes it who is signed in: leads to the fault's page. */
export function NewFault(props: Omit<ComponentProps<typeof ReportForm>, 'onReported' | 'who'>) {
  const router = useRouter();
  return <ReportForm {...props} onReported={({ faultId }) => router.push(`/faults/${faultId}`)} />;
}
