import fc from 'fast-check';
import { slugOf } from './slug';

test.each([
  ['Crème №1!', 'creme-no1'],
  ['  Front glass, left ', 'front-glass-left'],
  ['ÅNGSTRÖM', 'angstrom'],
  ['½ turn', '1-2-turn'],
  ['x²', 'x2'],
  ['--', ''],
  ['窓', ''],
  ['', ''],
])('%j is %j', (name, slug) => {
  expect(slugOf(name)).toBe(slug);
});

test('whatever the name, it is a slug or nothing, and a slug is its own', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (name) => {
      const slug = slugOf(name);
      expect(slug).toMatch(/^([a-z0-9]+(-[a-z0-9]+)*)?$/);
      expect(slugOf(slug)).toBe(slug);
    }),
  );
});
