import type { GreaseRow } from '../../services/machines/build-view';
import { ago } from '../shared/marks/when';
import classes from './Build.module.css';

interface GreaseMapProps {
  rows: readonly GreaseRow[];
  now: number;
  zone: string;
}

/** What greases each rail, last wiped out and last greased; one that is never greased is drawn so. */
export function GreaseMap({ rows, now, zone }: GreaseMapProps) {
  if (rows.length === 0) return null;
  const when = (at: number | null) => (at === null ? 'not in the book' : ago(at, now, zone));
  return (
    <section className={`panel ${classes.grease}`} aria-labelledby="grease">
      <h2 id="grease">Grease map</h2>
      <p className="quiet">
        Never two kinds on one rail. A copper line is a greased rail, broken where the old grease
        was wiped out since; a crossed one is never greased.
      </p>
      {rows.map(({ stationId, station, axis, lubricant, wiped, greased }) => {
        const bare = greased === null || (wiped !== null && wiped > greased);
        return (
          <div key={`${stationId} ${axis}`} className={classes.rail}>
            <b>
              {station}
              {rows.filter((row) => row.stationId === stationId).length > 1 && `, ${axis}`}
            </b>
            <RailDrawing dry={lubricant === null} bare={bare} />
            <span>{lubricant ?? <b>never greased</b>}</span>
            <span className="quiet">
              wiped {when(wiped)}
              <br />
              {lubricant === null ? 'dry cloth only' : `greased ${when(greased)}`}
            </span>
          </div>
        );
      })}
    </section>
  );
}

function RailDrawing({ dry, bare }: { dry: boolean; bare: boolean }) {
  return (
    <svg viewBox="0 0 300 30" preserveAspectRatio="none" aria-hidden="true">
      <path d="M2 9H298V21H2Z" className={classes.steel} />
      {!dry && <path d="M4 15H296" className={bare ? classes.old : classes.film} />}
      {dry &&
        [50, 150, 250].map((x) => (
          <path
            key={x}
            d={`M${x - 9} 5L${x + 9} 25M${x + 9} 5L${x - 9} 25`}
            className={classes.never}
          />
        ))}
    </svg>
  );
}
