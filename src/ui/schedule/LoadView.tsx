import { startOfLocalDay } from '../../core/units/zone';
import type { Load } from '../../services/schedule/load';
import { dayDate } from '../shared/marks/when';
import { limitsWords } from '../../core/care/limit-words';
import { LoadChart } from './LoadChart';
import classes from './Schedule.module.css';

const hours = (minutes: number) => `${(minutes / 60).toFixed(1)} h`;
const shownDrivers = 10;

const basisWords: Readonly<Record<Load['drivers'][number]['basis'], string>> = {
  school: 'by the school chosen',
  manual: 'by the maker’s manual',
  evidence: 'by what was found here',
  shop: 'set by the shop',
};

const nicknameIn = (machines: Load['machines'], id: string) =>
  machines.find((one) => one.id === id)?.nickname ?? '';

/** Whether the technician's time is enough for the next quarter, and what fills it. */
export function LoadView({ load, zone, now }: { load: Load; zone: string; now: number }) {
  const { weeks, machines, dangers, drivers, needed, there, told, planned } = load;
  const label = (day: number) => dayDate(startOfLocalDay(day, zone), zone, now).slice(4);
  const short = weeks.filter((week) => week.needed > week.there);
  const charted = weeks.map((week) => ({
    label: label(week.day).replace(/ \d{4}$/, ''),
    needed: Math.round(week.needed),
    openings: Math.round(week.openings),
    there: week.there,
  }));
  return (
    <>
      <section className="panel" aria-labelledby="load">
        <h2 id="load">
          {!told
            ? 'Nobody has said yet when the technician is there'
            : needed <= there
              ? 'There is time enough, taken together'
              : 'There is not time enough'}
        </h2>
        {!told && (
          <a className="line" href="/setup/time">
            Say when
          </a>
        )}
        <p className={classes.figures}>
          <span>
            <b className="figures">{hours(needed)}</b> needed in the next 13 weeks
          </span>
          <span>
            <b className="figures">{hours(there)}</b> there
          </span>
          <span>
            {short.length === 0
              ? 'no week is short'
              : `${short.length} of 13 weeks are short: ${short
                  .slice(0, 4)
                  .map((week) => label(week.day))
                  .join(', ')}${short.length > 4 ? ' and more' : ''}`}
          </span>
        </p>
        <LoadChart weeks={charted} />
        <WeekTable weeks={charted} />
        <p className={classes.key}>
          <span>sand: work</span>
          <span>dark: making safe and opening, once a machine and week</span>
          <span>copper line: minutes there</span>
        </p>
        <p className="quiet">
          Each task is done here when its limit is reached, by the use that is expected. What fills
          faster than the windows come is done in between by whoever uses the machine, and is not
          counted.
        </p>
        {planned && <BesidePlan planned={planned} />}
      </section>
      <div className={classes.columns}>
        <section className="panel" aria-labelledby="by-machine">
          <h2 id="by-machine">By machine</h2>
          <ul className={classes.lines}>
            {machines.map(({ id, nickname: name, minutes }) => (
              <li key={id}>
                <a className="line" href={`/machines/${id}`}>
                  {name}
                </a>
                <span className="figures">{hours(minutes)}</span>
              </li>
            ))}
          </ul>
        </section>
        <section className="panel" aria-labelledby="by-danger">
          <h2 id="by-danger">By danger</h2>
          <ul className={classes.lines}>
            {dangers.map(({ criticality, minutes }) => (
              <li key={criticality}>
                <span>{criticality}</span>
                <span className="figures">{hours(minutes)}</span>
              </li>
            ))}
          </ul>
          <p className="quiet">Without openings: several share them.</p>
        </section>
        <section className="panel" aria-labelledby="drivers">
          <h2 id="drivers">What drives it</h2>
          <ul className={classes.lines}>
            {drivers.slice(0, shownDrivers).map((one) => (
              <li key={`${one.machineId} ${one.slug} ${one.task} ${one.limit.kind}`}>
                <a className="line" href={`/machines/${one.machineId}?station=${one.slug}`}>
                  {nicknameIn(machines, one.machineId)}: {one.station},{' '}
                  {one.task.replaceAll('-', ' ')}
                </a>
                <span className="figures">
                  {one.times} × = {hours(one.minutes)}
                </span>
                <span className="quiet">
                  every {limitsWords([one.limit])}, {basisWords[one.basis]}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}

/** The plan's minutes beside those that are needed, and why they are not the same. */
function BesidePlan({ planned }: { planned: NonNullable<Load['planned']> }) {
  return (
    <p>
      <a className="line" href="/plan">
        The plan
      </a>{' '}
      has <b className="figures">{hours(planned.minutes)}</b> in{' '}
      {planned.weeks === 1 ? 'its week' : `its ${planned.weeks} weeks`}; by the limits alone they
      need <b className="figures">{hours(planned.needed)}</b>. The plan does tasks of a machine
      together, some before their limit, catches up on what is late, leaves what has no window or
      may wait, and counts each clean-down by its own sheet.
    </p>
  );
}

/** The chart in figures. */
function WeekTable({
  weeks,
}: {
  weeks: readonly { label: string; needed: number; openings: number; there: number }[];
}) {
  return (
    <details>
      <summary>Week by week</summary>
      <table className={classes.weekTable}>
        <thead>
          <tr>
            <th>Week of</th>
            <th>Work</th>
            <th>Opening</th>
            <th>There</th>
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week.label}>
              <td>{week.label}</td>
              <td className="figures">{hours(week.needed - week.openings)}</td>
              <td className="figures">{hours(week.openings)}</td>
              <td className="figures">{hours(week.there)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
