import { z } from 'zod';
import { clippedSides, fewestDots } from '../../../core/readings/dots/advice';
import { tissueGrades, traverseShares } from '../../../core/readings/draught';
import { corners } from '../../../core/readings/reading';
import { requiredText } from '../../use-case';
import { figure } from '../strength/recipes';

/** A figure within what an instrument can show. */
const within = (name: string, from: number, to: number) =>
  z
    .number(`Give the ${name}.`)
    .min(from, `The ${name} is at least ${from}.`)
    .max(to, `The ${name} is at most ${to}.`);

const plate = z.object({
  size: figure('size of the frame', 1000),
  thickness: figure('thickness', 500),
  voltage: figure('voltage', 500),
  current: figure('current', 100),
  flow: figure('flow', 20_000).nullable(),
});

/** A reading as it is typed, with what is said of a figure that no instrument shows. */
export const readingInput = z.discriminatedUnion('instrument', [
  z.object({
    instrument: z.literal('dots'),
    lead: z.object({
      first: figure('way from mirror 1 to 2', 5000),
      second: figure('way from mirror 2 to the head', 5000),
    }),
    mount: z.object({
      pitch: figure('pitch of the screw', 5),
      lever: figure('lever of the screw', 500),
    }),
    tolerance: figure('tolerance', 10),
    dots: z
      .array(
        z.object({
          place: requiredText('Name the place.', 40),
          x: within('place across the bed', -5000, 5000),
          y: within('place along the bed', -5000, 5000),
          h: within('distance sideways', -50, 50),
          v: within('distance up and down', -50, 50),
          clipped: z.enum(clippedSides).nullable(),
        }),
      )
      .min(fewestDots, `Place ${fewestDots} dots or more: fewer leave nothing to see an error by.`)
      .max(25, 'At most 25 dots.'),
  }),
  z.object({
    instrument: z.literal('draught'),
    diameter: figure('diameter of the duct', 2000),
    velocities: z
      .array(within('velocity', 0, 60))
      .length(
        traverseShares.length,
        `A traverse has ${traverseShares.length} places: one left out moves the whole figure.`,
      ),
    wind: z.boolean(),
  }),
  z.object({
    instrument: z.literal('clearing'),
    place: z.enum(corners),
    volume: figure('volume of the enclosure', 100),
    seconds: figure('time', 3600),
    flow: figure('flow', 20_000).nullable(),
  }),
  z.object({
    instrument: z.literal('tissue'),
    grades: z
      .partialRecord(z.enum(corners), z.enum(tissueGrades))
      .refine(
        (grades) => Object.keys(grades).length > 0,
        'Say how it hangs at one corner or more.',
      ),
    wind: z.boolean(),
  }),
  z.object({
    instrument: z.literal('filter'),
    pressure: figure('pressure across the filter', 5000),
    flow: figure('flow', 20_000).nullable(),
  }),
  z.object({
    instrument: z.literal('belt'),
    belt: requiredText('Name the belt.', 60),
    mass: figure('mass of the belt a metre', 1),
    span: figure('free length', 5),
    hertz: within('tone', 5, 2000),
  }),
  z.object({ instrument: z.literal('fan'), old: plate, next: plate }),
  z.object({
    instrument: z.literal('coolant'),
    water: within('temperature of the coolant', -20, 90),
    room: within('temperature of the room', -20, 60).nullable(),
    humidity: z
      .number('Give the humidity.')
      .gt(0, 'The humidity is above 0 %.')
      .max(1, 'The humidity is at most 100 %.')
      .nullable(),
    conductivity: within('conductivity', 0, 100_000).nullable(),
    flow: figure('flow', 200).nullable(),
    level: z.enum(['full', 'low']).nullable(),
  }),
  z
    .object({
      instrument: z.literal('gauge'),
      name: requiredText('Name what is measured.', 60),
      unit: z.string().trim().max(12, 'At most 12 characters.'),
      value: within('figure', -1e9, 1e9),
      low: within('lower limit', -1e9, 1e9).nullable(),
      high: within('upper limit', -1e9, 1e9).nullable(),
    })
    .refine(({ low, high }) => low === null || high === null || low < high, {
      path: ['low'],
      message: 'The lower limit lies under the upper one.',
    }),
]);
