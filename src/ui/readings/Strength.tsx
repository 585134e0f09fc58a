'use client';

import { inPercent } from '../../core/units/percent';
import type { dropRecipe } from '../../services/readings/strength/recipes';
import type { Send } from '../shared/forms/send';
import { Button, NumberInput } from '@mantine/core';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { nowOrLater } from '../../core/readings/strength/now-or-later';
import type { BurnInput } from '../../services/readings/strength/burns';
import type { CleaningChoice, RecipeView } from '../../services/readings/strength/strength';
import type { Outcome } from '../../services/shop';
import { useAction } from '../shared/forms/use-action';
import { type Packed, useUnpacked } from '../shared/packed';
import { Allowed } from '../shared/frame/Allowed';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { clockTime, dayDate } from '../shared/marks/when';
import { BurnLadder } from './BurnLadder';
import classes from './Strength.module.css';

const StrengthChart = dynamic(() => import('./StrengthChart').then((all) => all.StrengthChart), {
  ssr: false,
  loading: () => <div className={classes.chart} />,
});

interface StrengthProps {
  machineId: string;
  view: Packed<RecipeView>;
  choice: CleaningChoice;
  /** share of the baseline under which a machine returns only with a restriction */
  floor: number;
  now: number;
  zone: string;
  record: (input: BurnInput) => Promise<Outcome<unknown>>;
  drop: Send<typeof dropRecipe>;
}

/** One recipe: how strong the machine is by it, since when, and what cleaning did. */
export function Strength(props: StrengthProps) {
  const { machineId, now, zone, floor } = props;
  const view = useUnpacked(props.view);
  const { recipe, baseline, burns, chart, restored, joulesPerMm } = view;
  const dropping = useAction(props.drop);
  const [listed, setListed] = useState(false);
  const last = burns.findLast(({ strength }) => strength !== null);
  const strength = last?.strength ?? null;
  const since = chart.at(-1)?.since ?? null;
  const heading = `recipe-${recipe.id}`;
  const card = (format: string) =>
    `/api/machines/${machineId}/card?recipe=${recipe.id}&format=${format}`;
  return (
    <section className="panel" aria-labelledby={heading}>
      <div className={classes.head}>
        <div>
          <h2 id={heading}>
            {recipe.material} {recipe.thickness} mm
          </h2>
          <p className="quiet figures">
            {recipe.power} %, {recipe.speed} mm/s, {recipe.passes}{' '}
            {recipe.passes === 1 ? 'pass' : 'passes'}, air assist {recipe.airAssist ? 'on' : 'off'}
            {joulesPerMm !== null && `; ${joulesPerMm.toFixed(2)} J/mm`}
          </p>
        </div>
        {strength !== null && (
          <p className={classes.figure} data-low={strength < floor || undefined}>
            {last?.atMost && <small>under </small>}
            {inPercent(strength)}
          </p>
        )}
      </div>
      <p className={classes.verdict} role="status">
        {!baseline
          ? 'No baseline yet: make a test burn on the sound, clean machine and keep it as the baseline.'
          : view.verdict}{' '}
        {since !== null && (
          <span className="quiet">Dropped since {dayDate(since, zone, now)}.</span>
        )}
      </p>
      {chart.length > 1 && (
        <StrengthChart
          chart={chart}
          cleanings={view.cleanings}
          floor={floor}
          zone={zone}
          now={now}
        />
      )}
      {restored.length > 0 && (
        <ul className={classes.restored}>
          {restored
            .slice(-3)
            .reverse()
            .map((one) => (
              <li key={one.cleanedAt}>
                {dayDate(one.cleanedAt, zone, now)}: {inPercent(one.before)} before cleaning,{' '}
                {inPercent(one.after)} after. <b>{one.restored ? 'Restored.' : 'Not restored.'}</b>
              </li>
            ))}
        </ul>
      )}
      {strength !== null && strength < 1 && (
        <NowOrLater
          strength={strength}
          choice={props.choice}
          restoredTo={view.restoredTo}
          doubtful={restored.at(-1)?.restored === false}
        />
      )}
      <Allowed right="clean">
        <BurnLadder
          machineId={machineId}
          recipe={recipe}
          lead={baseline?.fastest ?? recipe.speed}
          hasBaseline={baseline !== null}
          lastBatch={burns.at(-1)?.batch ?? ''}
          record={props.record}
        />
      </Allowed>
      <p className={classes.links}>
        A card with ten speeds at once:{' '}
        <a className="line" href={card('gcode')}>
          G-code
        </a>
        ,{' '}
        <a className="line" href={card('svg')}>
          SVG
        </a>
      </p>
      <details onToggle={({ currentTarget }) => setListed(currentTarget.open)}>
        <summary>Test burns so far: {burns.length}</summary>
        {listed && <Burns burns={burns} now={now} zone={zone} />}
        <Allowed right="set up">
          <Button
            variant="default"
            loading={dropping.pending}
            onClick={() => dropping.run({ machineId, recipeId: recipe.id })}
          >
            Remove this recipe
          </Button>
          <ProblemNote problem={dropping.problem} />
        </Allowed>
      </details>
    </section>
  );
}

type BurnsProps = Pick<StrengthProps, 'now' | 'zone'> & Pick<RecipeView, 'burns'>;

/** The test burns so far, newest first. */
function Burns({ burns, now, zone }: BurnsProps) {
  return (
    <ol className={classes.burns}>
      {[...burns].reverse().map((burn) => (
        <li key={burn.id}>
          <span className="figures">
            {dayDate(burn.at, zone, now)} {clockTime(burn.at, zone)}
          </span>
          <span>
            {burn.fastest === null ? 'not through' : `${burn.fastest} mm/s`}
            {burn.baseline && ', baseline'}
            {burn.strength === null
              ? `, not compared (${burn.apart === 'batch' ? 'another batch' : `${burn.thickness} mm`})`
              : `, ${burn.atMost ? 'under ' : ''}${inPercent(burn.strength)}`}
            <span className="quiet">
              {' '}
              {burn.cuts
                .map(
                  ({ speed, passes, through }) =>
                    `${speed}${passes ? ` × ${passes}` : ''} ${through ? '✓' : '✗'}`,
                )
                .join(', ')}
              {burn.batch && `; batch ${burn.batch}`}; {burn.person}
            </span>
            {burn.note && <div className="quiet">“{burn.note}”</div>}
          </span>
        </li>
      ))}
    </ol>
  );
}

/** Is it cheaper to clean now than to run on dirty? */
function NowOrLater({
  strength,
  choice,
  restoredTo,
  doubtful,
}: {
  strength: number;
  choice: CleaningChoice;
  restoredTo: number;
  /** the last cleaning did not bring it back */
  doubtful: boolean;
}) {
  const [queue, setQueue] = useState<number | ''>(choice.booked || choice.usualDay || 60);
  const [minutes, setMinutes] = useState<number | ''>(choice.minutes);
  const known = queue !== '' && minutes !== '' && minutes > 0;
  const scales = known ? nowOrLater(strength, queue, minutes, restoredTo) : null;
  return (
    <fieldset className={classes.scales}>
      <legend>Clean now or later?</legend>
      <NumberInput
        label="Minutes of work waiting"
        description={
          choice.booked > 0
            ? `booked in the next seven days: ${choice.booked}`
            : choice.usualDay > 0
              ? `an ordinary day: ${choice.usualDay}`
              : 'as it runs now'
        }
        min={0}
        value={queue}
        onChange={(value) => setQueue(value === '' ? '' : Number(value))}
      />
      <NumberInput
        label="Minutes to clean"
        description={choice.stations.join(', ') || 'a wipe of the optics'}
        min={1}
        value={minutes}
        onChange={(value) => setMinutes(value === '' ? '' : Number(value))}
      />
      {scales && (
        <p role="status">
          <b>
            {scales.paysAfter === null
              ? restoredTo < 1
                ? `Later: cleaning lately brings back ${inPercent(restoredTo)}, which is there now.`
                : 'Nothing is lost by running on.'
              : scales.now
                ? `Now: it saves ${Math.round(scales.saved)} min.`
                : `Later: cleaning now costs ${Math.round(-scales.saved)} min more than it saves.`}
          </b>{' '}
          {scales.paysAfter !== null && (
            <>
              {restoredTo < 1 && `Cleaning lately brings back ${inPercent(restoredTo)}. `}
              Everything takes {scales.slowDown.toFixed(1)} times as long; {Math.round(scales.lost)}{' '}
              of these minutes are lost to dirt. Cleaning pays after {Math.round(scales.paysAfter)}{' '}
              min.
            </>
          )}
        </p>
      )}
      {doubtful && (
        <p className={classes.argument}>
          Cleaning did not bring it back last time: not all of this is dirt.
        </p>
      )}
      {choice.arguments.map((words) => (
        <p key={words} className={classes.argument}>
          {words}
        </p>
      ))}
    </fieldset>
  );
}
