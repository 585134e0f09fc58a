import type { Stretch } from '../../core/cleaning/order';
import type { RunSheet } from '../../core/cleaning/run';
import type { SheetMachineView } from '../../services/cleaning/sheet-machine';
import type { changeStepWords } from '../../services/cleaning/own-words';
import type { Send } from '../shared/forms/send';
import type { SheetStore } from './use-sheet-events';

/** What every part of a sheet on the screen needs. */
export interface SheetContext {
  run: RunSheet;
  store: SheetStore;
  /** UTC milliseconds: since when it stands so (see `standsSince`); countdowns have a clock of their own */
  clock: number;
  zone: string;
  /** where pictures go; `null` in a dry run */
  sheetId: string | null;
  machine: SheetMachineView;
  /** changes the words of a step, from the next sheet on; `null`: not by this person */
  changeWords: Send<typeof changeStepWords> | null;
}

/** Tells one stretch from the others. */
export const stretchKey = ({ task, part }: Stretch) => `${task}|${part}`;
