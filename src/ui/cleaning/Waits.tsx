'use client';

import { useEffect, useRef, useState } from 'react';
import type { RunningWait } from '../../core/cleaning/waits';
import type { RunSheet } from '../../core/cleaning/run';
import classes from './Sheet.module.css';
import { countdown, waitTitle } from './words';

interface WaitsProps {
  run: RunSheet;
  waits: readonly RunningWait[];
  clock: number;
  title: string;
  onTake: (of: string) => void;
}

/** Every wait that runs, with its countdown; a sound and the page's title tell when one is over. */
export function Waits({ run, waits, clock, title, onTake }: WaitsProps) {
  const [sound, setSound] = useState(true);
  const finishes = (of: string) =>
    run.tasks.some(
      ({ id, ways }) => id === of && ways.some(({ minutes }) => minutes.finishing > 0),
    );
  // a wait that nothing follows is of no interest once it is over
  const shown = waits.filter(({ of, second, until }) => until > clock || (!second && finishes(of)));
  const over = shown.filter(({ until }) => until <= clock);
  const heard = useRef<Set<string> | null>(null);

  useEffect(() => {
    const keys = over.map(({ of, until }) => `${of} ${until}`);
    if (heard.current === null) {
      // what was over before the page came up is shown, not sounded
      heard.current = new Set(keys);
      return;
    }
    if (keys.some((key) => !heard.current!.has(key)) && sound) chime();
    for (const key of keys) heard.current.add(key);
  }, [over, sound]);

  const next = shown.find(({ until }) => until > clock);
  const lead =
    over.length > 0
      ? `(${over.length}) wait over · `
      : next
        ? `${countdown(next.until - clock)} · `
        : '';
  useEffect(() => {
    document.title = `${lead}${title}`;
  }, [lead, title]);

  if (shown.length === 0) return null;
  return (
    <div id="waits" className={classes.waits} role="group" aria-label="Running waits">
      {shown.map(({ of, second, from, until }) => {
        const ended = until <= clock;
        return (
          <div key={`${of} ${second}`} className={classes.wait} data-over={ended || undefined}>
            <span className={classes.waitName}>{waitTitle(run, of, second)}</span>
            <span className={classes.waitTime} role="timer">
              {ended ? 'over' : countdown(until - clock)}
            </span>
            <span className={classes.waitBar} aria-hidden="true">
              <span
                style={{ width: `${Math.min(100, ((clock - from) / (until - from)) * 100)}%` }}
              />
            </span>
            {ended && (
              <button className={classes.take} onClick={() => onTake(of)}>
                Go to it
              </button>
            )}
          </div>
        );
      })}
      <button
        className={classes.sound}
        aria-pressed={sound}
        onClick={() => {
          setSound((before) => !before);
          if (!sound) chime();
        }}
      >
        {sound ? 'Sound on' : 'Sound off'}
      </button>
    </div>
  );
}

/** Two short tones; nothing where the browser makes no sound. */
function chime(): void {
  try {
    const audio = new AudioContext();
    for (const [at, pitch] of [
      [0, 660],
      [0.25, 880],
    ] as const) {
      const tone = audio.createOscillator();
      const loud = audio.createGain();
      tone.frequency.value = pitch;
      loud.gain.setValueAtTime(0.0001, audio.currentTime + at);
      loud.gain.exponentialRampToValueAtTime(0.3, audio.currentTime + at + 0.03);
      loud.gain.exponentialRampToValueAtTime(0.0001, audio.currentTime + at + 0.22);
      tone.connect(loud).connect(audio.destination);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.24);
    }
    setTimeout(() => void audio.close(), 1000);
    navigator.vibrate?.([200, 100, 200]);
  } catch {
    // no sound here: title and screen say it too
  }
}
