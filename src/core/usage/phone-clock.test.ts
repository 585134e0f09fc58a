import fc from 'fast-check';
import { byOurClock, keptMs } from './phone-clock';

const minute = 60_000;
const now = Date.UTC(2026, 10, 27, 14, 0);

test('a phone whose clock is right, or nearly, is taken at its word', () => {
  const phone = { madeAt: now - 30 * minute, sentAt: now + minute };
  expect(byOurClock(now - 60 * minute, phone, now)).toBe(now - 60 * minute);
  expect(keptMs(phone)).toBe(31 * minute);
});

test('a phone that is wrong by any constant gives the time by our clock', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -400 * 24 * 60, max: 400 * 24 * 60 }).filter((off) => Math.abs(off) > 2),
      fc.integer({ min: 0, max: 10_000 }),
      fc.integer({ min: 0, max: 600 }),
      (off, kept, ran) => {
        const truly = now - (kept + ran) * minute;
        const phone = { madeAt: now + (off - kept) * minute, sentAt: now + off * minute };
        expect(byOurClock(truly + off * minute, phone, now)).toBe(truly);
        expect(keptMs(phone)).toBe(kept * minute);
      },
    ),
  );
});

test('where its clock was set back in between nobody knows', () => {
  const phone = { madeAt: now + 300 * minute, sentAt: now };
  expect(keptMs(phone)).toBeNull();
  expect(byOurClock(now, phone, now)).toBeNull();
});
