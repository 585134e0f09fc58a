import type { CareState } from './due';
import { fireLoad } from './fire-load';

const task = (
  used: number,
  criticality: 'fire' | 'optic damage' = 'fire',
  state: CareState = 'clear',
) => ({
  task: { criticality },
  standing: { used, state },
});

it('is the largest share of what guards against fire, whatever else is dirty', () => {
  const places = [
    { name: 'Lens', tasks: [task(3, 'optic damage')] },
    { name: 'Honeycomb', tasks: [task(0.4), task(1.31)] },
    { name: 'Duct', tasks: [task(0.9)] },
  ];
  expect(fireLoad(places)).toEqual({ share: 1.31, place: 'Honeycomb', unknown: [] });
});

it('names what nobody knows, and counts it as neither', () => {
  const places = [
    { name: 'Honeycomb', tasks: [task(5, 'fire', 'not known'), task(4, 'fire', 'not known')] },
    { name: 'Duct', tasks: [task(0.2)] },
  ];
  expect(fireLoad(places)).toEqual({ share: 0.2, place: 'Duct', unknown: ['Honeycomb'] });
});

it('is none where nothing guards against fire', () => {
  expect(fireLoad([{ name: 'Lens', tasks: [task(3, 'optic damage')] }])).toBeNull();
  expect(fireLoad([])).toBeNull();
});
