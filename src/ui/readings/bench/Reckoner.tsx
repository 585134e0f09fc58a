'use client';

import { useState, type ReactNode } from 'react';
import { FigureInput } from '../../shared/forms/FigureInput';
import classes from './Bench.module.css';

/** Figures to reckon with, and what comes of them as they are typed. Nothing is kept. */
export function Reckoner<Name extends string>({
  title,
  lead,
  first,
  labels,
  min,
  children,
}: {
  title: string;
  lead: ReactNode;
  /** what each figure is before anything is typed; `''`: not known */
  first: Record<Name, number | ''>;
  /** in the order they stand */
  labels: Record<Name, string>;
  /** the least that makes sense of all of them */
  min?: number;
  /** of the figures as they stand; NaN where one is empty */
  children: (figures: Record<Name, number>) => ReactNode;
}) {
  const [typed, setTyped] = useState<Record<Name, number | string>>(first);
  const names = Object.keys(labels) as Name[];
  const figures = Object.fromEntries(
    names.map((name) => [name, typed[name] === '' ? NaN : Number(typed[name])]),
  ) as Record<Name, number>;
  return (
    <section className="panel">
      <h2>{title}</h2>
      <p className="quiet">{lead}</p>
      <div className={classes.row}>
        {names.map((name) => (
          <FigureInput
            key={name}
            label={labels[name]}
            w={150}
            min={min}
            value={typed[name]}
            onChange={(value) => setTyped({ ...typed, [name]: value })}
          />
        ))}
      </div>
      <div className={classes.result} style={{ marginTop: 12 }} aria-live="polite">
        {children(figures)}
      </div>
    </section>
  );
}
