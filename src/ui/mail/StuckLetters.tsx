import { clockTime, dayDate } from '../shared/marks/when';
import classes from './Mail.module.css';

interface StuckLetter {
  id: string;
  mail: string;
  subject: string;
  problem: string;
  tries: number;
  nextAt: number;
}

/** Letters that could not be sent yet, and why. */
export function StuckLetters({
  letters,
  now,
  zone,
}: {
  letters: StuckLetter[];
  now: number;
  zone: string;
}) {
  if (letters.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="stuck" style={{ marginTop: 16 }}>
      <h2 id="stuck">Not sent yet</h2>
      <ul className={classes.stuck}>
        {letters.map(({ id, mail, subject, problem, tries, nextAt }) => (
          <li key={id}>
            <b>{subject}</b> to {mail}
            <div className="quiet">
              tried {tries === 1 ? 'once' : `${tries} times`}: {problem.replace(/\.$/, '')}; again{' '}
              {dayDate(nextAt, zone, now)} {clockTime(nextAt, zone)}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
