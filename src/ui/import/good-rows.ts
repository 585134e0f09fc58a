/** "the good row", "the 9 good rows": what is taken in of a file. */
export const goodRows = (count: number) =>
  count === 1 ? 'the good row' : `the ${count} good rows`;
