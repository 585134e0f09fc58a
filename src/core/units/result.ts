/** The outcome of something that may fail for an expected reason. Exceptions are for defects. */
export type Result<T, E = string> = { ok: true; value: T } | { ok: false; error: E };

/** Wraps a success. */
export function ok<T>(value: T): { ok: true; value: T } {
  return { ok: true, value };
}

/** Wraps an expected failure: what was wrong, in a sentence or as data. */
export function fail<E>(error: E): { ok: false; error: E } {
  return { ok: false, error };
}
