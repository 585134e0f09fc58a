/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { packed, useUnpacked, type Packed } from './packed';

const unpacked = <T>(text: Packed<T>) => renderHook(() => useUnpacked(text)).result.current;

test('what is packed comes out as it went in, what JSON would lose too', () => {
  const value = {
    name: 'Wren “</script>”',
    limits: [Infinity, -0, NaN, undefined, null],
    at: new Date(0),
    of: new Map([['a', new Set([1])]]),
  };
  expect(unpacked(packed(value))).toEqual(value);
});

test('what stands in it many times is sent once', () => {
  const task = { name: 'Honeycomb, clean', limits: Array.from({ length: 40 }, (_, n) => n / 7) };
  const once = packed([task]).length;
  const text = packed(Array.from({ length: 50 }, () => task));
  expect(text.length).toBeLessThan(once * 1.5);
  expect(unpacked(text)).toHaveLength(50);
});

test('a part that is drawn again gets the same object, so that nothing that hangs on it begins anew', () => {
  const text = packed({ hours: 3 });
  const { result, rerender } = renderHook((from: Packed<{ hours: number }>) => useUnpacked(from), {
    initialProps: text,
  });
  const first = result.current;
  rerender(packed({ hours: 3 }));
  expect(result.current).toBe(first);
  rerender(packed({ hours: 4 }));
  expect(result.current).toEqual({ hours: 4 });
});

test('a function cannot be packed', () => {
  expect(() => packed({ send: () => 1 })).toThrow(/function/);
});

test('who asks for the same text next gets the same object, unless many others came between', () => {
  const text = packed({ of: 'the first' });
  const first = unpacked(text);
  for (let n = 0; n < 31; n++) unpacked(packed({ n }));
  expect(unpacked(text)).toBe(first);
  unpacked(packed({ n: 31 }));
  expect(unpacked(text)).not.toBe(first);
  expect(unpacked(text)).toEqual(first);
});
