'use client';

import {
  closedWarming,
  fitWarmUp,
  flowingWarming,
  minutesUntil,
} from '../../../core/readings/coolant';
import { limits } from '../../../core/readings/read-out';
import { threeFigures } from '../../../core/readings/reading';
import { Reckoner } from './Reckoner';

/** How a reservoir warms, from two temperatures under a steady load. */
export function WarmUpReckoner({ watts, room }: { watts: number | null; room: number }) {
  return (
    <Reckoner
      title="How long it stays cool"
      lead="Heat into the water is about five times the beam. Nothing is kept: it is reckoned here."
      first={{
        watts: watts ? Math.round(watts * 5) : 400,
        litres: 15,
        perMinute: 6,
        minutes: 30,
        start: '',
        end: '',
        room,
      }}
      labels={{
        watts: 'Heat, W',
        litres: 'Reservoir, L',
        perMinute: 'Flow, L/min',
        minutes: 'Minutes of beam',
        start: 'At first, °C',
        end: 'Then, °C',
        room: 'Room, °C',
      }}
    >
      {({ perMinute, ...load }) => {
        const { watts: heat, litres, minutes } = load;
        if (!(heat > 0 && litres > 0 && minutes > 0)) {
          return <p>Heat, litres and minutes are needed.</p>;
        }
        const two = [load.room, load.start, load.end].every(Number.isFinite);
        const fit = two ? fitWarmUp(load) : null;
        return (
          <>
            <p>
              With no loss it warms by {threeFigures(closedWarming(heat, litres, minutes))} K in{' '}
              {minutes} min
              {perMinute > 0 &&
                `, and by ${threeFigures(flowingWarming(heat, perMinute))} K on its way through the tube`}
              .
            </p>
            {fit ? (
              <p>
                It settles at {threeFigures(fit.settlesAt)} °C, most of the way in{' '}
                {Math.round(fit.timeConstant)} min;{' '}
                {coolFor(minutesUntil(fit, load.end, limits.coolant))}.
              </p>
            ) : (
              two && (
                <p>
                  These two temperatures do not fit the load: it cannot warm by more than with no
                  loss. Read them again, or mend the figures.
                </p>
              )
            )}
          </>
        );
      }}
    </Reckoner>
  );
}

/** How long until the water is too warm; minutes, `null`: never. */
function coolFor(minutes: number | null): string {
  if (minutes === null) return `never as warm as ${limits.coolant} °C`;
  if (minutes === 0) return `it is at ${limits.coolant} °C already`;
  return `${limits.coolant} °C in another ${Math.round(minutes)} min of beam`;
}
