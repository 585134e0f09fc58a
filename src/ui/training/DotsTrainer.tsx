'use client';

import { Button } from '@mantine/core';
import { useState } from 'react';
import { dotSpots } from '../../catalogue/bench';
import type { Readings } from '../../core/readings/reading';
import { simulateDot, type SimulatedChain } from '../../core/readings/dots/simulated';
import { chance } from '../../core/units/chance';
import { Advice } from '../readings/bench/DotsBench';
import { DotMark, targetReach } from '../readings/bench/DotTarget';
import { Ended, type Finish } from './Ended';
import classes from './Training.module.css';

const bed = { width: 600, depth: 400 };
const lead = { first: 150, second: 120 };
const mount = { pitch: 0.7, lever: 40 };
const tolerance = 0.3;
/** Turns of a screw that one press gives: the least is what a hand can do, and moves a dot by no more than the tolerance. */
const steps = [1 / 4, 1 / 16, 1 / 64, 1 / 128] as const;
/** mm that one press moves the tube or the head. */
const shift = 0.2;

type Screw = `${1 | 2}${'h' | 'v'}`;
const screws: readonly { id: Screw; words: string }[] = [
  { id: '1h', words: 'Mirror 1, sideways' },
  { id: '1v', words: 'Mirror 1, up and down' },
  { id: '2h', words: 'Mirror 2, sideways' },
  { id: '2v', words: 'Mirror 2, up and down' },
];

/** A chain with hidden false screws: one or two of them, at times the tube's height beside. */
function falseChain(seed: number): SimulatedChain {
  const next = chance(seed);
  const some = () => (next() < 0.5 ? -1 : 1) * (1.2 + 2 * next());
  const tilts: SimulatedChain['tilts'] = [
    { h: 0, v: 0 },
    { h: 0, v: 0 },
  ];
  for (let left = 1 + Math.floor(next() * 2.5); left > 0; left--) {
    tilts[Math.floor(next() * 2)]![next() < 0.5 ? 'h' : 'v'] = some();
  }
  const height = next() < 0.3 ? some() / 2 : 0;
  return { lead, tilts, offset: { h: 0, v: height }, aperture: 14, beam: 2.5, rail: null };
}

/** Sets two mirrors by their dots: turn screws, fire, look, until all five are inside. */
export function DotsTrainer({ seed, finish }: { seed: number; finish: Finish }) {
  const [chain, setChain] = useState(() => falseChain(seed));
  const [fired, setFired] = useState<Readings['dots']['dots'] | null>(null);
  const [rounds, setRounds] = useState(0);
  const [turned, setTurned] = useState<Partial<Record<Screw, number>>>({});
  const [step, setStep] = useState<number>(steps[1]);
  const [told, setTold] = useState(false);
  const inside =
    fired !== null &&
    fired.every(({ h, v, clipped }) => clipped === null && Math.hypot(h, v) <= tolerance);

  const turn = (screw: Screw, by: number) => {
    const [mirror, axis] = [Number(screw[0]) - 1, screw[1] as 'h' | 'v'];
    const mrad = ((by * mount.pitch) / mount.lever) * 1000;
    setChain((was) => {
      const [first, second] = was.tilts;
      const turned = (tilt: typeof first) => ({ ...tilt, [axis]: tilt[axis] + mrad });
      const tilts: typeof was.tilts =
        mirror === 0 ? [turned(first), second] : [first, turned(second)];
      return { ...was, tilts };
    });
    setTurned({ ...turned, [screw]: (turned[screw] ?? 0) + by });
  };
  const lift = (by: number) =>
    setChain((was) => ({ ...was, offset: { ...was.offset, v: was.offset.v + by } }));
  const fire = () => {
    // read by eye: to a tenth of a millimetre
    const read = (mm: number) => Math.round(mm * 10) / 10;
    setFired(
      dotSpots.map(({ place, x, y }) => {
        const at = { x: x * bed.width, y: y * bed.depth };
        const { h, v, clipped } = simulateDot(chain, at);
        return { place, ...at, h: read(h), v: read(v), clipped };
      }),
    );
    setRounds(rounds + 1);
    setTurned({});
  };

  return (
    <>
      <section className="panel">
        <p>
          Somebody had the mirrors out. Fire the five, look which way they lie, turn screws, fire
          again: all within {tolerance} mm of the middle. Few rounds are good: each costs tape and
          ten minutes.
        </p>
        <div className={classes.tapes}>
          {dotSpots.map(({ place }) => (
            <Tape
              key={place}
              place={place}
              dot={fired?.find((one) => one.place === place) ?? null}
            />
          ))}
        </div>
        <div className={classes.row}>
          <Button size="lg" onClick={fire} disabled={inside}>
            Fire the five
          </Button>
          <span className={classes.figure}>
            {rounds} {rounds === 1 ? 'round' : 'rounds'}
          </span>
        </div>
      </section>
      {fired && !inside && (
        <section className="panel">
          <h2>Screws</h2>
          <div className={classes.row} role="group" aria-label="How far a press turns">
            {steps.map((one) => (
              <Button
                key={one}
                variant={step === one ? 'filled' : 'default'}
                aria-pressed={step === one}
                onClick={() => setStep(one)}
              >
                1/{1 / one} turn
              </Button>
            ))}
          </div>
          <Screws turned={turned} onTurn={(screw, way) => turn(screw, way * step)} />
          <div className={classes.screw}>
            <span>Tube, its height</span>
            <Button variant="default" onClick={() => lift(-shift)}>
              down {shift} mm
            </Button>
            <Button variant="default" onClick={() => lift(shift)}>
              up {shift} mm
            </Button>
          </div>
          <Button variant="default" mt={10} onClick={() => setTold(!told)}>
            {told ? 'Hide what the bench would say' : 'What would the bench say?'}
          </Button>
          {told && (
            <Advice reading={{ lead, mount, tolerance, dots: fired }} placed={fired.length} />
          )}
        </section>
      )}
      {inside && (
        <Ended
          exercise="dots"
          score={rounds}
          passed={rounds <= 4}
          finish={finish}
          words={
            rounds <= 4
              ? `Inside in ${rounds} rounds.`
              : `Inside in ${rounds} rounds. Four will do: read both ends before a screw is touched.`
          }
        />
      )}
    </>
  );
}

/** The four screws of two mirrors. */
function Screws({
  turned,
  onTurn,
}: {
  turned: Partial<Record<Screw, number>>;
  onTurn: (screw: Screw, way: 1 | -1) => void;
}) {
  return screws.map(({ id, words }) => (
    <div key={id} className={classes.screw}>
      <span>{words}</span>
      <Button variant="default" aria-label={`${words}: out`} onClick={() => onTurn(id, -1)}>
        out
      </Button>
      <Button variant="default" aria-label={`${words}: in`} onClick={() => onTurn(id, 1)}>
        in
      </Button>
      <span className="figures">{turnsWords(turned[id] ?? 0)}</span>
    </div>
  ));
}

const turnsWords = (turns: number) =>
  turns === 0 ? '' : `${Math.abs(turns) * 128}/128 turn ${turns > 0 ? 'in' : 'out'}`;

/** A tape as it comes back from the head. */
function Tape({ place, dot }: { place: string; dot: Readings['dots']['dots'][number] | null }) {
  const lost = dot !== null && Math.max(Math.abs(dot.h), Math.abs(dot.v)) > targetReach;
  return (
    <figure className={classes.tape} data-place={place}>
      <svg
        viewBox={`${-targetReach} ${-targetReach} ${2 * targetReach} ${2 * targetReach}`}
        role="img"
        aria-label={
          dot === null
            ? `${place}: not fired`
            : lost
              ? `${place}: no dot`
              : `${place}: ${dot.h} mm sideways, ${dot.v} mm up${dot.clipped ? `, cut off ${dot.clipped}` : ''}`
        }
      >
        <path
          d={`M0 ${-targetReach}V${targetReach}M${-targetReach} 0H${targetReach}`}
          stroke="var(--rule-strong)"
          strokeWidth="0.2"
        />
        {[2, 5, 10].map((r) => (
          <circle key={r} r={r} fill="none" stroke="var(--rule-strong)" strokeWidth="0.15" />
        ))}
        {dot && !lost && <DotMark x={dot.h} y={-dot.v} r={1.1} clipped={dot.clipped} />}
      </svg>
      <figcaption className="figures">
        {place}
        {dot && (lost ? ': no dot' : `: ${dot.h} / ${dot.v}`)}
      </figcaption>
    </figure>
  );
}
