'use client';

import {
  dotPlaces,
  dotShapes,
  readDots,
  type DotPlace,
  type Dots,
} from '../../core/readings/dots/shapes';
import classes from './Dots.module.css';

/** What a dot looks like, drawn: a full disc, one cut off at a side, one with light beside it, none. */
const drawn = {
  round: <circle cx="24" cy="24" r="11" fill="currentColor" />,
  crescent: <path d="M28 13.7a11 11 0 1 0 0 20.6a22 22 0 0 1 0-20.6z" fill="currentColor" />,
  halo: (
    <>
      <circle cx="24" cy="24" r="8" fill="currentColor" />
      <circle cx="24" cy="24" r="15" fill="none" stroke="currentColor" strokeWidth="3" />
    </>
  ),
  none: <path d="M15 15l18 18M33 15L15 33" stroke="currentColor" strokeWidth="4" />,
} as const;

/** Five dots as they lie on the bed: each press tells the next look of that one. */
export function DotsReading({ dots, onChange }: { dots: Dots; onChange: (dots: Dots) => void }) {
  const read = readDots(dots);
  const turn = (place: DotPlace) => {
    const now = dots[place];
    const next = dotShapes[now ? (dotShapes.indexOf(now) + 1) % dotShapes.length : 0]!;
    onChange({ ...dots, [place]: next });
  };
  return (
    <div className={classes.dots}>
      <div className={classes.bed} role="group" aria-label="The dots, as they lie on the bed">
        {dotPlaces.map((place) => {
          const shape = dots[place];
          return (
            <button
              key={place}
              type="button"
              className={classes.dot}
              data-place={place}
              data-shape={shape}
              onClick={() => turn(place)}
            >
              <svg viewBox="0 0 48 48" width="40" height="40" aria-hidden="true">
                {shape && drawn[shape]}
              </svg>
              <span>
                {place}: {shape === 'none' ? 'no dot' : (shape ?? 'not looked at')}
              </span>
            </button>
          );
        })}
      </div>
      <p className="quiet" aria-live="polite">
        {read
          ? `${read.words[0]!.toUpperCase()}${read.words.slice(1)}. ${read.look ?? ''}`
          : 'Press each place until it shows what you see: round, crescent, halo, no dot.'}
      </p>
    </div>
  );
}
