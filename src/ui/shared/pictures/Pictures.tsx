'use client';

import { Button } from '@mantine/core';
import { useRef, useState } from 'react';
import classes from './Pictures.module.css';
import { Zoomed } from './Zoomed';
import { ZoomSlider } from './ZoomSlider';

/** Pictures of an entry, small; pressed, one is shown large, to be enlarged and turned. */
export function Pictures({ ids }: { ids: readonly string[] }) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [shown, setShown] = useState<string | null>(null);
  const [zoom, setZoom] = useState(1);
  const [turns, setTurns] = useState(0);
  if (ids.length === 0) return null;
  const show = (id: string) => {
    setShown(id);
    setZoom(1);
    setTurns(0);
    if (!dialog.current?.open) dialog.current?.showModal();
  };
  const next = shown === null ? null : ids[(ids.indexOf(shown) + 1) % ids.length]!;
  return (
    <>
      <div className={classes.small}>
        {ids.map((id) => (
          <button key={id} type="button" onClick={() => show(id)}>
            {/* eslint-disable-next-line @next/next/no-img-element -- served by us behind sign-in, no optimiser between */}
            <img src={`/api/photos/${id}`} alt="Photo with this entry" />
          </button>
        ))}
      </div>
      <dialog
        ref={dialog}
        className={classes.viewer}
        aria-label="Picture"
        onClose={() => setShown(null)}
      >
        {shown && (
          <>
            <Zoomed
              photo={shown}
              alt={`Picture ${ids.indexOf(shown) + 1} of ${ids.length}`}
              zoom={zoom}
              turns={turns}
            />
            <div className={classes.tools}>
              <ZoomSlider label="Enlarge" zoom={zoom} onChange={setZoom} />
              <Button variant="default" onClick={() => setTurns((turns + 1) % 4)}>
                Turn
              </Button>
              {ids.length > 1 && (
                <Button variant="default" onClick={() => show(next!)}>
                  Next
                </Button>
              )}
              <Button onClick={() => dialog.current?.close()}>Close</Button>
            </div>
          </>
        )}
      </dialog>
    </>
  );
}
