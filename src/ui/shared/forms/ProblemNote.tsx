'use client';

import { useEffect, useRef } from 'react';
import type { Refusal } from '../../../services/shop';
import classes from './forms.module.css';

/** What went wrong, in place, announced to those who cannot see it. */
export function ProblemNote({ problem }: { problem: Refusal | null }) {
  const note = useRef<HTMLDivElement>(null);
  // where the eye is: a refusal below the fold is no refusal to whoever pressed the button
  useEffect(() => {
    if (!problem) return;
    note.current?.scrollIntoView({ block: 'nearest' });
    // a field that is wrong keeps the focus it was given
    if (document.activeElement?.getAttribute('aria-invalid') !== 'true') {
      note.current?.focus({ preventScroll: true });
    }
  }, [problem]);
  return (
    <div ref={note} role="alert" tabIndex={-1} className={problem ? classes.problem : undefined}>
      {problem?.message}
    </div>
  );
}
