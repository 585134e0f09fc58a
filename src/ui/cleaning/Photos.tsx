'use client';

import { IconCamera } from '@tabler/icons-react';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';

type When = 'before' | 'after' | 'orientation';

/** Sends a picture of a sheet and ticks it. */
function usePhoto({ sheetId, store }: SheetContext, of: string) {
  const [problem, setProblem] = useState<{ field: string | null; message: string } | null>(null);
  const [sending, setSending] = useState<When | null>(null);
  const take = async (when: When, file: File | undefined) => {
    if (!file || !sheetId) return;
    setProblem(null);
    setSending(when);
    try {
      const response = await fetch(`/api/sheets/${sheetId}/photos`, { method: 'POST', body: file });
      const outcome = (await response.json()) as Outcome<{ photo: string }>;
      if (outcome.ok) store.press({ kind: 'photo', of, when, photo: outcome.value.photo });
      else setProblem(outcome.error);
    } catch {
      setProblem({
        field: null,
        message:
          'No connection: the picture was not sent. Everything else is kept; take it again later.',
      });
    }
    setSending(null);
  };
  return { problem, sending, take };
}

/** Pictures before and after, side by side. */
export function Photos({ context, of }: { context: SheetContext; of: string }) {
  const { sheetId, store } = context;
  const { problem, sending, take } = usePhoto(context, of);
  if (!sheetId) return null;
  const shown = (when: When) =>
    store.progress.photos.filter((photo) => photo.of === of && photo.when === when);
  return (
    <div className={classes.photos}>
      {(['before', 'after'] as const).map((when) => (
        <figure key={when}>
          {shown(when).map(({ photo }) => (
            // eslint-disable-next-line @next/next/no-img-element -- our own route, already sized
            <img key={photo} src={`/api/photos/${photo}`} alt={`${when} cleaning`} />
          ))}
          <figcaption>
            <PhotoButton
              label={sending === when ? 'Sending …' : `Picture ${when}`}
              onFile={(file) => void take(when, file)}
            />
          </figcaption>
        </figure>
      ))}
      <ProblemNote problem={problem} />
    </div>
  );
}

/** A picture of which way round a part sits. */
export function OrientationPhoto({ context, of }: { context: SheetContext; of: string }) {
  const { sheetId } = context;
  const { problem, sending, take } = usePhoto(context, of);
  if (!sheetId) return null;
  return (
    <>
      <PhotoButton
        label={sending ? 'Sending …' : 'Picture of how it sits'}
        onFile={(file) => void take('orientation', file)}
      />
      <ProblemNote problem={problem} />
    </>
  );
}

function PhotoButton({
  label,
  onFile,
}: {
  label: string;
  onFile: (file: File | undefined) => void;
}) {
  return (
    <label className={classes.camera}>
      <IconCamera size={20} aria-hidden="true" />
      {label}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        onChange={(event) => {
          onFile(event.currentTarget.files?.[0]);
          event.currentTarget.value = '';
        }}
      />
    </label>
  );
}
