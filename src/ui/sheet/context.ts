import type { Stretch } from '../../core/sheet/order';
import type { RunSheet } from '../../core/sheet/run';
import type { TickStore } from './use-ticks';

/** The machine that is cleaned. */
export interface SheetMachine {
  id: string;
  nickname: string;
  /** what its card says of the lens */
  lens: string | null;
}

/** What every part of a sheet on the screen needs. */
export interface SheetContext {
  run: RunSheet;
  store: TickStore;
  zone: string;
  /** where pictures go; `null` in a dry run */
  sheetId: string | null;
  machine: SheetMachine;
}

/** Tells one stretch from the others. */
export const stretchKey = ({ task, part }: Stretch) => `${task}|${part}`;
