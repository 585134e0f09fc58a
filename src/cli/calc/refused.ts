/** Input of the calculator that cannot be used, and where. */
export class Refused extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}
