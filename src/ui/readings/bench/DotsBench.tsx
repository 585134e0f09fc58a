'use client';

import { Checkbox, NumberInput, Select } from '@mantine/core';
import { useState } from 'react';
import { dotSpots, moreDotSpots } from '../../../catalogue/bench';
import { clippedSides, fewestDots, type ClippedSide } from '../../../core/readings/dots/advice';
import { judgeReadDots } from '../../../core/readings/read-out';
import { type KeptDot, type Readings } from '../../../core/readings/reading';
import { SendForm } from '../../shared/forms/SendForm';
import { figure } from '../../shared/forms/use-send-form';
import classes from './Bench.module.css';
import { adviceWords } from './dots-words';
import { DotMark, DotTarget, type Placed } from './DotTarget';
import { DotPhoto } from './DotPhoto';
import { ReadingFoot } from './ReadingFoot';
import { useReading, type RecordReading } from './use-reading';

/** What dots are read by, mm: as last time, or as such machines usually are. */
export interface DotsSet {
  bed: { width: number; depth: number };
  lead: Readings['dots']['lead'];
  mount: Readings['dots']['mount'];
  tolerance: number;
}

type Typed = number | '';

/** Dots at five or nine places: each placed on its tape, and what together they ask for. */
export function DotsBench({
  machineId,
  record,
  set,
}: {
  machineId: string;
  record: RecordReading;
  set: DotsSet;
}) {
  const [dots, setDots] = useState<Readonly<Record<string, Placed>>>({});
  const [place, setPlace] = useState<string>(dotSpots[0].place);
  const [nine, setNine] = useState(false);
  const form = useReading(
    machineId,
    record,
    {
      width: set.bed.width as Typed,
      depth: set.bed.depth as Typed,
      first: set.lead.first as Typed,
      second: set.lead.second as Typed,
      pitch: set.mount.pitch as Typed,
      lever: set.mount.lever as Typed,
      tolerance: set.tolerance as Typed,
    },
    (values) => ({ instrument: 'dots', ...readingOf(values) }),
    { onDone: () => setDots({}) },
  );
  const spots = nine ? [...dotSpots, ...moreDotSpots] : dotSpots;

  function readingOf(values: Record<Size, Typed>): Readings['dots'] {
    return {
      lead: { first: figure(values.first), second: figure(values.second) },
      mount: { pitch: figure(values.pitch), lever: figure(values.lever) },
      tolerance: figure(values.tolerance),
      dots: spots.flatMap((spot): KeptDot[] => {
        const dot = dots[spot.place];
        const at = { x: spot.x * figure(values.width), y: spot.y * figure(values.depth) };
        return dot ? [{ place: spot.place, ...at, ...dot }] : [];
      }),
    };
  }

  const put = (change: Partial<Placed>) => {
    const now = dots[place] ?? { h: 0, v: 0, clipped: null };
    setDots({ ...dots, [place]: { ...now, ...change } });
  };
  const here = dots[place] ?? null;
  const placed = spots.filter((spot) => dots[spot.place]).length;
  return (
    <section className="panel">
      <h2>Dots on tape</h2>
      <p className="quiet">
        Eyewear for this wavelength on, guard closed, nobody in line. Tape over the hole of the
        head, one short pulse at low power with the head at each place. Tap where each dot lies,
        seen from where the beam comes.
      </p>
      <SendForm of={form} button="Save the dots">
        <div className={classes.dotsGrid}>
          <div>
            <Bed spots={spots} dots={dots} place={place} onChoose={setPlace} />
            <p className="quiet">The bed from above, the front below.</p>
            <Checkbox
              label="Nine places: can name a rail"
              checked={nine}
              onChange={(event) => setNine(event.currentTarget.checked)}
            />
          </div>
          <div>
            <h3>Tape {place}</h3>
            <DotTarget place={place} dot={here} onPlace={put} />
          </div>
        </div>
        <DotFields dot={here} onChange={put} />
        <DotPhoto key={place} place={place} onRead={put} />
        <Advice reading={readingOf(form.values)} placed={placed} />
        <details>
          <summary>Sizes of this machine</summary>
          <div className={classes.row}>
            {sizes.map(([name, label]) => (
              <NumberInput key={name} label={label} min={0} w={210} {...form.field(name)} />
            ))}
          </div>
        </details>
        <ReadingFoot field={form.field} />
      </SendForm>
    </section>
  );
}

const sizes = [
  ['width', 'Bed, left to right, mm'],
  ['depth', 'Bed, front to rear, mm'],
  ['first', 'Mirror 1 to 2, head in front, mm'],
  ['second', 'Mirror 2 to head at the left, mm'],
  ['pitch', 'Pitch of the screws, mm'],
  ['lever', 'Screw to pivot, mm'],
  ['tolerance', 'Will do within, mm'],
] as const;
type Size = (typeof sizes)[number][0];

/** The places of the bed, each with its tape. */
function Bed({
  spots,
  dots,
  place,
  onChoose,
}: {
  spots: readonly { place: string; x: number; y: number }[];
  dots: Readonly<Record<string, Placed>>;
  place: string;
  onChoose: (place: string) => void;
}) {
  return (
    <div className={classes.bed} role="group" aria-label="The bed, seen from above">
      {spots.map((spot) => (
        <button
          key={spot.place}
          type="button"
          className={classes.spot}
          style={{ left: `${13 + 74 * spot.x}%`, top: `${86 - 72 * spot.y}%` }}
          aria-pressed={place === spot.place}
          aria-label={`${spot.place}: ${dots[spot.place] ? 'placed' : 'not placed'}`}
          data-placed={dots[spot.place] ? true : undefined}
          onClick={() => onChoose(spot.place)}
        >
          <Mini dot={dots[spot.place] ?? null} />
        </button>
      ))}
    </div>
  );
}

/** A dot by its figures and its shape. */
function DotFields({
  dot,
  onChange,
}: {
  dot: Placed | null;
  onChange: (change: Partial<Placed>) => void;
}) {
  return (
    <div className={classes.row}>
      <NumberInput
        label="Sideways, mm, right is +"
        step={0.1}
        w={190}
        value={dot?.h ?? ''}
        onChange={(value) => value !== '' && onChange({ h: Number(value) })}
      />
      <NumberInput
        label="Up, mm"
        step={0.1}
        w={110}
        value={dot?.v ?? ''}
        onChange={(value) => value !== '' && onChange({ v: Number(value) })}
      />
      <Select
        label="Shape"
        w={170}
        allowDeselect={false}
        data={[
          { value: 'whole', label: 'round' },
          ...clippedSides.map((side) => ({ value: side, label: `cut off ${side}` })),
        ]}
        value={dot?.clipped ?? 'whole'}
        onChange={(side) => onChange({ clipped: side === 'whole' ? null : (side as ClippedSide) })}
      />
    </div>
  );
}

/** A tape as small as a thumb. */
function Mini({ dot }: { dot: Placed | null }) {
  return (
    <svg viewBox="-12 -12 24 24" width="46" height="46" aria-hidden="true">
      <path d="M0 -12V12M-12 0H12" stroke="var(--rule-strong)" strokeWidth="0.6" />
      {dot && <DotMark x={dot.h} y={-dot.v} r={2.4} clipped={dot.clipped} />}
    </svg>
  );
}

/** What the dots that are placed ask for. */
export function Advice({ reading, placed }: { reading: Readings['dots']; placed: number }) {
  const words = placed < fewestDots ? null : judged(reading);
  return (
    <div className={classes.result} aria-live="polite">
      {words === null ? (
        <p>
          {placed < fewestDots
            ? `${placed} of ${fewestDots} or more placed.`
            : 'These sizes and places do not tell two mirrors apart: mend the sizes of the machine.'}
        </p>
      ) : (
        <>
          <p>
            <b>{words.is}</b>
          </p>
          {words.do.length > 0 && (
            <ol>
              {words.do.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ol>
          )}
        </>
      )}
    </div>
  );
}

function judged(reading: Readings['dots']) {
  try {
    return adviceWords(judgeReadDots(reading));
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
