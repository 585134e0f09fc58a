'use client';

import type { CSSProperties } from 'react';
import { lineAt } from './columns';
import { columnsMarkup, type DrawnColumn } from './markup';
import classes from './Ribbon.module.css';

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
  const href = (slug: string) => `/machines/${machine.id}?station=${slug}`;
  return (
    <ol
      className={classes.ribbon}
      data-size={size}
      aria-label={`Stations of ${machine.nickname}`}
      style={{ '--line': lineAt } as CSSProperties}
      dangerouslySetInnerHTML={{ __html: columnsMarkup(columns, href, current) }}
    />
  );
}
