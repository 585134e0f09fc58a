import type { ModuleView } from '../../services/parts/module-views';
import { dayDate } from '../shared/marks/when';
import classes from './Modules.module.css';
import { lifeHours } from './words';

const shownStays = 2;

/** Every module with its life, where it is and where it was; those that died keep their history. */
export function AllModules({
  modules,
  kinds,
  now,
  zone,
}: {
  modules: ModuleView[];
  kinds: Readonly<Record<string, string>>;
  now: number;
  zone: string;
}) {
  return (
    <section className="panel" aria-labelledby="all-modules">
      <h2 id="all-modules">Modules</h2>
      {modules.length === 0 && (
        <p className="quiet">
          None noted. Heads, lenses and tubes get their serial numbers on the page of their machine.
        </p>
      )}
      {modules.map((part) => (
        <div key={part.id} className={classes.slot}>
          <div className={classes.head}>
            <span>
              <span className={part.ended ? `${classes.serial} struck` : classes.serial}>
                {part.serial}
              </span>{' '}
              {kinds[part.kind]}, {part.name}
            </span>
            <span className="quiet figures">{lifeHours(part)} of life</span>
          </div>
          <div className="quiet">
            {part.ended
              ? `ended ${dayDate(part.ended.at, zone, now)}: ${part.ended.why}`
              : (part.place ?? 'in the drawer')}
            {part.stays.length > shownStays && ` · ${part.stays.length - shownStays} earlier stays`}
            {part.stays.length > 0 &&
              ` · ${part.stays
                .slice(-shownStays)
                .map(
                  ({ machine, from, to }) =>
                    `${machine} ${dayDate(from, zone, now)} to ${to === null ? 'now' : dayDate(to, zone, now)}`,
                )
                .join('; ')}`}
          </div>
        </div>
      ))}
    </section>
  );
}
