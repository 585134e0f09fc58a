'use client';

import type { Copy } from '../../services/safekeeping/copies';
import type { CopyAge } from '../../services/safekeeping/nightly';
import type { CopyRules } from '../../services/safekeeping/rules';
import type { Outcome } from '../../services/shop';
import { JobButton } from '../shared/forms/JobButton';
import type { JobActions } from '../shared/forms/use-job';
import forms from '../shared/forms/forms.module.css';
import { ago } from '../shared/marks/when';
import classes from './Setup.module.css';

interface CopiesProps {
  copies: readonly Copy[];
  age: CopyAge;
  rules: CopyRules;
  now: number;
  zone: string;
  copyNow: () => Promise<Outcome<string>>;
  test: (name: string) => Promise<Outcome<string>>;
  work: JobActions;
}

export const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;

/** The copies that are there, each with its age and its last test, and how one is put back. */
export function Copies({ copies, age, rules, now, zone, copyNow, test, work }: CopiesProps) {
  const total = copies.reduce((sum, { bytes }) => sum + bytes, 0);
  return (
    <section className="panel" aria-labelledby="copies">
      <h2 id="copies">Copies of the shop</h2>
      {age.old && (
        <p className={forms.problem}>
          {age.newest === null
            ? 'There is no copy. If this disk dies, the book is gone.'
            : `The newest copy is of ${ago(age.newest, now, zone)}: a night was missed.`}
        </p>
      )}
      {age.trouble && (
        <p className={forms.problem}>
          {ago(age.trouble.at, now, zone)} none could be made. {age.trouble.words}
        </p>
      )}
      <p>
        Made each night from {rules.hour}:00 on while the server runs, else as soon as it does, into{' '}
        <span className={classes.path}>{rules.folder}</span>.
        {rules.beside && ' That is the disk of the book itself: choose a folder on another.'}
      </p>
      <JobButton
        start={copyNow}
        work={work}
        said={(words, ended) => (ended === 'done' ? `Copied. ${words}` : words)}
      >
        Make a copy now
      </JobButton>
      {copies.length > 0 && (
        <p className="quiet figures">
          {copies.length} {copies.length === 1 ? 'copy' : 'copies'}, {megabytes(total)} together
        </p>
      )}
      <ul className={classes.list}>
        {copies.map(({ name, at, bytes, holds, tested }) => (
          <li key={name} className={classes.copy}>
            <div>
              <b>{ago(at, now, zone)}</b>{' '}
              <span className="quiet figures">
                {megabytes(bytes)}
                {holds && `, ${holds.entries} entries, ${holds.photos} pictures`}
              </span>
              <div data-bad={tested?.ok === false || undefined} className={classes.tested}>
                {tested
                  ? `${tested.ok ? 'Tested' : 'Failed its test'} ${ago(tested.at, now, zone)}. ${tested.ok ? '' : tested.words}`
                  : 'Never tested.'}
              </div>
            </div>
            <JobButton
              start={() => test(name)}
              work={work}
              buttonProps={
                {
                  size: 'compact-sm',
                  'aria-label': `Test the copy of ${ago(at, now, zone)}`,
                } as object
              }
            >
              Test
            </JobButton>
          </li>
        ))}
      </ul>
      <details>
        <summary>Put a copy back</summary>
        <ol className={classes.steps}>
          <li>Stop the server.</li>
          <li>
            <code>npm run restore COPY</code>, with the folder of the copy. What is there now is
            moved aside, not deleted.
          </li>
          <li>Start the server.</li>
        </ol>
        <p>
          On a new computer: start with an empty folder of data, the copies beside it in{' '}
          <code>data-copies</code>; the first page offers them.
        </p>
      </details>
    </section>
  );
}
