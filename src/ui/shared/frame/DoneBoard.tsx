'use client';

import '@mantine/notifications/styles.css';
import { Button, Group } from '@mantine/core';
import { Notifications, notifications } from '@mantine/notifications';
import type { Ask } from '../forms/send';

/** Strikes an entry through. */
export type Strike = Ask<[entryId: string, reason: string]>;

const shownMs = 10_000;

/** Where it stands what was done. */
export const DoneBoard = () => <Notifications position="top-right" autoClose={shownMs} limit={3} />;

/** Strikes entries through, one after another; the last outcome, or that of the first that was refused. */
async function strikeAll(strike: Strike, entryIds: readonly string[]) {
  let outcome: Awaited<ReturnType<Strike>> | null = null;
  for (const entryId of entryIds) {
    outcome = await strike(entryId, 'taken back at once').catch(() => null);
    if (!outcome?.ok) break;
  }
  return outcome;
}

/** Says what was done. @param strike takes the entries back; `null`: they cannot be */
export function sayDone(words: string, entryIds: readonly string[], strike: Strike | null): void {
  const id = notifications.show({
    color: 'ink',
    closeButtonProps: { 'aria-label': 'Close' },
    message: (
      <Group justify="space-between" wrap="nowrap">
        <span>{words}</span>
        {entryIds.length > 0 && strike && (
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
}
