'use client';

import type { CSSProperties } from 'react';
import { lineAt } from './columns';
import { columnsMarkup, type DrawnColumn } from './markup';
import classes from './Ribbon.module.css';

/** Of columns that are drawn again and again, as a server does that keeps them. */
const drawn = new WeakMap<readonly DrawnColumn[], string>();

function markupOf(machineId: string, columns: readonly DrawnColumn[], current?: string): string {
  const known = current === undefined && drawn.get(columns);
  if (known) return known;
  const href = (slug: string) => `/machines/${machineId}?station=${slug}`;
  const markup = columnsMarkup(columns, href, current);
  if (current === undefined) drawn.set(columns, markup);
  return markup;
}

/** The columns themselves, each a link. */
export function RibbonColumns({
  machine,
  columns,
  size,
  current,
}: {
  machine: { id: string; nickname: string };
  columns: readonly DrawnColumn[];
  size: 'today' | 'machine';
  current?: string | undefined;
}) {
  return (
    <ol
      className={classes.ribbon}
      data-size={size}
      aria-label={`Stations of ${machine.nickname}`}
      style={{ '--line': lineAt } as CSSProperties}
      dangerouslySetInnerHTML={{ __html: markupOf(machine.id, columns, current) }}
    />
  );
}
