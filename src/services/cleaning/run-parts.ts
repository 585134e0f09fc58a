import { cautions as cautionTexts } from '../../catalogue/cautions';
import type { CatalogueTask } from '../../catalogue/schema';
import type { WrittenLine, WrittenPart } from '../../catalogue/steps/written';
import type { Minutes } from '../../core/care/minutes';
import type { Line, PartWanted } from '../../core/cleaning/run';

/** A task on a sheet with where it is done. */
export interface SheetPlace {
  stationId: string;
  stationKind: string;
  station: string;
  task: CatalogueTask;
  /** ways the shop may record, its own first */
  methods: readonly string[];
  /** whether a way of doing it harms what the station is made of */
  harmful: (method: string) => boolean;
  /** schools the shop has chosen, as `question:school` */
  schools: ReadonlySet<string>;
  /** how many cleanings its minutes were learned from; `null`: the starting minutes */
  learned: number | null;
}

export const placeId = (stationId: string, task: string) => `${stationId}.${task}`;

export const none: Minutes = { active: 0, passive: 0, finishing: 0 };

export const noWait = { verb: '', place: null } as const;

export const cautionText = new Map(cautionTexts.map(({ id, text }) => [id, text]));

export const spoken = (ids: readonly string[]) =>
  ids.filter((id) => id !== 'isolate').map((id) => cautionText.get(id) ?? id);

export function numbered(id: string, letter: string, lines: readonly WrittenLine[]): Line[] {
  return lines.map((line, index) => ({
    id: `${id}#${letter}${index + 1}`,
    text: typeof line === 'string' ? line : line[0],
    why: typeof line === 'string' ? null : line[1],
  }));
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
