import { cautions as cautionTexts } from '../../catalogue/cautions';
import type { Build } from '../../catalogue/builds/build';
import type { Composed } from '../../catalogue/steps/compose';
import type { WrittenPart } from '../../catalogue/steps/written';
import type { Minutes } from '../../core/care/minutes';
import type { LearnedMinutes } from '../../core/cleaning/learned';
import type { Line, PartWanted } from '../../core/cleaning/run';
import type { TaskWork } from './work';

/** A task on a sheet with where it is done. */
export interface SheetPlace {
  stationId: string;
  stationKind: string;
  slug: string;
  station: string;
  work: TaskWork;
  /** ways the shop may record, its own first */
  methods: readonly string[];
}

/** A written step in the shop's own words. */
export interface OwnWords {
  words: string;
  reason: string;
  by: string;
}

/** The machine of a sheet. */
export interface SheetMachine {
  build: Build;
  card: Readonly<Record<string, string>>;
  /** minutes before connectors are touched, and where they are from */
  connectorWait: { minutes: number; source: string | null };
  /** ids of our own ways that are turned round here */
  turned: ReadonlySet<string>;
  /** what the shop says in place of a written step, by its text */
  ownWords: ReadonlyMap<string, OwnWords>;
  /** sun and wind dry at this time of the year */
  warm: boolean;
  /** relative humidity of the room, 0 to 1, as it was read within a day; `null`: nobody read it */
  humidity: number | null;
  /** what drying takes in this shop, by place */
  dried: ReadonlyMap<string, LearnedMinutes>;
}

export const placeId = (stationId: string, task: string) => `${stationId}.${task}`;

export const none: Minutes = { active: 0, passive: 0, finishing: 0 };

export const noWait = { verb: '', place: null } as const;

export const cautionText = new Map(cautionTexts.map(({ id, text }) => [id, text]));

export const spoken = (ids: readonly string[]) =>
  ids.filter((id) => id !== 'isolate').map((id) => cautionText.get(id) ?? id);

/** Composed steps as lines of a sheet, in the shop's own words where it has them. */
export function numbered(
  id: string,
  letter: string,
  lines: readonly Composed[],
  ownWords: SheetMachine['ownWords'],
): Line[] {
  return lines.map(({ text, why, facts }, index): Line => {
    const own = ownWords.get(text);
    return {
      id: `${id}#${letter}${index + 1}`,
      text: own?.words ?? text,
      why,
      ...(facts && { facts }),
      ...(own && { ours: { instead: text, reason: own.reason, by: own.by } }),
    };
  });
}

export function partsOf(id: string, parts: readonly WrittenPart[]): PartWanted[] {
  return parts.map((part, index) => ({
    id: `${id}.${index}`,
    name: part.name,
    screws: part.screws ?? 0,
    plugs: part.plugs ?? 0,
    hoses: part.hoses ?? 0,
    lugs: part.lugs ?? 0,
    facing: part.facing,
    lens: part.lens ?? false,
  }));
}
