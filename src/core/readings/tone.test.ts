import { chance } from '../units/chance';
import { hearTone } from './tone';

const rate = 44_100;

/** A plucked string: partials that die away, the higher the sooner, after a rest, in some noise. */
function pluck(
  hertz: number,
  { seconds = 1.2, noise = 0.005, loud = 0.4, partials = [1, 0.6, 0.35, 0.2], hum = 0 } = {},
): Float32Array {
  const next = chance(Math.round(hertz * 7));
  return Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) => {
    const t = i / rate - 0.15;
    const tone =
      t < 0
        ? 0
        : partials.reduce(
            (sum, part, n) =>
              sum + part * Math.exp(-t * (3 + 2 * n)) * Math.sin(2 * Math.PI * hertz * (n + 1) * t),
            0,
          );
    return loud * tone + hum * Math.sin(2 * Math.PI * 100 * t) + noise * (next() * 2 - 1);
  });
}

describe('the tone of a plucked belt', () => {
  it.each([24, 41.2, 55, 75, 82.4, 110, 146.8, 233, 311])('is heard at %d Hz', (hertz) => {
    const heard = hearTone(pluck(hertz), rate);
    expect(heard.hertz).not.toBeNull();
    expect(Math.abs(heard.hertz! - hertz)).toBeLessThan(0.5);
  });

  it('is heard within 0.5 Hz through the noise of a workshop', () => {
    expect(Math.abs(hearTone(pluck(75, { noise: 0.06 }), rate).hertz! - 75)).toBeLessThan(0.5);
  });

  it('is the middle of what it falls through, and its spread is half of the way', () => {
    const next = chance(3);
    let turn = 0;
    const falling = Float64Array.from({ length: rate }, (_, i) => 76 - 2 * (i / rate));
    const samples = Float32Array.from(falling, (hertz, i) => {
      turn += (2 * Math.PI * hertz) / rate;
      const dying = Math.exp((-2 * i) / rate);
      return 0.4 * dying * (Math.sin(turn) + 0.5 * Math.sin(2 * turn)) + 0.002 * (next() - 0.5);
    });
    const heard = hearTone(samples, rate) as { hertz: number; spread: number };
    expect(Math.abs(heard.hertz - 75)).toBeLessThan(0.3);
    expect(heard.spread).toBeGreaterThan(0.5);
    expect(heard.spread).toBeLessThan(1.1);
  });

  it('is heard though its first partial hardly sounds', () => {
    const heard = hearTone(pluck(60, { partials: [0.05, 1, 0.7, 0.5] }), rate);
    expect(Math.abs(heard.hertz! - 60)).toBeLessThan(0.5);
  });

  it('is set right where it is an octave off what the belt gave before', () => {
    const heard = hearTone(pluck(150), rate, 77);
    expect(heard).toMatchObject({ octave: true });
    expect(heard.hertz).toBeCloseTo(75, 0);
    expect(hearTone(pluck(75), rate, 77)).toMatchObject({ octave: false });
    // a fifth off is a belt that changed, not an octave
    expect(hearTone(pluck(112), rate, 77)).toMatchObject({ octave: false });
  });

  it('is heard of what sounds alone: beside a whistle no belt gives, and not where it is hardly there', () => {
    const whistle = (hertz: number) => pluck(hertz, { partials: [1] });
    expect(hearTone(whistle(590), rate).hertz).toBeCloseTo(590, 0);
    expect(hearTone(whistle(640), rate)).toEqual({ hertz: null, why: 'no tone' });
    // so soft that its clear windows are below what sounds; one click is loud
    const soft = pluck(75, { loud: 0.0025, noise: 0 });
    soft.fill(0.3, 1000, 1100);
    expect(hearTone(soft, rate).hertz).toBeNull();
  });

  it('is not made up of silence, noise, or a fan', () => {
    expect(hearTone(new Float32Array(rate), rate)).toEqual({ hertz: null, why: 'silence' });
    expect(hearTone(new Float32Array(100), rate)).toEqual({ hertz: null, why: 'silence' });
    expect(hearTone(pluck(75, { loud: 0, noise: 0.3 }), rate)).toEqual({
      hertz: null,
      why: 'no tone',
    });
    expect(hearTone(pluck(75, { loud: 0, noise: 0.01, hum: 0.3 }), rate)).toEqual({
      hertz: null,
      why: 'a steady hum',
    });
  });
});
