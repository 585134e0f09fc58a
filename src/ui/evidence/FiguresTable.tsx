import {
  Table,
  TableScrollContainer,
  TableTbody,
  TableTh,
  TableThead,
  TableTr,
} from '@mantine/core';
import type { ReactNode } from 'react';
import classes from './Evidence.module.css';

/** A table of figures under its titles, scrolled sideways where it is wider than the page. */
export function FiguresTable({
  titles,
  minWidth,
  toRight = false,
  children,
}: {
  titles: readonly string[];
  /** pixels from which on it is not scrolled */
  minWidth: number;
  /** whether all but the first column are figures of one kind, one below the other */
  toRight?: boolean;
  /** its rows */
  children: ReactNode;
}) {
  return (
    <TableScrollContainer minWidth={minWidth} type="native">
      <Table className={classes.table}>
        <TableThead>
          <TableTr>
            {titles.map((title, at) => (
              <TableTh key={title} ta={toRight && at > 0 ? 'right' : undefined}>
                {title}
              </TableTh>
            ))}
          </TableTr>
        </TableThead>
        <TableTbody>{children}</TableTbody>
      </Table>
    </TableScrollContainer>
  );
}
