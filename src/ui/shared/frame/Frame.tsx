import type { Packed } from '../packed';
import type { ReactNode } from 'react';
import type { Role } from '../../../core/people/roles';
import type { Ask } from '../forms/send';
import { RoleProvider } from './Allowed';
import { DoneProvider } from './Done';
import { OpenSheetsProvider } from './OpenSheets';
import { Places } from './Places';
import { Rack, type RackRow } from './Rack';
import { Verbs } from './Verbs';
import classes from './Frame.module.css';

interface FrameProps {
  shopName: string;
  person: string;
  role: Role;
  /** reports that nobody has looked at */
  unanswered: number;
  rack: Packed<readonly RackRow[]>;
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
      <a href="/you" className="line">
        {person}
      </a>
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
          <a href="/" className={classes.brand}>
            <span className={classes.product}>Bitacora</span>
            <span className={classes.shop}>{shopName}</span>
          </a>
          <Rack rows={rack} />
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
