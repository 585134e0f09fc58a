import { Link } from '../Link';
import type { ReactNode } from 'react';
import { TinyRibbon } from '../ribbon/TinyRibbon';
import type { Column } from '../ribbon/columns';
import { StateMark, type MarkState } from '../marks/StateMark';
import type { Role } from '../../../core/people/roles';
import type { Ask } from '../forms/send';
import { Allowed, RoleProvider } from './Allowed';
import { DoneProvider } from './Done';
import { OpenSheetsProvider } from './OpenSheets';
import { Places } from './Places';
import { RackLink } from './RackLink';
import { Verbs } from './Verbs';
import classes from './Frame.module.css';

export interface RackRow {
  id: string;
  nickname: string;
  state: MarkState;
  openFaults: number;
  columns: Column[];
}

interface FrameProps {
  shopName: string;
  person: string;
  role: Role;
  /** reports that nobody has looked at */
  unanswered: number;
  rack: RackRow[];
  children: ReactNode;
  /** strikes an entry through */
  strike: Ask<[entryId: string, reason: string]>;
  /** sign-out and scheme switch */
  foot: ReactNode;
  /** finds anything */
  search: ReactNode;
  /** clean-downs in work, by machine */
  openSheets: ReadonlyMap<string, string>;
}

/** The frame of every place: the rack of machines, the places across the top, the three verbs. */
export function Frame({
  shopName,
  person,
  role,
  unanswered,
  rack,
  children,
  strike,
  foot,
  openSheets,
  search,
}: FrameProps) {
  // at the foot of the rack; on a phone at the end of the page
  const own = (
    <footer className={classes.foot}>
      <Link href="/you" className="line">
        {person}
      </Link>
      {foot}
    </footer>
  );
  return (
    <RoleProvider role={role}>
      <div className={classes.frame}>
        <a href="#place" className={classes.skip}>
          Skip to the page
        </a>
        <nav className={classes.rack} aria-label="Machines">
          <Link href="/" className={classes.brand}>
            <span className={classes.product}>Bitacora</span>
            <span className={classes.shop}>{shopName}</span>
          </Link>
          <ul className={classes.machines}>
            {rack.map((row) => (
              <li key={row.id}>
                <RackLink href={`/machines/${row.id}`}>
                  <span className={classes.rackHead}>
                    <span className={classes.nickname}>{row.nickname}</span>
                    <StateMark state={row.state} />
                  </span>
                  <span className={classes.rackRibbon}>
                    <TinyRibbon columns={row.columns} />
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
                <RackLink href="/machines/new">
                  <span className={classes.addMachine}>Add a machine</span>
                </RackLink>
              </li>
            </Allowed>
          </ul>
          {own}
        </nav>
        <header className={classes.top}>
          <Places unanswered={unanswered} />
          {search}
          <Verbs />
        </header>
        <main id="place" className={classes.place} tabIndex={-1}>
          <OpenSheetsProvider sheets={openSheets}>
            <DoneProvider strike={strike}>{children}</DoneProvider>
          </OpenSheetsProvider>
        </main>
        {own}
      </div>
    </RoleProvider>
  );
}
