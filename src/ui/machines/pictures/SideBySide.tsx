'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import type { StationPicture } from '../../../services/machines/pictures';
import { dayDate } from '../../shared/marks/when';
import { Zoomed } from '../../shared/pictures/Zoomed';
import { ZoomSlider } from '../../shared/pictures/ZoomSlider';
import classes from './Pictures.module.css';

/** Two pictures of a station beside each other, enlarged and turned together; the others below to choose from. */
export function SideBySide({
  pictures,
  first,
  now,
  zone,
}: {
  /** oldest first */
  pictures: readonly StationPicture[];
  /** the two that are shown at first */
  first: readonly [string, string];
  now: number;
  zone: string;
}) {
  const [chosen, setChosen] = useState(first);
  const [next, setNext] = useState<0 | 1>(0);
  const [zoom, setZoom] = useState(1);
  const [turns, setTurns] = useState<Readonly<Record<string, number>>>({});
  const words = (one: StationPicture) =>
    [
      one.machine,
      dayDate(one.at, zone, now),
      one.when,
      one.when === 'before' && one.finding && `found ${one.finding}`,
    ]
      .filter(Boolean)
      .join(', ');
  return (
    <>
      <div className={classes.pair}>
        {chosen.map((photo, side) => {
          const one = pictures.find((picture) => picture.photo === photo);
          if (!one) return null;
          return (
            <figure key={side} data-next={next === side || undefined}>
              <Zoomed
                photo={photo}
                alt={`${one.station}, ${words(one)}`}
                zoom={zoom}
                turns={turns[photo] ?? 0}
              />
              <figcaption>
                {words(one)}
                <span className={classes.tools}>
                  <Button
                    size="xs"
                    variant="default"
                    onClick={() => setTurns({ ...turns, [photo]: ((turns[photo] ?? 0) + 1) % 4 })}
                  >
                    Turn
                  </Button>
                  <Button
                    size="xs"
                    variant={next === side ? 'filled' : 'default'}
                    aria-pressed={next === side}
                    onClick={() => setNext(side as 0 | 1)}
                  >
                    Change this one
                  </Button>
                </span>
              </figcaption>
            </figure>
          );
        })}
      </div>
      <div className={classes.zoom}>
        <ZoomSlider label="Enlarge both" zoom={zoom} onChange={setZoom} />
      </div>
      <ol className={classes.strip} aria-label="All pictures">
        {pictures.map((one) => (
          <li key={one.photo}>
            <button
              type="button"
              aria-pressed={chosen.includes(one.photo)}
              onClick={() => {
                const other = chosen[next === 0 ? 1 : 0]!;
                setChosen(next === 0 ? [one.photo, other] : [other, one.photo]);
              }}
            >
              {/* eslint-disable-next-line @next/next/no-img-element -- our own route, already sized */}
              <img src={`/api/photos/${one.photo}`} alt="" loading="lazy" />
              <span>{words(one)}</span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
