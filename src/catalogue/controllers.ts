import type { Controller } from '../core/usage/gcode/controller';

/**
 * What a controller of each family usually does. Common practice, no source: a machine's own settings
 * come first.
 */
const usual: Readonly<Record<string, Controller>> = {
  'open-frame-diode': {
    acceleration: 1000,
    maxFeed: 100,
    bedWidth: 400,
    bedHeight: 400,
    fullPower: 1000,
    dynamicPower: true,
  },
  'enclosed-diode': {
    acceleration: 2000,
    maxFeed: 400,
    bedWidth: 500,
    bedHeight: 320,
    fullPower: 1000,
    dynamicPower: true,
  },
  'galvo-desktop': {
    acceleration: 50_000,
    maxFeed: 2000,
    bedWidth: 110,
    bedHeight: 110,
    fullPower: 1000,
    dynamicPower: false,
  },
  'co2-glass-tube': {
    acceleration: 3000,
    maxFeed: 400,
    bedWidth: 900,
    bedHeight: 600,
    fullPower: 1000,
    dynamicPower: true,
  },
  'co2-metal-tube': {
    acceleration: 5000,
    maxFeed: 1000,
    bedWidth: 610,
    bedHeight: 305,
    fullPower: 1000,
    dynamicPower: true,
  },
  'co2-desktop': {
    acceleration: 3000,
    maxFeed: 500,
    bedWidth: 500,
    bedHeight: 300,
    fullPower: 1000,
    dynamicPower: true,
  },
};

/** @throws Error for a family that is not in the catalogue */
export function usualController(family: string): Controller {
  const found = usual[family];
  if (!found)
    throw new Error(`usualController requires a family of the catalogue, not "${family}"`);
  return found;
}
