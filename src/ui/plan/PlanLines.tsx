import type { CatalogueTask } from '../../catalogue/schema';
import type { PlanChange } from '../../core/care/plan';
import type { PlanLine } from '../../services/plans';
import { dayDate } from '../marks/when';
import classes from './Plan.module.css';
import { limitsWords, schoolWords } from './words';

interface PlanLinesProps {
  lines: PlanLine[];
  stations: ReadonlyMap<string, string>;
  now: number;
  zone: string;
}

/** Every version of a plan: what changed, when it took effect, who and why. */
export function PlanLines({ lines, stations, now, zone }: PlanLinesProps) {
  const words = (what: PlanChange<CatalogueTask>): string => {
    switch (what.change) {
      case 'school':
        return schoolWords[what.school].name;
      case 'limits':
        return `${stations.get(what.station) ?? 'removed station'}, ${what.task}: ${
          what.limits ? limitsWords(what.limits) : "back to the school's"
        }`;
      case 'own task':
        return `${stations.get(what.station) ?? 'removed station'}: own task “${what.task.name}”`;
      case 'own task removed':
        return `${stations.get(what.station) ?? 'removed station'}: ${what.task} taken away`;
    }
  };
  return (
    <section className="panel" aria-labelledby="versions">
      <h2 id="versions">Versions</h2>
      {lines.length === 0 && (
        <p className="quiet">Nothing was changed yet: the combined school stands as it came.</p>
      )}
      <ul className={classes.history}>
        {lines.map(({ id, at, person, reason, what }) => (
          <li key={id}>
            <span className="figures">
              {at > now ? 'from ' : ''}
              {dayDate(at, zone, now)}
            </span>{' '}
            {words(what)}{' '}
            <span className="quiet">
              {person}
              {reason && `: ${reason}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
