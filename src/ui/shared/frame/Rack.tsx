'use client';

import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { type Packed, useUnpacked } from '../packed';
import { StateMark, type MarkState } from '../marks/StateMark';
import { TinyRibbon, type TinyShape } from '../ribbon/TinyRibbon';
import { Allowed } from './Allowed';
import classes from './Frame.module.css';

export interface RackRow {
  id: string;
  nickname: string;
  state: MarkState;
  openFaults: number;
  ribbon: TinyShape;
}

/** Every machine of the shop, on every page: what is sent of each is what it is drawn from. */
export function Rack(props: { rows: Packed<readonly RackRow[]> }) {
  const rows = useUnpacked(props.rows);
  const path = usePathname();
  return (
    <ul className={classes.machines}>
      {rows.map((row) => (
        <li key={row.id}>
          <RackLink href={`/machines/${row.id}`} path={path}>
            <span className={classes.rackHead}>
              <span className={classes.nickname}>{row.nickname}</span>
              <StateMark state={row.state} />
            </span>
            <span className={classes.rackRibbon}>
              <TinyRibbon shape={row.ribbon} />
            </span>
            {row.openFaults > 0 && (
              <span className={classes.faults}>
                {row.openFaults === 1 ? '1 open fault' : `${row.openFaults} open faults`}
              </span>
            )}
          </RackLink>
        </li>
      ))}
      <Allowed right="set up">
        <li>
          <RackLink href="/machines/new" path={path}>
            <span className={classes.addMachine}>Add a machine</span>
          </RackLink>
        </li>
      </Allowed>
    </ul>
  );
}

/** A row; marked when its machine is the one in view. */
function RackLink({ href, path, children }: { href: string; path: string; children: ReactNode }) {
  return (
    <a
      href={href}
      className={classes.link}
      aria-current={path.startsWith(href) ? 'page' : undefined}
    >
      {children}
    </a>
  );
}
