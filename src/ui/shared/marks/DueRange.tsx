import { startOfLocalDay } from '../../../core/units/zone';
import type { DueForecast } from '../../../core/forecast/due';
import classes from './DueRange.module.css';
import { dayDate } from './when';

const shownDays = 42;

/** When a task will be due, in words and drawn on the weeks ahead. */
export function DueRange({
  forecast,
  today,
  now,
  zone,
}: {
  /** `null`: too little use to tell */
  forecast: DueForecast | null;
  today: number;
  now: number;
  zone: string;
}) {
  if (!forecast) {
    return <p className="quiet">Due when? Too little use so far to tell.</p>;
  }
  const name = (day: number) => dayDate(startOfLocalDay(day, zone), zone, now);
  const words = rangeWords(forecast, name);
  const { early, likely, late } = forecast;
  if (early === today && late === today) return null;
  const at = (day: number | null) =>
    `${(Math.min(shownDays, (day ?? Infinity) - today) / shownDays) * 100}%`;
  return (
    <div className={classes.range}>
      <div className={classes.axis} role="img" aria-label={words}>
        {Array.from({ length: shownDays / 7 - 1 }, (_, week) => (
          <i key={week} style={{ left: `${((week + 1) * 700) / shownDays}%` }} />
        ))}
        {early !== null && early - today < shownDays && (
          <b style={{ left: at(early), right: `calc(100% - ${at(late)})` }} />
        )}
        {likely !== null && likely - today <= shownDays && <em style={{ left: at(likely) }} />}
      </div>
      <p>{words}</p>
    </div>
  );
}

/** "Due about Thu 3 Dec; in four of five cases between Tue 1 Dec and Mon 7 Dec." */
function rangeWords({ early, likely, late }: DueForecast, name: (day: number) => string): string {
  if (early === null) return 'Not due within four months, by its use.';
  if (early === late) return `Due on ${name(early)}.`;
  const until = late === null ? 'later than in four months' : name(late);
  const about =
    likely === null ? 'Perhaps not due within four months' : `Due about ${name(likely)}`;
  return `${about}; in four of five cases between ${name(early)} and ${until}.`;
}
