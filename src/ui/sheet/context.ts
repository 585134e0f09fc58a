import type { Stretch } from '../../core/sheet/order';
import type { RunSheet } from '../../core/sheet/run';
import type { TickStore } from './use-ticks';

/** What every part of a sheet on the screen needs. */
export interface SheetContext {
  run: RunSheet;
  store: TickStore;
  zone: string;
  /** where pictures go; `null` in a dry run */
  sheetId: string | null;
  machine: { id: string; nickname: string };
}

/** Tells one stretch from the others. */
export const stretchKey = ({ task, part }: Stretch) => `${task}|${part}`;
