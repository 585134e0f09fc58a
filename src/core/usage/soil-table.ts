import type { PerGroup, Process, SoilWeights } from './soil';

/** One line of the soil table. */
export interface MaterialWork {
  process: Process;
  weight: PerGroup;
}

export interface Material {
  name: string;
  /** other words people write for it, in lower case */
  aliases: readonly string[];
  works: readonly MaterialWork[];
}

/** Conditions that multiply the soil of any material. */
export const factors = ['airOff', 'draughtWeak', 'draughtOff'] as const;
export type Factor = (typeof factors)[number];

/** Everything soil is weighed by: materials by process, and the factors of air and draught. */
export type SoilTable = Readonly<Record<Factor, PerGroup>> & { materials: readonly Material[] };

/** One change of the table. */
export type WeightChange =
  | { change: 'material'; name: string; aliases: string[]; works: MaterialWork[] }
  | { change: 'work'; name: string; process: Process; weight: PerGroup }
  | { change: 'factor'; factor: Factor; weight: PerGroup };

/** A change with the sessions it weighs: those that start at `from` or later; `null`: all of them. */
export interface DatedWeight {
  /** UTC milliseconds */
  from: number | null;
  what: WeightChange;
}

const plain = (word: string) => word.trim().toLowerCase().replace(/\s+/g, ' ');

/** Finds materials by the words people write. */
export interface MaterialIndex {
  find(word: string): Material | null;
  /** every word it knows, in lower case */
  words: readonly string[];
}

/** Index of a table's materials by name and alias; of two that claim a word the first has it. */
export function materialIndex({ materials }: Pick<SoilTable, 'materials'>): MaterialIndex {
  const byWord = new Map<string, Material>();
  for (const material of materials) {
    for (const word of [material.name, ...material.aliases]) {
      if (!byWord.has(plain(word))) byWord.set(plain(word), material);
    }
  }
  return { find: (word) => byWord.get(plain(word)) ?? null, words: [...byWord.keys()] };
}

/**
 * The weights of a table. A process the table has no line for takes the material's first line: the
 * nearest that is known.
 */
export function weightsOf(table: SoilTable): SoilWeights {
  const index = materialIndex(table);
  return {
    material(word, process) {
      const works = index.find(word)?.works;
      return works ? (works.find((work) => work.process === process) ?? works[0]!).weight : null;
    },
    airOff: table.airOff,
    draughtWeak: table.draughtWeak,
    draughtOff: table.draughtOff,
  };
}

function changed(table: SoilTable, what: WeightChange): SoilTable {
  switch (what.change) {
    case 'factor':
      return { ...table, [what.factor]: what.weight };
    case 'material': {
      const others = table.materials.filter(({ name }) => name !== what.name);
      const { name, aliases, works } = what;
      return { ...table, materials: [...others, { name, aliases, works }] };
    }
    case 'work': {
      const line = { process: what.process, weight: what.weight };
      return {
        ...table,
        materials: table.materials.map((material) =>
          material.name === what.name
            ? {
                ...material,
                works: material.works.some(({ process }) => process === line.process)
                  ? material.works.map((work) => (work.process === line.process ? line : work))
                  : [...material.works, line],
              }
            : material,
        ),
      };
    }
  }
}

/**
 * The table that weighs a session: every change that reaches back to its start, in the order in which
 * they were decided, so that the latest decision wins.
 * @param changes in the order they were recorded
 * @param start of the session, UTC milliseconds
 */
export function tableAt(
  base: SoilTable,
  changes: readonly DatedWeight[],
  start: number,
): SoilTable {
  return changes
    .filter(({ from }) => from === null || from <= start)
    .reduce((table, { what }) => changed(table, what), base);
}

/** Tells the weights in force for a session by its start. Each stretch between changes is made once. */
export function weightsThroughTime(
  base: SoilTable,
  changes: readonly DatedWeight[],
): (start: number) => SoilWeights {
  const borders = [
    -Infinity,
    ...new Set(changes.flatMap(({ from }) => (from === null ? [] : [from]))),
  ].sort((a, b) => a - b);
  const made = borders.map((): SoilWeights | null => null);
  return (start) => {
    const index = borders.findLastIndex((border) => border <= start);
    return (made[index] ??= weightsOf(tableAt(base, changes, borders[index]!)));
  };
}
