'use client';

import { inPercent } from '../../core/units/percent';
import { Button, Checkbox, NumberInput, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { v7 } from 'uuid';
import { comparable, speedIn, type CutSettings } from '../../core/readings/strength/energy';
import {
  ladder,
  longestLadder,
  longestSearch,
  roundSpeed,
} from '../../core/readings/strength/ladder';
import type { BurnInput } from '../../services/readings/strength/burns';
import type { Recipe } from '../../services/readings/strength/recipes';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Strength.module.css';

type CutSpeed = Pick<CutSettings, 'speed' | 'passes'>;

/** A test burn step by step: the next speed to cut, through or not, until the speed is found. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function BurnLadder({
  machineId,
  recipe,
  lead,
  hasBaseline,
  lastBatch,
  record,
}: {
  machineId: string;
  recipe: Recipe;
  /** the speed to begin at, mm/s */
  lead: number;
  hasBaseline: boolean;
  /** batch of the burn before; empty: not named */
  lastBatch: string;
  record: (input: BurnInput) => Promise<Outcome<unknown>>;
}) {
  const [started, setStarted] = useState(false);
  const [key, setKey] = useState(() => v7());
  const [cuts, setCuts] = useState<(CutSpeed & { through: boolean })[]>([]);
  const [thickness, setThickness] = useState<number | ''>(recipe.thickness);
  const [baseline, setBaseline] = useState(!hasBaseline);
  const [note, setNote] = useState('');
  const [batch, setBatch] = useState(lastBatch);
  const [passes, setPasses] = useState(recipe.passes);
  // a first baseline, or one that is sought anew: on until something fails
  const [seeking, setSeeking] = useState(!hasBaseline);
  const { run, pending, problem } = useAction(record, () => {
    setStarted(false);
    setCuts([]);
    setBaseline(false);
    setSeeking(false);
    setNote('');
    setKey(v7());
  });
  const state = ladder(
    lead,
    cuts.map((cut) => ({ ...cut, speed: speedIn(recipe.passes, cut) })),
    { seeking },
  );
  const next = state.done
    ? null
    : roundSpeed(speedIn(passes, { speed: state.next, passes: recipe.passes }));
  const endless = state.done && state.fastest !== null && state.failed === null;
  if (!started) {
    return (
      <div>
        <Button onClick={() => setStarted(true)}>Make a test burn</Button>
      </div>
    );
  }
  return (
    <div className={classes.ladder}>
      <p>
        Eyewear on, guard closed, draught on. One small square of 10 mm each time, at{' '}
        <b>
          {recipe.power} %, {recipe.passes} {recipe.passes === 1 ? 'pass' : 'passes'}, air{' '}
          {recipe.airAssist ? 'on' : 'off'}
        </b>
        , in {recipe.material} {recipe.thickness} mm.
      </p>
      <NumberInput
        label="Thickness of this piece, measured, mm"
        min={0}
        step={0.1}
        value={thickness}
        onChange={(value) => setThickness(value === '' ? '' : Number(value))}
        maw={360}
        error={
          thickness !== '' && !comparable(recipe.thickness, thickness)
            ? 'Other stock: it will be kept, but not compared.'
            : undefined
        }
      />
      <TextInput
        label="Batch of the stock"
        description="Only the same batch compares. A new one is tied to the old by a burn in each on one day."
        value={batch}
        onChange={(event) => setBatch(event.currentTarget.value)}
        maw={360}
      />
      {cuts.length > 0 && (
        <ol className={classes.cuts}>
          {cuts.map((cut, index) => (
            <li key={index}>
              <b className="figures">
                {cut.speed} mm/s{cut.passes !== recipe.passes && ` × ${cut.passes}`}
              </b>{' '}
              {cut.through ? 'through' : 'not through'}
            </li>
          ))}
        </ol>
      )}
      {state.done ? (
        <>
          <p className={classes.next} role="status">
            {state.fastest === null
              ? 'Not even the slowest cut went through.'
              : endless
                ? `Nothing failed yet: it cuts at least ${state.fastest} mm/s${hasBaseline ? `, ${inPercent(state.fastest / lead)} or more` : ''}. That is no baseline.`
                : `It just succeeds at ${state.fastest} mm/s${hasBaseline ? `: ${inPercent(state.fastest / lead)}` : ''}.`}
          </p>
          {endless && !seeking && (
            <Button variant="default" onClick={() => setSeeking(true)}>
              Go on faster, until one holds
            </Button>
          )}
          {endless && seeking && (
            <p>Take thicker stock for this recipe, so that there is a speed at which it fails.</p>
          )}
          <Checkbox
            label="Keep this as the new baseline: the machine is clean and sound"
            checked={baseline && !endless}
            disabled={state.fastest === null || endless}
            onChange={(event) => setBaseline(event.currentTarget.checked)}
          />
          <Textarea
            label="Note"
            value={note}
            onChange={(event) => setNote(event.currentTarget.value)}
          />
        </>
      ) : (
        <>
          <p className={classes.next} role="status">
            Cut {state.cut} of at most {seeking ? longestSearch : longestLadder}:{' '}
            <b>
              {next} mm/s
              {passes !== recipe.passes && `, ${passes} ${passes === 1 ? 'pass' : 'passes'}`}
            </b>
            {seeking && cuts.length > 1 && cuts.every(({ through }) => through) && (
              <> Nothing failed yet: faster, until one holds.</>
            )}
          </p>
          <NumberInput
            label="Passes of this cut"
            description="More where the machine goes no slower: the speed follows."
            min={1}
            max={50}
            allowDecimal={false}
            value={passes}
            onChange={(value) => setPasses(Math.max(1, Number(value) || recipe.passes))}
            maw={360}
          />
          <div className={classes.verdicts} role="group" aria-label="Did the piece fall out?">
            {([true, false] as const).map((through) => (
              <Button
                key={String(through)}
                size="xl"
                variant="default"
                onClick={() => setCuts([...cuts, { speed: next!, passes, through }])}
              >
                {through ? 'It fell out' : 'It held'}
              </Button>
            ))}
          </div>
        </>
      )}
      <ProblemNote problem={problem} />
      <div className={classes.verdicts}>
        {state.done && (
          <Button
            loading={pending}
            onClick={() =>
              run({
                machineId,
                recipeId: recipe.id,
                cuts: cuts.map(({ passes: own, ...cut }) =>
                  own === recipe.passes ? cut : { ...cut, passes: own },
                ),
                batch,
                thickness: thickness === '' ? Number.NaN : thickness,
                baseline: baseline && state.fastest !== null && !endless,
                note,
                key,
              })
            }
          >
            Save the test burn
          </Button>
        )}
        <Button
          variant="default"
          onClick={() => (cuts.length > 0 ? setCuts(cuts.slice(0, -1)) : setStarted(false))}
        >
          {cuts.length > 0 ? 'Take the last cut back' : 'Not now'}
        </Button>
      </div>
    </div>
  );
}
