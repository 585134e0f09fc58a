import { startingWeights } from '../../catalogue/materials';
import { recentMix } from './recent-mix';
import type { SessionUse } from './session';
import { soilGroups } from './soil';

const session = (material: string | null, runSeconds: number): SessionUse =>
  ({ material, process: 'cut', runSeconds }) as SessionUse;
const of = (material: string) => recentMix([session(material, 60)], startingWeights)!;

it('the mix of one material is its own weight, however long it ran', () => {
  expect(recentMix([session('plywood', 1)], startingWeights)).toEqual(of('plywood'));
  expect(recentMix([session('plywood', 5), session('plywood', 9)], startingWeights)).toEqual(
    of('plywood'),
  );
});

it('materials count by the time they ran, for each group', () => {
  const mix = recentMix([session('plywood', 3), session('acrylic', 1)], startingWeights)!;
  for (const group of soilGroups) {
    expect(mix[group]).toBeCloseTo((3 * of('plywood')[group] + of('acrylic')[group]) / 4, 12);
  }
});

it('what is not known tells nothing', () => {
  expect(recentMix([], startingWeights)).toBeNull();
  expect(recentMix([session(null, 60)], startingWeights)).toBeNull();
  expect(recentMix([session(null, 999), session('plywood', 1)], startingWeights)).toEqual(
    of('plywood'),
  );
});
