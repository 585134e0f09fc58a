import Link from 'next/link';
import { Fragment, type CSSProperties } from 'react';
import { fillShare, lineAt, percent, type Column } from './columns';
import classes from './Ribbon.module.css';

interface RibbonProps {
  /** names the list for those who do not see it */
  machine: string;
  columns: readonly Column[];
  size: 'rack' | 'today' | 'machine';
  /** where a column leads; without it columns are only shown */
  href?: (column: Column) => string;
  /** slug of the station that is open */
  current?: string | undefined;
}

/**
 * Our picture of a machine: its stations in path order, each a column that fills and darkens as it
 * fouls. State shows in height, pattern and cap, so it reads without colour.
 */
export function Ribbon({ machine, columns, size, href, current }: RibbonProps) {
  return (
    <ol className={classes.ribbon} data-size={size} aria-label={`Stations of ${machine}`}>
      {columns.map((column, index) => {
        const first = index === 0 || columns[index - 1]!.part !== column.part;
        const body = <ColumnBody column={column} size={size} />;
        return (
          <Fragment key={column.slug}>
            <li
              className={classes.station}
              data-first={first || undefined}
              data-state={column.state ?? 'none'}
              data-current={current === column.slug || undefined}
              title={column.label}
            >
              {first && size !== 'rack' && (
                <span className={classes.part} aria-hidden="true">
                  {column.part}
                </span>
              )}
              {href ? (
                <Link
                  href={href(column)}
                  aria-label={column.label}
                  aria-current={current === column.slug || undefined}
                  className={classes.link}
                  prefetch={false}
                  scroll={false}
                >
                  {body}
                </Link>
              ) : (
                <span role="img" aria-label={column.label} className={classes.link}>
                  {body}
                </span>
              )}
            </li>
          </Fragment>
        );
      })}
    </ol>
  );
}

function ColumnBody({ column, size }: { column: Column; size: RibbonProps['size'] }) {
  const { used, state, short } = column;
  const style = {
    '--fill': used === null ? 0 : fillShare(used),
    '--dirt': used === null ? 0 : Math.min(1, used),
    '--line': lineAt,
  } as CSSProperties;
  const figure = used !== null && state !== 'clear' ? percent(used).replace('over ', '>') : '';
  return (
    <span className={classes.body} style={style} aria-hidden="true">
      {size !== 'rack' && <span className={classes.figure}>{figure.replace(' %', '')}</span>}
      <span className={classes.track}>
        {used !== null && <span className={classes.fill} />}
        {state === 'past due' && <span className={classes.cap} />}
        {used !== null && <span className={classes.line} />}
      </span>
      {size !== 'rack' && <span className={classes.name}>{short}</span>}
    </span>
  );
}
