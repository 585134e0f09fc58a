/** Requests a device may make at once, and how fast its allowance comes back. */
export const allowance = { burst: 60, perSecond: 1 } as const;

/** Allowances of many callers. Kept in memory: a restart only forgives. */
export class RateLimit {
  readonly #left = new Map<string, { tokens: number; at: number }>();

  /**
   * Takes one request from a caller's allowance.
   * @param now UTC milliseconds
   * @returns 0 when it may pass, else the seconds to wait
   */
  take(caller: string, now: number): number {
    const before = this.#left.get(caller) ?? { tokens: allowance.burst, at: now };
    const back = (Math.max(0, now - before.at) / 1000) * allowance.perSecond;
    const tokens = Math.min(allowance.burst, before.tokens + back);
    if (tokens < 1) {
      this.#left.set(caller, { tokens, at: now });
      return Math.ceil((1 - tokens) / allowance.perSecond);
    }
    this.#left.set(caller, { tokens: tokens - 1, at: now });
    return 0;
  }
}
