import type { CopyAge } from '../../services/safekeeping/nightly';
import forms from '../shared/forms/forms.module.css';
import { ago } from '../shared/marks/when';

/** Says on Today that the newest copy of the shop is too old, or that none can be made. */
export function OldCopyNote({
  age: { newest, old, trouble },
  now,
  zone,
}: {
  age: CopyAge;
  now: number;
  zone: string;
}) {
  if (!old) return null;
  return (
    <p className={forms.problem}>
      {newest === null
        ? 'There is no copy of the book.'
        : `The newest copy of the book is of ${ago(newest, now, zone)}.`}{' '}
      {trouble?.words} <a href="/setup/copies">Copies</a>
    </p>
  );
}
