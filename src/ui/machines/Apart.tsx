import type { OpeningView } from '../../services/machines/build-view';
import classes from './Build.module.css';

/** How the machine comes apart as it is built: what its sheets will say. */
export function Apart({ openings }: { openings: readonly OpeningView[] }) {
  return (
    <section className="panel" aria-labelledby="apart">
      <h2 id="apart">How it comes apart</h2>
      <div className={classes.openings}>
        {openings.map(({ id, name, closing, undo, redo, parts, waits }, index) => (
          <details key={id} open={index === 0}>
            <summary>
              {name}
              {waits && <span className="quiet"> · after the wait before connectors</span>}
            </summary>
            <ol>
              {undo.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            {parts.length > 0 && <p className="quiet">On the tray: {parts.join(' · ')}</p>}
            <h3>{closing}</h3>
            <ol>
              {redo.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          </details>
        ))}
      </div>
    </section>
  );
}
