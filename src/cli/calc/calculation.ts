import { z } from 'zod';
import { Refused } from './refused';

/** One thing the calculator can do: the shape of what goes in, and what it makes of it. */
export interface Calculation {
  /** @throws Refused naming the field that cannot be used */
  run: (input: unknown) => object;
}

/** Ties a calculation to the shape of its input. A RangeError of the core is said of the whole input. */
export function calculation<S extends z.ZodType>(
  schema: S,
  compute: (input: z.output<S>) => object,
): Calculation {
  return {
    run: (input) => {
      const parsed = schema.safeParse(input);
      if (!parsed.success) {
        const issue = parsed.error.issues[0]!;
        throw new Refused(fieldOf(issue.path), issue.message);
      }
      try {
        return compute(parsed.data);
      } catch (error) {
        if (error instanceof RangeError) throw new Refused('', error.message);
        throw error;
      }
    },
  };
}

/** `inspections[3].hours` */
export const fieldOf = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (all, part) =>
      typeof part === 'number' ? `${all}[${part}]` : all ? `${all}.${String(part)}` : String(part),
    '',
  );

export const positive = z.number().positive();
export const share = z.number().gt(0, 'must be above 0').lt(1, 'must be below 1');
export const count = z.number().int().min(0);
