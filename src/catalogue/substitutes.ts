/**
 * What may stand for another where it is not at hand, by the names of tools. Lubricants are not among them: two
 * kinds never meet on one rail. Common practice, no source.
 */
const groups: readonly (readonly string[])[] = [
  ['lens swabs', 'cotton swabs', 'thin swabs', 'lens tissue', 'ready-wet optics wipes'],
  ['isopropyl alcohol 99 %', 'denatured alcohol', "maker's optics fluid", 'acetone'],
  ['canned gas', 'compressor line with trap'],
  ['microfibre', 'soft cotton cloth'],
  ['household degreaser', 'mild soap', 'denatured alcohol'],
  ['mild soap', 'mild cleaner'],
  ['soft brush kept for boards', 'new soft brush'],
  ['chip brush', 'soft brush', 'brass brush'],
];

/**
 * What may be used instead of a tool.
 * @param unfit whether something does harm at a place where the tool is used, or is disputed there
 * @returns the others of its groups that are fit, each once
 */
export function substitutesFor(tool: string, unfit: (other: string) => boolean): string[] {
  const others = groups.filter((group) => group.includes(tool)).flat();
  return [...new Set(others)].filter((other) => other !== tool && !unfit(other));
}
