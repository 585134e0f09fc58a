import type { CSSProperties } from 'react';
import classes from './Pictures.module.css';

/** A picture enlarged and turned by quarters: it lies in a square, so that every corner of it can be scrolled to. */
export function Zoomed({
  photo,
  alt,
  zoom,
  turns,
}: {
  /** id of the photo */
  photo: string;
  alt: string;
  zoom: number;
  /** quarters to the right */
  turns: number;
}) {
  return (
    <div className={classes.frame}>
      <div className={classes.square} style={{ '--zoom': zoom } as CSSProperties}>
        {/* eslint-disable-next-line @next/next/no-img-element -- our own route, already sized */}
        <img src={`/api/photos/${photo}`} alt={alt} style={{ rotate: `${turns * 90}deg` }} />
      </div>
    </div>
  );
}
