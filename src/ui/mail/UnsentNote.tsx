import type { UnsentDanger } from '../../services/mail/letters';
import classes from '../shared/forms/forms.module.css';
import { Allowed } from '../shared/frame/Allowed';

/** Says that a report of danger did not reach those who asked to be mailed of it. */
export function UnsentNote({ unsent }: { unsent: readonly UnsentDanger[] }) {
  if (unsent.length === 0) return null;
  const people = [...new Set(unsent.map(({ person }) => person))];
  return (
    <div role="alert" className={classes.problem}>
      The report of danger was not mailed to {people.join(', ')}. Tell them yourself. Why:{' '}
      {unsent[0]!.words}{' '}
      <Allowed right="set up">
        <a href="/setup/mail">Set-up, Mail</a>
      </Allowed>
    </div>
  );
}
