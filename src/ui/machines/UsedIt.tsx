'use client';

import type { ComponentProps } from 'react';
import type { Reported } from '../../services/faults/report';
import type { Watched } from '../../services/faults/watch';
import { WatchQuestion } from '../faults/WatchQuestion';
import { LogForm } from '../usage/LogForm';
import { WhoField } from './WhoField';

/** What is asked of whoever used the machine, and the hours. */
export function UsedIt({
  watched,
  watch,
  onReported,
  asked,
  ...log
}: Omit<ComponentProps<typeof LogForm>, 'who'> & {
  watched: Watched[];
  watch: ComponentProps<typeof WatchQuestion>['answer'];
  /** what was watched for was seen again */
  onReported: (reported: Reported) => void;
  /** who is asked for */
  asked: ComponentProps<typeof WhoField>;
}) {
  return (
    <>
      {watched.map((one) => (
        <WatchQuestion key={one.faultId} watched={one} answer={watch} onReported={onReported} />
      ))}
      <LogForm {...log} who={<WhoField {...asked} />} />
    </>
  );
}
