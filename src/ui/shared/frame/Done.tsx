'use client';

import { createContext, useCallback, useContext, useState, type ReactNode } from 'react';
import { late } from '../late';
import { useMay } from './Allowed';
import type { Strike } from './DoneBoard';

// its script comes with the first thing that is done
const loadBoard = () => import('./DoneBoard');
const DoneBoard = late(() => loadBoard().then((loaded) => loaded.DoneBoard));

interface Done {
  strike: Strike;
  /** has the board there */
  open: () => void;
}

const DoneContext = createContext<Done | null>(null);

/** Where it is said what was done, with a way back where what was written can be struck through. */
export function DoneProvider({ strike, children }: { strike: Strike; children: ReactNode }) {
  const [opened, setOpened] = useState(false);
  const open = useCallback(() => setOpened(true), []);
  return (
    <DoneContext value={{ strike, open }}>
      {children}
      {opened && <DoneBoard />}
    </DoneContext>
  );
}

/** Says what was done. @returns a function of the words and, where it can be struck through, the entries */
export function useDone() {
  const done = useContext(DoneContext);
  const mayStrike = useMay('clean');
  return useCallback(
    (words: string, written: string | readonly string[] = []) => {
      const entryIds = typeof written === 'string' ? [written] : written;
      done?.open();
      loadBoard().then(
        ({ sayDone }) => sayDone(words, entryIds, (mayStrike && done?.strike) || null),
        () => undefined, // the page shows the new state all the same
      );
    },
    [done, mayStrike],
  );
}
