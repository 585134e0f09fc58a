import { MantineProvider } from '@mantine/core';
import { configure, render } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Role } from '../../../core/people/roles';
import { RoleProvider } from '../frame/Allowed';

// a busy machine takes its time: what never comes still fails
configure({ asyncUtilTimeout: 10_000 });

/** Components inside what every page has around its own. */
export const inside = (what: ReactNode, role: Role = 'technician') => (
  <MantineProvider env="test">
    <RoleProvider role={role}>{what}</RoleProvider>
  </MantineProvider>
);

/** Draws components for a test, as a technician sees them. */
export function show(children: ReactNode, role: Role = 'technician') {
  // what the components ask of a browser and the tests' one lacks
  Element.prototype.scrollIntoView = () => undefined;
  window.matchMedia = (media) =>
    ({
      matches: false,
      media,
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    }) as unknown as MediaQueryList;
  globalThis.CSS = {
    escape: (words: string) => words.replace(/[^\w-]/g, String.raw`\$&`),
  } as typeof CSS;
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  const { rerender, ...rest } = render(inside(children, role));
  return { ...rest, rerender: (what: ReactNode) => rerender(inside(what, role)) };
}
