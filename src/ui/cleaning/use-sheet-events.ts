'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { progressOf, type SheetEvent, type SheetEventWhat } from '../../core/cleaning/progress';
import type { Outcome } from '../../services/shop';
import type { SheetState, SheetEventProblem } from '../../services/cleaning/events';

/** A press that has not reached the server yet. */
interface Waiting extends SheetEvent {
  decided?: boolean;
}

interface Answer extends SheetState {
  problems?: SheetEventProblem[];
}

export interface SheetStore {
  progress: ReturnType<typeof progressOf>;
  events: readonly SheetEvent[];
  press: (what: SheetEventWhat, options?: { decided?: boolean }) => void;
  /** presses still to be sent */
  unsent: number;
  problems: readonly SheetEventProblem[];
  /** methods as they were pressed here, by event: one that is disputed is kept by the server without it */
  methodsSent: ReadonlyMap<string, string>;
  dismiss: (event: string) => void;
  signedOut: boolean;
  /** why nothing goes out now, in words; `null`: it does */
  stuck: string | null;
  closed: SheetState['closed'];
}

interface UseSheetEvents {
  /** `null`: a dry run, kept nowhere but here */
  sheetId: string | null;
  person: string;
  initial: readonly SheetEvent[];
  now: number;
}

const pollMs = 3500;
const storeKey = (sheetId: string) => `bitacora.sheet.${sheetId}`;

function readQueue(sheetId: string | null): Waiting[] {
  if (!sheetId || typeof window === 'undefined') return [];
  try {
    return JSON.parse(window.localStorage.getItem(storeKey(sheetId)) ?? '[]') as Waiting[];
  } catch {
    return [];
  }
}

function keepQueue(sheetId: string | null, queue: readonly Waiting[]): void {
  if (!sheetId) return;
  try {
    if (queue.length === 0) window.localStorage.removeItem(storeKey(sheetId));
    else window.localStorage.setItem(storeKey(sheetId), JSON.stringify(queue));
  } catch {
    // a full or forbidden store: the queue lives as long as the page
  }
}

/** The server answered, but neither took the presses nor found fault with them. */
class NotTaken extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Sends presses, or asks only; what there is beyond what is had here.
 * @throws NotTaken where they are to be sent again later: signed out, another role, a disk that is full
 */
async function exchanged(url: string, some: readonly Waiting[]): Promise<Outcome<Answer>> {
  const response = await fetch(url, {
    signal: AbortSignal.timeout(8000),
    cache: 'no-store',
    ...(some.length > 0 && {
      method: 'POST',
      body: JSON.stringify(some.map(({ id, at, what, decided }) => ({ id, at, what, decided }))),
      headers: { 'Content-Type': 'application/json' },
    }),
  });
  const outcome = (await response.json()) as Outcome<Answer>;
  if (outcome.ok || response.status === 422) return outcome;
  throw new NotTaken(response.status, outcome.error.message);
}

/**
 * The presses on a sheet: shown at once, kept on this device until the server has them, sent in order,
 * and merged with what other devices press.
 */
// eslint-disable-next-line max-lines-per-function -- one queue with the ways in which it can be cut off
export function useSheetEvents({ sheetId, person, initial, now }: UseSheetEvents): {
  /** the same from one second to the next, while nothing is pressed or comes in */
  store: SheetStore;
  /** UTC milliseconds by the server's clock; moves every second */
  clock: number;
} {
  const [server, setServer] = useState<readonly SheetEvent[]>(initial);
  const [queue, setQueue] = useState<readonly Waiting[]>([]);
  const [problems, setProblems] = useState<readonly SheetEventProblem[]>([]);
  const [signedOut, setSignedOut] = useState(false);
  const [stuck, setStuck] = useState<string | null>(null);
  const [closed, setClosed] = useState<SheetState['closed']>(null);
  const [clock, setClock] = useState(now);
  const queued = useRef<readonly Waiting[]>([]);
  const [methodsSent, setMethodsSent] = useState<ReadonlyMap<string, string>>(new Map());
  const have = useRef(initial.length);
  const busy = useRef(false);
  // the server's clock is carried on by a clock that nobody sets: one that jumps here ends no wait early
  const base = useRef({ server: now, mono: 0 });

  const serverNow = useCallback(
    () => base.current.server + (performance.now() - base.current.mono),
    [],
  );

  const replaceQueue = useCallback(
    (next: readonly Waiting[]) => {
      queued.current = next;
      setQueue(next);
      keepQueue(sheetId, next);
    },
    [sheetId],
  );

  const takeIn = useCallback((answer: Answer) => {
    base.current = { server: answer.now, mono: performance.now() };
    setClock(answer.now);
    setClosed(answer.closed);
    setSignedOut(false);
    if (answer.events.length > 0) {
      have.current = answer.count;
      setServer((before) => [...before, ...answer.events]);
    }
    if (answer.problems?.length) setProblems((before) => [...before, ...answer.problems!]);
  }, []);

  /** @returns whether the server answered: what was pressed meanwhile can go out at once */
  const sendQueue = useCallback(async (): Promise<boolean> => {
    const sending = queued.current;
    try {
      const ask = (some: readonly Waiting[]) =>
        exchanged(`/api/sheets/${sheetId}/events?have=${have.current}`, some);
      const sent = (some: readonly Waiting[]) => {
        if (some.length === 0) return;
        const ids = new Set(some.map(({ id }) => id));
        replaceQueue(queued.current.filter(({ id }) => !ids.has(id)));
      };
      const outcome = await ask(sending);
      setStuck(null);
      if (outcome.ok) {
        takeIn(outcome.value);
        sent(sending);
      } else if (sending.length > 1) {
        // one of them cannot be taken: find out which, and keep the others
        for (const one of sending) {
          const alone = await ask([one]);
          if (alone.ok) takeIn(alone.value);
          else setProblems((before) => [...before, { event: one.id, ...alone.error }]);
          sent([one]);
        }
      } else if (sending.length === 1) {
        setProblems((before) => [...before, { event: sending[0]!.id, ...outcome.error }]);
        sent(sending);
      }
      return true;
    } catch (error) {
      // everything stays in the queue and goes out later, in order
      if (error instanceof NotTaken && error.status === 401) setSignedOut(true);
      else setStuck(error instanceof NotTaken ? error.message : 'No connection.');
      return false;
    }
  }, [replaceQueue, sheetId, takeIn]);

  const exchange = useCallback(async () => {
    if (!sheetId || busy.current) return;
    busy.current = true;
    // presses of one moment go out together
    await Promise.resolve();
    while ((await sendQueue()) && queued.current.length > 0);
    busy.current = false;
  }, [sendQueue, sheetId]);

  useEffect(() => {
    base.current = { server: base.current.server, mono: performance.now() };
    queued.current = readQueue(sheetId);
    // what an earlier visit could not send goes out now
    if (queued.current.length > 0) setQueue(queued.current);
    void exchange();
    const seconds = setInterval(() => setClock(serverNow()), 1000);
    const poll = setInterval(() => {
      if (document.visibilityState === 'visible' || queued.current.length > 0) void exchange();
    }, pollMs);
    const wake = () => void exchange();
    window.addEventListener('online', wake);
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(seconds);
      clearInterval(poll);
      window.removeEventListener('online', wake);
      document.removeEventListener('visibilitychange', wake);
    };
  }, [exchange, serverNow, sheetId]);

  const press = useCallback<SheetStore['press']>(
    (what, options) => {
      const event: Waiting = {
        id: uuid(),
        at: Math.round(serverNow()),
        person,
        what,
        ...(options?.decided && { decided: true }),
      };
      setClock(serverNow());
      if (what.kind === 'mark' && what.change.method) {
        const { method } = what.change;
        setMethodsSent((before) => new Map(before).set(event.id, method));
      }
      if (sheetId) {
        replaceQueue([...queued.current, event]);
        void exchange();
      } else setServer((before) => [...before, event]);
    },
    [exchange, person, replaceQueue, serverNow, sheetId],
  );

  const dismiss = useCallback(
    (id: string) => setProblems((before) => before.filter(({ event }) => event !== id)),
    [],
  );
  const events = useMemo(() => [...server, ...queue], [server, queue]);
  const progress = useMemo(() => progressOf(events), [events]);
  const unsent = queue.length;
  const store = useMemo(
    () => ({
      progress,
      events,
      press,
      unsent,
      problems,
      methodsSent,
      dismiss,
      signedOut,
      stuck,
      closed,
    }),
    [progress, events, press, unsent, problems, methodsSent, dismiss, signedOut, stuck, closed],
  );
  return { store, clock };
}
