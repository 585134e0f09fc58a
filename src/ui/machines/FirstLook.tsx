'use client';

import { UnstyledButton } from '@mantine/core';
import { findings } from '../../core/care/care';
import type { lookFirst } from '../../services/care/past';
import type { Send } from '../shared/forms/send';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { useDone } from '../shared/frame/Done';
import forms from '../shared/forms/forms.module.css';
import classes from './Machine.module.css';

/** Asks, where nobody knows when a station was last cared for, what it looks like: one press tells. */
export function FirstLook({
  stationId,
  look,
}: {
  stationId: string;
  look: Send<typeof lookFirst>;
}) {
  const done = useDone();
  const { run, pending, problem } = useAction(
    look,
    ({ entryIds, faultId }: { entryIds: string[]; faultId: string | null }) =>
      done(
        faultId ? 'Looked at. A fault was opened for the damage.' : 'Looked at: it is known now.',
        faultId ? [] : entryIds,
      ),
  );
  return (
    <section className={classes.look} aria-labelledby="first-look">
      <h3 id="first-look">First look</h3>
      <p>
        Nobody has said when this was last done. Look at it when it is open and safe to reach: what
        does it look like?
      </p>
      <div className={forms.tiles} data-compact>
        {findings.map((finding) => (
          <UnstyledButton
            key={finding}
            className={forms.tile}
            disabled={pending}
            onClick={() => run({ stationId, finding })}
          >
            {finding}
          </UnstyledButton>
        ))}
      </div>
      <ProblemNote problem={problem} />
    </section>
  );
}
