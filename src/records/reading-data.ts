import { z } from 'zod';
import { clippedSides } from '../core/readings/dots/advice';
import { tissueGrades } from '../core/readings/draught';
import { corners } from '../core/readings/reading';

const text = z.string();
const figure = z.number().nonnegative();
const number = z.number();

/** What a fan's plate says, as it is kept. */
export const fanData = z.object({
  size: figure,
  thickness: figure,
  voltage: figure,
  current: figure,
  flow: figure.nullable(),
});

/** A reading as it is kept: `core/readings/reading` describes it, with its units. */
export const readingData = z.discriminatedUnion('instrument', [
  z.object({
    instrument: z.literal('dots'),
    lead: z.object({ first: figure, second: figure }),
    mount: z.object({ pitch: figure, lever: figure }),
    tolerance: figure,
    dots: z.array(
      z.object({
        place: text,
        x: number,
        y: number,
        h: number,
        v: number,
        clipped: z.enum(clippedSides).nullable(),
      }),
    ),
  }),
  z.object({
    instrument: z.literal('draught'),
    diameter: figure,
    velocities: z.array(figure),
    wind: z.boolean(),
  }),
  z.object({
    instrument: z.literal('clearing'),
    place: z.enum(corners),
    volume: figure,
    seconds: figure,
    flow: figure.nullable(),
  }),
  z.object({
    instrument: z.literal('tissue'),
    grades: z.partialRecord(z.enum(corners), z.enum(tissueGrades)),
    wind: z.boolean(),
  }),
  z.object({
    instrument: z.literal('filter'),
    pressure: figure,
    flow: figure.nullable(),
  }),
  z.object({
    instrument: z.literal('belt'),
    belt: text,
    mass: figure,
    span: figure,
    hertz: figure,
  }),
  z.object({ instrument: z.literal('fan'), old: fanData, next: fanData }),
  z.object({
    instrument: z.literal('coolant'),
    water: number,
    room: number.nullable(),
    humidity: figure.nullable(),
    conductivity: figure.nullable(),
    flow: figure.nullable(),
    level: z.enum(['full', 'low']).nullable(),
  }),
  z.object({
    instrument: z.literal('gauge'),
    name: text,
    unit: text,
    value: number,
    low: number.nullable(),
    high: number.nullable(),
  }),
]);
