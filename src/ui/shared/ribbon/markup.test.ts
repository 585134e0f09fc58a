import type { Column } from './columns';
import { columnsMarkup, escaped } from './markup';

const column = (more: Partial<Column> = {}): Column => ({
  slug: 'honeycomb',
  name: 'Honeycomb',
  short: 'under bed',
  part: 'bed',
  used: 1.31,
  state: 'past due',
  strength: null,
  label: 'Honeycomb: 131 %, past due, 7.8 soil hours over',
  ...more,
});
const href = (slug: string) => `/machines/1?station=${slug}&x=1`;

test('a column carries its words, state and share', () => {
  const [item] = columnsMarkup([column()], href, 'honeycomb').match(/<li.*<\/li>/s)!;
  expect(item).toContain('title="Honeycomb: 131 %, past due, 7.8 soil hours over"');
  expect(item).toContain('data-state="past due"');
  expect(item).toContain('aria-current="true"');
  expect(item).toContain('href="/machines/1?station=honeycomb&amp;x=1"');
  expect(item).toContain('<b aria-hidden="true">131</b>');
  expect(item).toContain('--fill:0.807;--dirt:1');
});

test('only the first column of a part names it; a station without a task has no figure', () => {
  const markup = columnsMarkup(
    [column(), column({ slug: 'b' }), column({ slug: 'c', part: 'air', used: null, state: null })],
    href,
  );
  expect(markup.match(/data-part="\w+"/g)).toEqual(['data-part="bed"', 'data-part="air"']);
  expect(markup).toContain('data-state="none"');
});

test('what people write never becomes markup', () => {
  const evil = `"><img src=x onerror='alert(1)'>&amp;`;
  const markup = columnsMarkup([column({ short: evil, label: evil, slug: evil })], href);
  expect(markup).not.toContain('<img');
  expect(markup.match(/</g)).toHaveLength(10); // li, a, b, i, span: opened and closed, nothing else
  expect(escaped(evil)).toBe('&quot;&gt;&lt;img src=x onerror=&#39;alert(1)&#39;&gt;&amp;amp;');
});
