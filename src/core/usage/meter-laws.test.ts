import fc from 'fast-check';
import { reconcile, type MeterReading, type MeterVerdict } from './meter';

const day = 86_400_000;
/** Hours run each day, and hours of them that were logged. */
const days = fc.array(
  fc.record({ run: fc.integer({ min: 0, max: 12 }), forgotten: fc.integer({ min: 0, max: 100 }) }),
  { minLength: 1, maxLength: 40 },
);

function readings(ran: number[]): MeterReading[] {
  let seconds = 500 * 3600;
  return [{ id: 'r', at: 0, seconds, jump: null }].concat(
    ran.map((hours, i) => {
      seconds += hours * 3600;
      return { id: `r${i}`, at: (i + 1) * day, seconds, jump: null };
    }),
  );
}
const verdicts = (ran: number[], logged: number[]): MeterVerdict[] =>
  reconcile(readings(ran), (from) => logged[from / day]! * 3600).map(({ verdict }) => verdict);

test('an honest log agrees with an honest meter, whatever ran', () => {
  fc.assert(
    fc.property(days, (some) => {
      const ran = some.map(({ run }) => run);
      expect(new Set(verdicts(ran, ran))).toEqual(new Set(['agrees']));
    }),
  );
});

test('whatever is forgotten beyond the tolerance is proposed, to the second', () => {
  fc.assert(
    fc.property(days, (some) => {
      const ran = some.map(({ run }) => run);
      const logged = some.map(({ run, forgotten }) => (run * (100 - forgotten)) / 100);
      const stretches = reconcile(readings(ran), (from) => logged[from / day]! * 3600);
      for (const [i, { verdict, gapSeconds }] of stretches.entries()) {
        const gap = (ran[i]! - logged[i]!) * 3600;
        expect(verdict).toBe(gap > Math.max(1800, ran[i]! * 180) + 1e-6 ? 'unlogged' : 'agrees');
        expect(gapSeconds).toBeCloseTo(gap, 6);
      }
      // taken in as proposed, nothing is left to propose
      const mended = stretches.map(({ verdict, gapSeconds }, i) =>
        verdict === 'unlogged' ? logged[i]! + gapSeconds / 3600 : logged[i]!,
      );
      expect(new Set(verdicts(ran, mended))).toEqual(new Set(['agrees']));
    }),
  );
});

test('the same readings in one stretch or in many count the same in all', () => {
  fc.assert(
    fc.property(days, (some) => {
      const all = readings(some.map(({ run }) => run));
      const metered = (list: MeterReading[]) =>
        reconcile(list, () => 0).reduce(
          (sum, { meteredSeconds }) => sum + (meteredSeconds ?? 0),
          0,
        );
      expect(metered([all[0]!, all.at(-1)!])).toBe(metered(all));
    }),
  );
});
