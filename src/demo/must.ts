import type { Outcome } from '../services/shop';

/** The value of a use case of the story, which none may refuse. */
export function must<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(`the demo met a refusal: ${outcome.error.message}`);
  return outcome.value;
}
