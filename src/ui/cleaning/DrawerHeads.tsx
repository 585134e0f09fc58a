import type { DrawerHead } from '../../services/cleaning/bench';
import classes from './Clean.module.css';

/** Heads that lie in the drawer: each can be cleaned at the bench while every machine runs. */
export function DrawerHeads({ heads }: { heads: readonly DrawerHead[] }) {
  if (heads.length === 0) return null;
  return (
    <section aria-labelledby="drawer">
      <h2 id="drawer">In the drawer</h2>
      <div className={classes.machines}>
        {heads.map(({ id, serial, name, due, sheetId }) => (
          <a
            key={id}
            className={classes.machine}
            href={sheetId ? `/clean/${sheetId}` : `/clean/bench/${id}`}
          >
            <b>{serial}</b>
            <span>{name}</span>
            <span className="quiet">
              {sheetId
                ? 'being cleaned at the bench: resume'
                : `${due === 0 ? 'nothing due' : `${due} due`}; no machine is stopped for it`}
            </span>
          </a>
        ))}
      </div>
    </section>
  );
}
