import { createStore, del, set, values, type UseStore } from 'idb-keyval';
import type { Kept, OutboxStore } from './outbox';

let store: UseStore | null = null;
const place = () => (store ??= createStore('bitacora-outbox', 'kept'));

/** What this browser keeps to send, pictures too, until the server has it. */
export const deviceStore = <S>(): OutboxStore<S> => ({
  all: () => values<Kept<S>>(place()),
  put: (kept) => set(kept.key, kept, place()),
  drop: (key) => del(key, place()),
});
