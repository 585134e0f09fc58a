import { fanMisfits, type Fan } from './fan';

const old: Fan = { size: 120, thickness: 38, voltage: 24, current: 0.8, flow: 180 };

describe('a fan in place of another', () => {
  it('fits with equal frame, thickness and voltage, no more current and no less flow', () => {
    expect(fanMisfits(old, old)).toEqual([]);
    expect(fanMisfits(old, { ...old, current: 0.5, flow: 210 })).toEqual([]);
  });

  it.each([
    [{ size: 119 }, 'size'],
    [{ thickness: 25 }, 'thickness'],
    [{ voltage: 12 }, 'voltage'],
    [{ current: 0.81 }, 'current'],
    [{ flow: 179 }, 'flow'],
  ] as const)('does not fit with %o', (change, figure) => {
    expect(fanMisfits(old, { ...old, ...change }).map((one) => one.figure)).toEqual([figure]);
  });

  it('names every misfit at once', () => {
    const found = fanMisfits(old, { size: 80, thickness: 15, voltage: 12, current: 1, flow: 50 });
    expect(found).toHaveLength(5);
    expect(found[3]!.words).toBe('current 1 A above 0.8 A: the supply was sized for that');
  });
});
