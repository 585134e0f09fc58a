'use client';

import { useDeferredValue, useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => undefined;

/**
 * Whether this is the first picture of a page, as the server draws it: what lies below a screen follows as it wakes. It
 * costs the server nothing then, which everybody waits for. A page that is come to by a link is whole at once.
 */
export function useFirstPicture(): boolean {
  const waking = useSyncExternalStore(
    never,
    () => false,
    () => true,
  );
  return useDeferredValue(false, waking);
}

/** Of a long list, what the first picture shows. @param first about as many as a screen has room for */
export const useFirst = <T,>(all: readonly T[], first: number): readonly T[] =>
  useFirstPicture() ? all.slice(0, first) : all;

/** A part far down a page or folded away, which is in no first picture. */
export const Below = ({ children }: { children: ReactNode }) =>
  useFirstPicture() ? null : children;
