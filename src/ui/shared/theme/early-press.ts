/**
 * Runs before anything else on a page: a press on a control or a form sent before the page answers to
 * presses (a slow phone) is held and done as soon as it does, instead of being lost or sending a form
 * the browser's own way. What was typed till then is said to the page first: under load it misses some of it, and
 * a form sends what it heard. Links and what else works by itself is left alone.
 */
export const earlyPressScript = `(() => {
  const page = document.documentElement;
  const controls = 'button, input, [role="button"], [role="combobox"]';
  const held = [];
  const typed = new Map();
  const onInput = ({ target }) => {
    if (!['checkbox', 'radio', 'file'].includes(target.type)) typed.set(target, target.value);
  };
  // the field is put back to before what was typed, so that the page finds it changed
  const sayAgain = (field, value) => {
    if (!field.isConnected) return;
    field.value = '';
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value').set.call(field, value);
    field.dispatchEvent(new Event(field.tagName === 'SELECT' ? 'change' : 'input', { bubbles: true }));
  };
  const hold = (event, again) => {
    if ('awake' in page.dataset) return;
    event.preventDefault();
    event.stopPropagation();
    held.push(again);
  };
  const onClick = (event) => {
    const control = event.target.closest?.(controls);
    if (control) hold(event, () => control.isConnected && control.click());
  };
  const onSubmit = (event) => hold(event, () => event.target.requestSubmit(event.submitter));
  addEventListener('input', onInput, true);
  addEventListener('click', onClick, true);
  addEventListener('submit', onSubmit, true);
  addEventListener('awake', () => {
    removeEventListener('input', onInput, true);
    removeEventListener('click', onClick, true);
    removeEventListener('submit', onSubmit, true);
    typed.forEach((value, field) => sayAgain(field, value));
    requestAnimationFrame(() => held.forEach((again) => again()));
  }, { once: true });
})()`;

/** Said once, when the page answers to presses. */
export function wakePage(): void {
  if ('awake' in document.documentElement.dataset) return;
  document.documentElement.dataset.awake = '';
  dispatchEvent(new Event('awake'));
}
