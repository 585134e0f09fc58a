import type { CatalogueTask } from '../../catalogue/schema';
import type { CarePlanChange } from '../../core/care/plan';
import type { CarePlanLine } from '../../services/care/care-plans';
import { dayDate } from '../shared/marks/when';
import classes from './CarePlan.module.css';
import { limitsWords } from '../../core/care/limit-words';
import { schoolWords } from './words';

interface CarePlanLinesProps {
  lines: CarePlanLine[];
  stations: ReadonlyMap<string, string>;
  now: number;
  zone: string;
}

/** Every version of a plan: what changed, when it took effect, who and why. */
export function CarePlanLines({ lines, stations, now, zone }: CarePlanLinesProps) {
  const words = (what: CarePlanChange<CatalogueTask>): string => {
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
