'use client';

import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { WeightLine } from '../../services/usage/soil-weights';
import { OwnMaterial } from './OwnMaterial';
import type { WeightActions } from './WeightForm';
import { WeightTable } from './WeightTable';
import classes from './Weights.module.css';

interface WeightsProps extends Omit<WeightActions, 'refresh'> {
  lines: WeightLine[];
  asked: string | null;
  now: number;
  zone: string;
}

/** The soil table and what it rests on. */
export function Weights({ lines, asked, now, zone, change, start, view, cancel }: WeightsProps) {
  const router = useRouter();
  const actions = useMemo(
    () => ({ change, start, view, cancel, refresh: () => router.refresh() }),
    [change, start, view, cancel, router],
  );
  return (
    <div className={classes.stack}>
      <WeightTable lines={lines} asked={asked} now={now} zone={zone} actions={actions} />
      <OwnMaterial zone={zone} actions={actions} />
    </div>
  );
}
