import type { CSSProperties } from 'react';
import { lineAt, type Column } from './columns';
import { columnsMarkup } from './markup';
import { SoftLinks } from './SoftLinks';
import classes from './Ribbon.module.css';

interface RibbonProps {
  /** names the list for those who do not see it */
  machine: string;
  columns: readonly Column[];
  size: 'today' | 'machine';
  /** where a column leads */
  href: (column: Column) => string;
  /** slug of the station that is open */
  current?: string | undefined;
}

/**
 * Our picture of a machine: its stations in path order, each a column that fills and darkens as it
 * fouls. State shows in height, pattern and cap, so it reads without colour.
 */
export function Ribbon({ machine, columns, size, href, current }: RibbonProps) {
  return (
    <SoftLinks>
      <ol
        className={classes.ribbon}
        data-size={size}
        aria-label={`Stations of ${machine}`}
        style={{ '--line': lineAt } as CSSProperties}
        dangerouslySetInnerHTML={{ __html: columnsMarkup(columns, href, current) }}
      />
    </SoftLinks>
  );
}
