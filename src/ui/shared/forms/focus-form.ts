/** Puts the focus where the form of a page begins, for hands that stay on the keys. */
export function focusForm(): void {
  const main = document.querySelector('main');
  const first =
    main?.querySelector<HTMLElement>('[data-begin]') ??
    main?.querySelector<HTMLElement>('button, input, select, textarea');
  first?.focus();
}
