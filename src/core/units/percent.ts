/** A share of one as whole percent: 0.846 is "85 %". */
export const inPercent = (share: number): string => `${Math.round(share * 100)} %`;
