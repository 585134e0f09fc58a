import { brokenScale } from '../../core/cleaning/broken-scale';
import type { Place } from '../../core/cleaning/run';
import type { CampaignSlot, CampaignView } from '../../services/cleaning/campaigns';
import { clockTime } from '../shared/marks/when';
import { minutesWords } from '../care/words';
import { Breaks } from './Breaks';
import { placeWords } from './words';
import classes from './Campaign.module.css';

interface CampaignClockProps {
  campaign: CampaignView;
  zone: string;
}

/** Several machines on one clock: a track for each person, one for each machine's waits, and who does what next. */
export function CampaignClock({ campaign, zone }: CampaignClockProps) {
  const { row, sheets, slots, finish, sequential, bound } = campaign;
  const minute = 60_000;
  const at = (minutes: number) => clockTime(row.startedAt + minutes * minute, zone);
  const open = slots.filter(({ part, done }) => part === 'hands' && !done);
  const scale = brokenScale(
    slots.filter(({ part }) => part === 'hands'),
    finish,
  );
  const bar = (slot: CampaignSlot, words: string) => (
    <span
      key={slot.key}
      className={classes.bar}
      data-machine={sheets.findIndex(({ sheetId }) => sheetId === slot.sheetId) % 3}
      data-part={slot.part}
      data-done={slot.done || undefined}
      style={{
        left: `${scale.at(slot.start) * 100}%`,
        width: `${(scale.at(slot.end) - scale.at(slot.start)) * 100}%`,
      }}
      title={`${slot.machine}, ${slot.what}: ${at(slot.start)} to ${at(slot.end)}`}
    >
      {words}
    </span>
  );
  return (
    <>
      <p>
        Done about <b>{at(finish)}</b>: {minutesWords(Math.round(finish))} for{' '}
        {row.people.length === 1 ? 'one person' : `${row.people.length} people`}; one after another
        it would be {minutesWords(Math.round(sequential))}.{' '}
        <span className="quiet">
          {finish <= bound
            ? 'No plan is sooner.'
            : `No plan can be sooner than ${minutesWords(Math.ceil(bound))}; this one is good, not proved the best.`}
        </span>
      </p>
      <div className={classes.tracks} aria-hidden="true">
        {row.people.map((person) => (
          <Track key={person} label={person}>
            {slots
              .filter((slot) => slot.person === person)
              .map((slot) => bar(slot, `${slot.machine}: ${slot.what}`))}
            <Breaks scale={scale} />
          </Track>
        ))}
        {sheets.map(({ sheetId, nickname }) => (
          <Track key={sheetId} label={`${nickname} waits`} low>
            {slots
              .filter((slot) => slot.sheetId === sheetId && slot.part === 'wait')
              .map((slot) => bar(slot, slot.what))}
            <Breaks scale={scale} />
          </Track>
        ))}
      </div>
      <div className={classes.people}>
        {row.people.map((person) => {
          const mine = open.filter((slot) => slot.person === person);
          return (
            <section key={person} className="panel" aria-label={`Next for ${person}`}>
              <h2>{person}</h2>
              {mine.length === 0 && <p className="quiet">Everything of theirs is done.</p>}
              <ol className={classes.next}>
                {mine.slice(0, 6).map((slot, index) => (
                  <li key={slot.key} data-first={index === 0 || undefined}>
                    <span className={classes.time}>{at(slot.start)}</span>
                    <span>
                      <b>{slot.machine}</b> {slot.what}
                      {slot.place && (
                        <span className="quiet"> {placeWords[slot.place as Place]}</span>
                      )}
                    </span>
                    {index === 0 && (
                      <a className="go" href={`/clean/${slot.sheetId}`}>
                        Go
                      </a>
                    )}
                  </li>
                ))}
              </ol>
              {mine.length > 6 && <p className="quiet">and {mine.length - 6} more</p>}
            </section>
          );
        })}
      </div>
      <ul className={classes.sheets}>
        {sheets.map(({ sheetId, nickname, closed, run, progress }) => (
          <li key={sheetId}>
            <b>{nickname}</b>
            <span className="quiet">
              {closed
                ? 'signed off'
                : `${[...progress.marks.values()].filter(({ result }) => result).length} of ${run.tasks.length} tasks have a result`}
            </span>
            <a className="go" href={`/clean/${sheetId}`}>
              {closed ? 'How it was handed over' : 'Its sheet'}
            </a>
          </li>
        ))}
      </ul>
    </>
  );
}

function Track({
  label,
  low,
  children,
}: {
  label: string;
  low?: boolean;
  children: React.ReactNode;
}) {
  return (
    <>
      <span className={classes.label}>{label}</span>
      <div className={classes.track} data-low={low}>
        {children}
      </div>
    </>
  );
}
