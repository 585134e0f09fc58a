import fs from 'node:fs';
import { done, out, required, Unusable, unusable } from '../output';
import * as bench from './bench';
import type { Calculation } from './calculation';
import * as charts from './charts';
import * as lives from './lives';
import * as planning from './planning';
import { Refused } from './refused';

/** What the calculator can do, by name. Shapes of input and output: docs/formats.md. */
export const calculations: Readonly<Record<string, Calculation>> = {
  interval: lives.interval,
  mtbf: lives.mtbf,
  trend: lives.trend,
  mcf: lives.mcf,
  ewma: charts.ewma,
  cusum: charts.cusum,
  strength: charts.strength,
  forecast: planning.forecast,
  'check-order': planning.checkOrder,
  'run-sheet': planning.runSheet,
  dots: bench.dots,
  beam: bench.beam,
  belt: bench.belt,
  lens: bench.lens,
  traverse: bench.traverse,
  duct: bench.duct,
  friction: bench.friction,
  clearing: bench.clearing,
  coolant: bench.coolant,
  'dew-point': bench.dewPointOf,
  fan: bench.fan,
};

export const calculationNames = Object.keys(calculations);

/** Reads JSON from the standard input, prints what is made of it, or what is wrong with it. */
export function calcCommand([name]: string[]): number {
  const chosen = calculations[required(name, 'The name of a calculation')];
  if (!chosen) {
    throw new Unusable(
      `There is no calculation "${name}". There are: ${calculationNames.join(', ')}.`,
    );
  }
  return answering(() => chosen.run(inputJson()));
}

/** Prints an object, or `{"error": {"field", "message"}}`. @returns the exit code */
export function answering(compute: () => object): number {
  try {
    out(JSON.stringify(compute(), null, 1));
    return done;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    out(JSON.stringify({ error: { field: error.field, message: error.message } }));
    return unusable;
  }
}

/** What was piped in. @throws Refused where it is no JSON */
export function inputJson(): unknown {
  const text = fs.readFileSync(0, 'utf8');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Refused('', `the input is no JSON: ${(error as Error).message}`);
  }
}
