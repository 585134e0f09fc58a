/** @jest-environment jsdom */
import { Below, useFirst } from './first-picture';
import { firstAndWoken } from './testing/first-and-woken';
import { show } from './testing/show';

function Letters({ first }: { first: number }) {
  return (
    <>
      {useFirst(['a', 'b', 'c'], first)}
      <Below>, and what is below</Below>
    </>
  );
}
const words = () => document.body.textContent;

test('the first picture has what a screen shows, the woken page all of it', async () => {
  expect(await firstAndWoken(<Letters first={2} />, words)).toEqual({
    first: 'ab',
    woken: 'abc, and what is below',
  });
});

test('a list shorter than a screen is whole at once', async () => {
  const { first } = await firstAndWoken(<Letters first={5} />, words);
  expect(first).toBe('abc');
});

test('a page that is come to by a link is whole in its first drawing, so that going back finds its place', () => {
  const drawn: (string | null)[] = [];
  function Look() {
    const all = useFirst(['a', 'b', 'c'], 1).join('');
    drawn.push(all);
    return all;
  }
  show(<Look />);
  expect(new Set(drawn)).toEqual(new Set(['abc']));
});
