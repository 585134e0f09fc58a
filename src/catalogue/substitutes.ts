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
 * @param harmful whether something does harm at a place where the tool is used
 * @returns the others of its groups that do no harm, each once
 */
export function substitutesFor(tool: string, harmful: (other: string) => boolean): string[] {
  const others = groups.filter((group) => group.includes(tool)).flat();
  return [...new Set(others)].filter((other) => other !== tool && !harmful(other));
}
