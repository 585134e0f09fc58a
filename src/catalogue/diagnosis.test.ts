import { weighedCauses } from './causes';
import { chanceOfWrong } from '../core/faults/diagnosis/outcomes';
import { checks, findCheck } from './checks';
import { causeModels, signLikelihoods, somethingElse } from './diagnosis';
import { families } from './families';
import { openings } from './openings';
import { signs } from './signs';
import { stationKinds } from './stations';

test('every cause is modelled by signs and stations that exist, and every sign has a cause', () => {
  const signIds = new Set(signs.map(({ id }) => id));
  const kinds = new Set(stationKinds.map(({ id }) => id));
  expect(causeModels.map(({ id }) => id)).toEqual(weighedCauses.map(({ id }) => id));
  for (const { signs: shown, stations, prior } of causeModels) {
    expect(Object.keys(shown).length).toBeGreaterThan(0);
    for (const sign of Object.keys(shown)) expect(signIds.has(sign)).toBe(true);
    for (const kind of stations) expect(kinds.has(kind)).toBe(true);
    expect(prior).toBeGreaterThan(0);
  }
  for (const { id } of signs.filter(({ id }) => id !== 'other' && id !== 'electric')) {
    const likely = Object.entries(signLikelihoods(id)).filter(
      ([cause, p]) => cause !== somethingElse && p > 0.3,
    );
    expect([id, likely.length > 0]).toEqual([id, true]);
  }
});

test('every check tells of causes that exist, and every cause has a check that tells', () => {
  const ids = new Set(weighedCauses.map(({ id }) => id));
  const openingIds = new Set(openings.map(({ id }) => id));
  for (const { answers, minutes, opening, after = [] } of checks) {
    expect(minutes).toBeGreaterThan(0);
    if (opening) expect(openingIds.has(opening)).toBe(true);
    for (const check of after) expect(findCheck(check)?.id).toBe(check);
    const named = new Set(answers.outcomes.flatMap(({ likelihood }) => Object.keys(likelihood)));
    for (const cause of [...named, somethingElse]) {
      const all = answers.outcomes.map((one) => one.likelihood[cause] ?? one.otherwise);
      expect(all.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
      for (const p of all) {
        expect(p).toBeGreaterThan(0);
        expect(p).toBeLessThan(1);
      }
      if (cause === somethingElse) continue;
      expect(ids.has(cause)).toBe(true);
      // what is named is found wrong more often than what is not
      expect(chanceOfWrong(answers, cause)).toBeGreaterThan(chanceOfWrong(answers, somethingElse));
    }
    expect(new Set(answers.outcomes.map((one) => one.words)).size).toBe(answers.outcomes.length);
  }
  for (const { id } of weighedCauses) {
    const tells = checks.some(
      ({ answers, retired }) => !retired && chanceOfWrong(answers, id) >= 0.7,
    );
    expect([id, tells]).toEqual([id, true]);
  }
});

test('what a family does not have is no cause of its faults', () => {
  const possible = (family: string) => {
    const found = families.find(({ id }) => id === family)!;
    return causeModels.filter(({ only }) => !only || only(found)).map(({ id }) => id);
  };
  expect(possible('enclosed-diode')).not.toContain('coolant');
  expect(possible('enclosed-diode')).not.toContain('dirty-mirror');
  expect(possible('galvo-desktop')).not.toContain('belt');
  expect(possible('co2-glass-tube')).toEqual(expect.arrayContaining(['coolant', 'misaligned']));
  expect(possible('co2-glass-tube')).not.toContain('module-fan');
});
