import { ladder } from './ladder';
import { restorations, type Charted } from './story';

const burn = (at: number, strength: number, dropped = strength < 0.9): Charted =>
  ({ at, strength, dropped }) as Charted;

describe('what cleaning did', () => {
  const told = (
    cleanings: number[],
    after = 1,
    soon?: (cleanedAt: number, burnAt: number) => boolean,
  ) => restorations([burn(10, 0.6), burn(20, after)], cleanings, 0.02, soon);

  it.each<[string, number[], number | null]>([
    ['none between the burns', [5, 25], null],
    ['at the very instant of the first burn', [10], null],
    ['just after it', [11], 11],
    ['at the very instant of the second', [20], 20],
    ['several: the last of them', [12, 18, 14], 18],
    ['some outside', [3, 15, 30], 15],
  ])('%s', (_, cleanings, cleanedAt) => {
    expect(told(cleanings).map((one) => one.cleanedAt)).toEqual(
      cleanedAt === null ? [] : [cleanedAt],
    );
  });

  it('restored is within three sigma of the baseline', () => {
    expect(told([15], 0.94)[0]).toEqual({
      cleanedAt: 15,
      before: 0.6,
      after: 0.94,
      restored: true,
    });
    expect(told([15], 0.939)[0]!.restored).toBe(false);
  });

  it('is not told where nothing had dropped, or where the burn came too late', () => {
    expect(restorations([burn(10, 0.95), burn(20, 1)], [15], 0.02)).toEqual([]);
    expect(told([15], 1, (cleanedAt, burnAt) => burnAt - cleanedAt <= 4)).toEqual([]);
    expect(told([15], 1, (cleanedAt, burnAt) => burnAt - cleanedAt <= 5)).toHaveLength(1);
  });
});

describe('a ladder of cuts', () => {
  const cut = (speed: number, through: boolean) => ({ speed, through });
  const next = (...cuts: { speed: number; through: boolean }[]) => {
    const told = ladder(10, cuts);
    return told.done ? 'done' : told.next;
  };

  it('halves what is left between what fell out and what held, to within two percent', () => {
    expect(next(cut(10, true), cut(11, false))).toBe(10.5);
    expect(next(cut(10, true), cut(10.5, false))).toBe(10.3); // 10.25, as one types it
    expect(next(cut(10, true), cut(10.2, false))).toBe('done');
    expect(next(cut(10, true), cut(10.21, false))).not.toBe('done');
    // two percent of the baseline where the machine is slower, of what it does where it is faster
    expect(next(cut(5, true), cut(5.19, false))).toBe('done');
    expect(next(cut(20, true), cut(20.4, false))).toBe('done');
    expect(next(cut(20, true), cut(20.5, false))).not.toBe('done');
  });
});
