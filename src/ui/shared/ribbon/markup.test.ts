import type { Column } from './columns';
import { columnsMarkup, drawnColumns, escaped } from './markup';

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
const markupOf = (columns: readonly Column[], current?: string) =>
  columnsMarkup(drawnColumns(columns), href, current);

test('a column carries its words, state and share', () => {
  const [item] = markupOf([column()], 'honeycomb').match(/<li.*<\/li>/s)!;
  expect(item).toContain('title="Honeycomb: 131 %, past due, 7.8 soil hours over"');
  expect(item).toContain('data-state="past due"');
  expect(item).toContain('aria-current="true"');
  expect(item).toContain('href="/machines/1?station=honeycomb&amp;x=1"');
  expect(item).toContain('<b aria-hidden="true">131</b>');
  expect(item).toContain('--fill:0.807;--dirt:1');
});

test('the strength of the beam stands at its column', () => {
  expect(markupOf([column({ strength: 0.874 }), column()]).match(/<em.*?<\/em>/g)).toEqual([
    '<em aria-hidden="true">87 %</em>',
  ]);
});

test('only the first column of a part names it; a station without a task has no figure', () => {
  const markup = markupOf([
    column(),
    column({ slug: 'b' }),
    column({ slug: 'c', part: 'air', used: null, state: null }),
  ]);
  expect(markup.match(/data-part="\w+"/g)).toEqual(['data-part="bed"', 'data-part="air"']);
  expect(markup).toContain('data-state="none"');
});

test('what people write never becomes markup', () => {
  const evil = `"><img src=x onerror='alert(1)'>&amp;`;
  const markup = markupOf([column({ short: evil, label: evil, slug: evil })]);
  expect(markup).not.toContain('<img');
  expect(markup.match(/</g)).toHaveLength(10); // li, a, b, i, span: opened and closed, nothing else
  expect(escaped(evil)).toBe('&quot;&gt;&lt;img src=x onerror=&#39;alert(1)&#39;&gt;&amp;amp;');
});
