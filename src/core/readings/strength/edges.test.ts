import { ladder } from './ladder';
import { restorations, usuallyRestored, type Charted } from './story';

const burn = (at: number, strength: number, dropped = strength < 0.9): Charted =>
  ({ at, strength, dropped }) as Charted;

describe('what cleaning did', () => {
  const told = (
    cleanings: number[],
    after = 1,
    soon?: (cleanedAt: number, burnAt: number) => boolean,
  ) =>
    restorations([{ chart: [burn(10, 0.6), burn(20, after)], sigma: 0.02 }], cleanings, soon)[0]!;

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
    expect(restorations([{ chart: [burn(10, 0.95), burn(20, 1)], sigma: 0.02 }], [15])).toEqual([
      [],
    ]);
    expect(told([15], 1, (cleanedAt, burnAt) => burnAt - cleanedAt <= 4)).toEqual([]);
    expect(told([15], 1, (cleanedAt, burnAt) => burnAt - cleanedAt <= 5)).toHaveLength(1);
  });
});

describe('a pair of burns over two recipes', () => {
  const day = 86_400_000;
  const chart = (...burns: Charted[]) => ({ chart: burns, sigma: 0.04 });
  // thin stock measured in the first month; thick stock found weak on the fortieth day
  const thick = chart(burn(1 * day, 1), burn(40 * day, 0.5));

  it('takes the latest burn before the cleaning, of whatever recipe', () => {
    const thin = chart(burn(0, 1), burn(41 * day, 0.98));
    expect(restorations([thick, thin], [40.5 * day])).toEqual([
      [],
      [{ cleanedAt: 40.5 * day, before: 0.5, after: 0.98, restored: true }],
    ]);
  });

  it('but one of the same recipe where both are of about one day', () => {
    const thin = chart(burn(0, 1), burn(39.5 * day, 0.6), burn(41 * day, 0.7));
    expect(restorations([thick, thin], [40.5 * day])[1]).toMatchObject([
      { before: 0.6, after: 0.7, restored: false },
    ]);
  });

  it('a baseline proves nothing: it is 1 by definition', () => {
    expect(restorations([thick, chart(burn(41 * day, 1))], [40.5 * day])).toEqual([[], []]);
  });
});

describe('what cleaning usually brings back', () => {
  const after = (...shares: number[]) =>
    shares.map((share) => ({ cleanedAt: 0, before: 0.5, after: share, restored: false }));

  it.each<[string, number[], number]>([
    ['never measured: all of it', [], 1],
    ['once', [0.8], 0.8],
    ['the median of the last three', [0.2, 0.9, 0.7, 0.8], 0.8],
    ['never more than the baseline', [1.2], 1],
  ])('%s', (_, shares, share) => expect(usuallyRestored(after(...shares))).toBe(share));
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
