/** Units of the catalogue that are words, and what one of them is called. */
const singular: Readonly<Record<string, string>> = {
  pieces: 'piece',
  sheets: 'sheet',
  pairs: 'pair',
  cans: 'can',
};

/** An amount in its unit, to a tenth, below one to a hundredth: "1 pair", "0.05 cans", "520 ml". */
export function amountWords(amount: number, unit: string): string {
  const digits = Math.abs(amount) < 1 ? 100 : 10;
  // no "-0"
  const rounded = Math.round(amount * digits) / digits + 0;
  return `${rounded} ${rounded === 1 ? (singular[unit] ?? unit) : unit}`;
}
