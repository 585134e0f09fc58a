import type { ReactNode } from 'react';
import classes from './EntryPage.module.css';

/** The page before one is inside. */
export function EntryPage({
  title,
  lead,
  children,
}: {
  title: string;
  lead: string;
  children: ReactNode;
}) {
  return (
    <main className={classes.page}>
      <div className={classes.sheet}>
        <p className={classes.product}>Bitacora</p>
        <h1>{title}</h1>
        <p className="quiet">{lead}</p>
        {children}
      </div>
    </main>
  );
}
