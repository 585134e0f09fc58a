/** How many requests one caller may make at once, and how fast the allowance comes back. */
export interface Allowance {
  burst: number;
  perSecond: number;
}

/** What a device may ask. */
export const deviceAllowance: Allowance = { burst: 60, perSecond: 1 };

/** Beyond so many callers those whose allowance has come back are forgotten. */
const mostCallers = 5000;

/** Allowances of many callers. Kept in memory: a restart only forgives. */
export class RateLimit {
  readonly #left = new Map<string, { tokens: number; at: number }>();

  constructor(readonly allowance: Allowance) {}

  /**
   * Takes one request from a caller's allowance.
   * @param now UTC milliseconds
   * @returns 0 when it may pass, else the seconds to wait
   */
  take(caller: string, now: number): number {
    const { burst, perSecond } = this.allowance;
    if (this.#left.size > mostCallers) this.#forgetFull(now);
    const before = this.#left.get(caller) ?? { tokens: burst, at: now };
    const tokens = this.#tokens(before, now);
    if (tokens < 1) {
      this.#left.set(caller, { tokens, at: now });
      return Math.ceil((1 - tokens) / perSecond);
    }
    this.#left.set(caller, { tokens: tokens - 1, at: now });
    return 0;
  }

  #tokens({ tokens, at }: { tokens: number; at: number }, now: number): number {
    const { burst, perSecond } = this.allowance;
    return Math.min(burst, tokens + (Math.max(0, now - at) / 1000) * perSecond);
  }

  #forgetFull(now: number): void {
    for (const [caller, left] of this.#left) {
      if (this.#tokens(left, now) >= this.allowance.burst) this.#left.delete(caller);
    }
  }
}

/** A request counted by several limits at once. */
export interface Counted {
  limit: RateLimit;
  caller: string;
}

/**
 * Takes one request from each in turn, narrowest first. What one refuses the wider ones do not count: a single
 * caller that asks without end uses nothing up for the others.
 * @returns the seconds to wait, 0 when all let it pass
 */
export function takeAll(counted: readonly Counted[], now: number): number {
  for (const { limit, caller } of counted) {
    const wait = limit.take(caller, now);
    if (wait > 0) return wait;
  }
  return 0;
}
