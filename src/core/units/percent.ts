/** A share of one as whole percent: 0.846 is "85 %". */
export const inPercent = (share: number): string => `${Math.round(share * 100)} %`;

/**
 * How much of a limit is used: rounded down, so that what says "100 %" is due; what is beyond counting is
 * "over 999 %".
 */
export const usedPercent = (used: number): string =>
  used >= 9.995 ? 'over 999 %' : `${Math.floor(used * 100 + 1e-9)} %`;
