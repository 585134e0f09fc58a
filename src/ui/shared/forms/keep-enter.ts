import type { KeyboardEvent } from 'react';

/**
 * For a part of a form: Enter in one of its fields (a scanner sends one after each code) fills in that field and
 * does not send the whole form.
 */
export function keepEnter(event: KeyboardEvent<HTMLElement>) {
  if (event.key === 'Enter' && event.target instanceof HTMLInputElement) event.preventDefault();
}
