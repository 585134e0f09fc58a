import { schools } from '../../core/care/schools';
import { callWords, untilWords } from '../machines/judged';
import { lifeHours } from '../parts/words';
import { limitsWords } from '../../core/care/limit-words';
import { minutesWords, schoolWords, timesWords } from './words';

test('limits, minutes and shares read as words', () => {
  expect(limitsWords([{ kind: 'soil', value: 5 }])).toBe('5 soil hours');
  expect(
    limitsWords([
      { kind: 'run', value: 100 },
      { kind: 'useDays', value: 7 },
    ]),
  ).toBe('100 run hours or 7 days of use');
  expect(limitsWords([{ kind: 'jobs', value: 1 }])).toBe('1 job');
  expect(
    limitsWords([
      { kind: 'days', value: 30, notBefore: true },
      { kind: 'run', value: 50 },
      { kind: 'jobs', value: 200 },
    ]),
  ).toBe('50 run hours or 200 jobs, not before 30 days');
  expect(limitsWords([{ kind: 'soil', value: 2.25 }])).toBe('2.25 soil hours');
  expect([0, 59, 60, 61, 125, 600].map(minutesWords)).toEqual([
    '0 min',
    '59 min',
    '1 h',
    '1 h 01',
    '2 h 05',
    '10 h',
  ]);
  // never rounded up to a limit that is not reached
  expect([0.999, 1, 1.5, 2, 9.94, 14.2].map(timesWords)).toEqual([
    '99 % of its limit',
    '100 % of its limit',
    '150 % of its limit',
    '2.0 times its limit',
    '9.9 times its limit',
    '14 times its limit',
  ]);
  for (const school of schools) expect(schoolWords[school].name.length).toBeGreaterThan(3);
});

test('calls, deferrals and lives read as words', () => {
  expect(callWords({ finding: 'caked', sign: null, at: 0 })).toBe('found caked');
  expect(callWords({ finding: null, sign: 'faint lines', at: 0 })).toBe('faint lines');
  const now = Date.UTC(2026, 10, 24, 9);
  const at = Date.UTC(2026, 11, 3, 13);
  expect(untilWords({ at: now, reason: '', until: { kind: 'date', at } }, now, 'Europe/Oslo')).toBe(
    'until Thu 3 Dec 14:00',
  );
  expect(untilWords({ at: now, reason: '', until: { kind: 'run', hours: 5 } }, now, 'UTC')).toBe(
    'for 5 run hours',
  );
  expect(lifeHours({ lifeSeconds: 412.5 * 3600 })).toBe('412.5 h');
});
