import type { ReactNode } from 'react';
import classes from './Door.module.css';

/** The page before one is inside. */
export function Door({
  title,
  lead,
  children,
}: {
  title: string;
  lead: string;
  children: ReactNode;
}) {
  return (
    <main className={classes.door}>
      <div className={classes.sheet}>
        <p className={classes.product}>Bitacora</p>
        <h1>{title}</h1>
        <p className="quiet">{lead}</p>
        {children}
      </div>
    </main>
  );
}
