import { diagnoseCase } from './diagnose';
import { Refused } from './calc/refused';

const run = (input: unknown) =>
  diagnoseCase.run(input) as {
    causes: { id: string; words: string; probability: number }[];
    checks: { id: string; question: string; minutes: number; opens: string | null }[];
  };
const given = {
  family: 'enclosed-diode',
  signs: ['nobeam'],
  when: 'from the start',
  used: { window: 0.05 },
  opened: [{ what: 'head-off', runHoursAgo: 0.1 }],
};

it('ranks the causes of a case and the checks, with what they open', () => {
  const { causes, checks } = run(given);
  expect(causes[0]).toMatchObject({ id: 'connector', words: 'connector not home after refit' });
  expect(causes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
  expect(checks.slice(0, 2).map(({ id }) => id)).toContain('plugs');
  expect(checks.find(({ id }) => id === 'plugs')).toMatchObject({ minutes: 3, opens: null });
});

it('takes answers, as words or as true and false', () => {
  const yes = run({ ...given, answers: [{ check: 'plugs', answer: true }] });
  expect(yes.causes[0]!.probability).toBeGreaterThan(0.9);
  expect(yes.checks.map(({ id }) => id)).not.toContain('plugs');
  expect(run({ ...given, answers: [{ check: 'plugs', answer: 'no' }] }).causes[0]!.id).not.toBe(
    'connector',
  );
});

it.each<[string, unknown]>([
  ['family', { ...given, family: 'lathe' }],
  ['signs[0]', { ...given, signs: ['sad'] }],
  ['signs', { ...given, signs: [] }],
  ['answers[0].check', { ...given, answers: [{ check: 'moon', answer: 'yes' }] }],
  ['opened[0].runHoursAgo', { ...given, opened: [{ what: 'head', runHoursAgo: -1 }] }],
  ['when', { ...given, when: 'on Sundays' }],
])('names %s where it cannot be used', (field, input) => {
  try {
    run(input);
    throw new Error('it was taken');
  } catch (error) {
    expect(error).toBeInstanceOf(Refused);
    expect((error as Refused).field).toBe(field);
  }
});
