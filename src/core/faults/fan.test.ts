import { matchFan, type Fan } from './fan';

const old: Fan = { size: 120, thickness: 38, voltage: 24, current: 0.8, flow: 180 };
const figuresOf = (next: Fan) => matchFan(old, next).misfits.map(({ figure }) => figure);

describe('a fan in place of another', () => {
  it('fits with equal frame, thickness and voltage, no more current and no less flow', () => {
    expect(matchFan(old, old)).toEqual({ misfits: [], powerShare: 1, cautions: [], unknown: [] });
    expect(figuresOf({ ...old, current: 0.5, flow: 210 })).toEqual([]);
  });

  it.each([
    [{ size: 119 }, 'size'],
    [{ thickness: 25 }, 'thickness'],
    [{ voltage: 12 }, 'voltage'],
    [{ current: 0.81 }, 'current'],
    [{ flow: 179 }, 'flow'],
  ] as const)('does not fit with %o', (change, figure) => {
    expect(figuresOf({ ...old, ...change })).toEqual([figure]);
  });

  it('names every misfit at once', () => {
    const next = { size: 80, thickness: 15, voltage: 12, current: 1, flow: 50 };
    expect(figuresOf(next)).toHaveLength(5);
    expect(matchFan(old, next).misfits[3]!.words).toBe(
      'current 1 A above 0.8 A: the supply was sized for that',
    );
  });

  it('is judged by its power where a plate does not say the flow', () => {
    // 0.15 A in place of 0.2 A is three quarters of the power
    const plate: Fan = { size: 40, thickness: 10, voltage: 12, current: 0.2, flow: null };
    const match = matchFan(plate, { ...plate, current: 0.15 });
    expect(match).toMatchObject({ misfits: [], unknown: ['flow'] });
    expect(match.powerShare).toBeCloseTo(0.75, 12);
    expect(match.cautions).toEqual([expect.stringContaining('75 % of the old one’s power')]);
    expect(matchFan(plate, plate).cautions).toEqual([
      'Neither flow can be compared: measure the draught after fitting it.',
    ]);
  });
});
