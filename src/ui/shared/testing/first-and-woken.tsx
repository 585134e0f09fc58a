import { act, type ReactNode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { renderToString } from 'react-dom/server';

/** What is seen in the first picture of a page, as the server draws it, and once the page has woken. */
export async function firstAndWoken<T>(page: ReactNode, see: () => T) {
  const root = document.body.appendChild(document.createElement('div'));
  root.innerHTML = renderToString(page);
  const first = see();
  const woken = await act(() => hydrateRoot(root, page));
  const seen = { first, woken: see() };
  await act(() => woken.unmount());
  root.remove();
  return seen;
}
