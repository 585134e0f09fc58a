'use client';

import '@mantine/notifications/styles.css';
import { Button, Group } from '@mantine/core';
import { Notifications, notifications } from '@mantine/notifications';
import { createContext, useCallback, useContext, type ReactNode } from 'react';
import type { Ask } from '../forms/send';
import { useMay } from './Allowed';

type Strike = Ask<[entryId: string, reason: string]>;

const StrikeContext = createContext<Strike | null>(null);

const shownMs = 10_000;

/** Where it is said what was done, with a way back where what was written can be struck through. */
export function DoneProvider({ strike, children }: { strike: Strike; children: ReactNode }) {
  return (
    <StrikeContext value={strike}>
      {children}
      <Notifications position="top-right" autoClose={shownMs} limit={3} />
    </StrikeContext>
  );
}

/** Strikes entries through, one after another; the last outcome, or that of the first that was refused. */
async function strikeAll(strike: Strike, entryIds: readonly string[]) {
  let outcome: Awaited<ReturnType<Strike>> | null = null;
  for (const entryId of entryIds) {
    outcome = await strike(entryId, 'taken back at once').catch(() => null);
    if (!outcome?.ok) break;
  }
  return outcome;
}

/** Says what was done. @returns a function of the words and, where it can be struck through, the entries */
export function useDone() {
  const strike = useContext(StrikeContext);
  const mayStrike = useMay('clean');
  return useCallback(
    (words: string, written: string | readonly string[] = []) => {
      const entryIds = typeof written === 'string' ? [written] : written;
      const id = notifications.show({
        color: 'ink',
        closeButtonProps: { 'aria-label': 'Close' },
        message: (
          <Group justify="space-between" wrap="nowrap">
            <span>{words}</span>
            {entryIds.length > 0 && strike && mayStrike && (
              <Button
                variant="default"
                size="compact-md"
                onClick={async () => {
                  const outcome = await strikeAll(strike, entryIds);
                  notifications.update({
                    id,
                    message: outcome?.ok
                      ? 'Undone: it stands struck through in the record.'
                      : (outcome?.error.message ?? 'The server could not be reached: it stands.'),
                  });
                }}
              >
                Undo
              </Button>
            )}
          </Group>
        ),
      });
    },
    [strike, mayStrike],
  );
}
