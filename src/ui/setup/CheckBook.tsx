'use client';

import type { Outcome } from '../../services/shop';
import { JobButton } from '../shared/forms/JobButton';
import type { JobActions } from '../shared/forms/use-job';
import classes from './Setup.module.css';

/** Reads the book through, and says what was found of each part. */
export function CheckBook({
  check,
  work,
}: {
  check: () => Promise<Outcome<string>>;
  work: JobActions;
}) {
  return (
    <section className="panel" aria-labelledby="check">
      <h2 id="check">Is the book whole?</h2>
      <p>
        Reads every page, every reference and every entry, counts all anew and looks for each
        picture. Nothing is changed, and work goes on meanwhile.
      </p>
      <JobButton
        start={check}
        work={work}
        said={(words, ended) => (
          <>
            <b>{ended === 'done' ? 'Whole.' : 'Not whole: put back the newest copy that is.'}</b>
            <ul className={classes.list}>
              {words.split('\n').map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </>
        )}
      >
        Check the book
      </JobButton>
    </section>
  );
}
