'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, type ComponentProps } from 'react';
import type { PictureQueue } from '../shared/forms/picture-queue';
import { ReportPictures } from '../shared/forms/ReportPictures';
import { type Packed, useUnpacked } from '../shared/packed';
import { ReportForm, type ReportMachine } from './ReportForm';

interface NewFaultProps extends Omit<
  ComponentProps<typeof ReportForm>,
  'machines' | 'onReported' | 'who'
> {
  machines: Packed<ReportMachine[]>;
}

/** The report as somebody makes it who is signed in: leads to the fault's page. */
export function NewFault(props: NewFaultProps) {
  const machines = useUnpacked(props.machines);
  const router = useRouter();
  const [done, setDone] = useState<{ page: string; pictures: PictureQueue<File> } | null>(null);
  const open = useCallback((page: string) => router.push(page), [router]);
  if (done) {
    return (
      <section className="panel">
        <h2>Reported</h2>
        <ReportPictures queue={done.pictures} onDone={() => open(done.page)} />
        <a className="go" href={done.page}>
          Open the fault
        </a>
      </section>
    );
  }
  return (
    <ReportForm
      {...props}
      machines={machines}
      onReported={({ faultId }, pictures) => {
        const page = `/faults/${faultId}`;
        if (pictures) setDone({ page, pictures });
        else open(page);
      }}
    />
  );
}
