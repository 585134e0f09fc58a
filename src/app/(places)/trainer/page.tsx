import { exercises, exerciseWords, type Exercise } from '../../../core/people/exercises';
import {
  attemptsOf,
  learned,
  stillToPass,
  type Attempt,
  type Learned,
} from '../../../services/training/learned';
import { dayDate } from '../../../ui/shared/marks/when';
import classes from '../../../ui/training/Training.module.css';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Trainer' };

const about: Readonly<Record<Exercise, string>> = {
  dots: 'A beam with hidden false screws: read the dots, turn, fire again.',
  drill: 'A fault that never was: which check tells most for its minutes?',
  order: 'A sheet shuffled: what comes next, and what goes wrong otherwise?',
  touch: 'Liquids and tools against parts: no harm, disputed, or the end of it.',
  facing: 'Parts that can go back wrong, the lens first.',
};

interface TrainerPageProps {
  searchParams: Promise<{ who?: string }>;
}

export default async function TrainerPage({ searchParams }: TrainerPageProps) {
  const { shop, actor } = await enter('see');
  const { who = actor.name } = await searchParams;
  const people = learned(shop);
  const own = people.get(actor.name) ?? {};
  const others = [...people].filter(([name]) => name !== actor.name);
  const now = shop.now();
  const said = (one: Learned | undefined) =>
    one
      ? `${one.passed > 0 ? 'passed' : 'not passed yet'}, ${one.times} ${one.times === 1 ? 'time' : 'times'}, last ${dayDate(one.last, shop.zone, now)}`
      : 'not done';
  return (
    <>
      <h1>Trainer</h1>
      <p className="quiet">
        Nobody learns a machine by breaking it. Nothing here touches one; the book keeps only that
        an exercise was done. A whole sheet is tried under{' '}
        <a className="line" href="/clean">
          Clean
        </a>
        , as a dry run.
      </p>
      <div className={classes.stack}>
        <section className="panel" aria-label="Exercises">
          <table className={classes.table}>
            <tbody>
              {exercises.map((exercise) => (
                <tr key={exercise}>
                  <td>
                    <a className="go" href={`/trainer/${exercise}`}>
                      {exerciseWords[exercise].name}
                    </a>
                  </td>
                  <td>{about[exercise]}</td>
                  <td className="quiet">{said(own[exercise])}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        {others.length > 0 && (
          <section className="panel" aria-labelledby="learned">
            <h2 id="learned">What others have learned</h2>
            <table className={classes.table}>
              <thead>
                <tr>
                  <th>Who</th>
                  {exercises.map((exercise) => (
                    <th key={exercise}>{exerciseWords[exercise].name}</th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {others.map(([name, done]) => (
                  <tr key={name}>
                    <td>
                      <a className="line" href={`/trainer?who=${encodeURIComponent(name)}`}>
                        {name}
                      </a>
                    </td>
                    {exercises.map((exercise) => (
                      <td key={exercise}>{said(done[exercise])}</td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        <Attempts
          who={who}
          attempts={attemptsOf(shop, who)}
          asked={stillToPass(shop, who)}
          when={(at) => dayDate(at, shop.zone, now)}
        />
      </div>
    </>
  );
}

/** What one person practised, each time. */
function Attempts({
  who,
  attempts,
  asked,
  when,
}: {
  who: string;
  attempts: readonly Attempt[];
  /** what the shop asks for and they have not passed */
  asked: readonly string[];
  when: (at: number) => string;
}) {
  if (attempts.length === 0 && asked.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="attempts">
      <h2 id="attempts">{who}</h2>
      {asked.length > 0 && <p>This shop asks for, and not passed yet: {asked.join(', ')}.</p>}
      <table className={classes.table}>
        <tbody>
          {attempts.map(({ id, at, exercise, score, passed }) => (
            <tr key={id}>
              <td>{when(at)}</td>
              <td>{exerciseWords[exercise].name}</td>
              <td>{passed ? 'passed' : 'not passed'}</td>
              <td className="figures">
                {score} {exerciseWords[exercise].counts}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
