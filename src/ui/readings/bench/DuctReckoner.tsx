'use client';

import { airChanges, ductFlow, ductPressure, workingPoint } from '../../../core/readings/draught';
import { threeFigures } from '../../../core/readings/reading';
import { inPercent } from '../../../core/units/percent';
import { Reckoner } from './Reckoner';

/** What a duct takes, and what a fan would do on it. */
export function DuctReckoner({
  diameter,
  volume,
  flow,
}: {
  /** mm */
  diameter: number;
  /** m³ of the enclosure */
  volume: number;
  /** m³/h as last read; `null`: not yet */
  flow: number | null;
}) {
  return (
    <Reckoner
      title="What another fan would do"
      lead="A fan’s plate says what it moves with nothing before it, and what it presses with the duct shut; on a duct it does neither. Nothing is kept: it is reckoned here. What may leave the building, and how, local code says."
      first={{
        diameter,
        length: 4,
        bends: 2,
        roughness: 1,
        now: flow === null ? '' : Math.round(flow),
        free: '',
        shut: '',
      }}
      labels={{
        diameter: 'Duct, mm',
        length: 'Straight length, m',
        bends: 'Bends of 90°',
        roughness: 'Roughness, mm',
        now: 'Flow now, m³/h',
        free: 'Fan free, m³/h',
        shut: 'Fan shut, Pa',
      }}
      min={0}
    >
      {({ now, free, shut, ...duct }) => {
        const usable =
          duct.diameter > 0 && duct.length >= 0 && duct.bends >= 0 && duct.roughness >= 0;
        const plate = [
          { flow: 0, pressure: shut },
          { flow: free, pressure: 0 },
        ];
        const point = usable && free > 0 && shut > 0 ? workingPoint(plate, duct) : null;
        return (
          <>
            {usable && now > 0 && (
              <p>
                At {Math.round(now)} m³/h this duct takes {threeFigures(ductPressure(now, duct))}{' '}
                Pa, air at {threeFigures(ductFlow(now, duct.diameter, duct.roughness).velocity)}{' '}
                m/s; the enclosure is changed {Math.round(airChanges(volume, now) / 60)} times a
                minute.
              </p>
            )}
            {point ? (
              <p>
                <b>
                  This fan would move {Math.round(point.flow)} m³/h at{' '}
                  {threeFigures(point.pressure)} Pa
                </b>
                {now > 0 && `, ${inPercent(point.flow / now)} of now`}. Less behind a filter. A
                smooth pipe has a roughness of 0.01, a hose of wire and foil 1 to 3.
              </p>
            ) : (
              <p>Two figures of a fan tell what it would do.</p>
            )}
          </>
        );
      }}
    </Reckoner>
  );
}
