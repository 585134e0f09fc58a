/** What is used of jstat, which ships no types. */
declare module 'jstat' {
  interface Distribution {
    /** quantile of a probability */
    inv(p: number, a: number, b: number): number;
    cdf(x: number, a: number, b: number): number;
  }
  const all: {
    jStat: {
      chisquare: { inv(p: number, degrees: number): number };
      weibull: Distribution;
      normal: { cdf(x: number, mean: number, deviation: number): number };
    };
  };
  export default all;
}
