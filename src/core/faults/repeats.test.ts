import { repeatOf, type FaultCase } from './repeats';

const day = 86_400_000;
const hour = 3600;
const at = (change: Partial<FaultCase>): FaultCase => ({
  id: 'b',
  cause: 'belt',
  reportedAt: 100 * day,
  closedAt: null,
  runAtReport: 1000 * hour,
  runAtClose: null,
  ...change,
});
const earlier = (days: number, runHours: number, change: Partial<FaultCase> = {}) =>
  at({
    id: `a${days}`,
    reportedAt: (99 - days) * day,
    closedAt: (100 - days) * day,
    runAtClose: (1000 - runHours) * hour,
    ...change,
  });

describe('repeats', () => {
  it('counts the same cause within 30 days or within 30 run hours, both ends included', () => {
    expect(repeatOf(at({}), [earlier(30, 400)])?.id).toBe('a30');
    expect(repeatOf(at({}), [earlier(200, 30)])?.id).toBe('a200');
    expect(repeatOf(at({}), [earlier(31, 31)])).toBeNull();
  });

  it('takes the latest of several', () => {
    expect(repeatOf(at({}), [earlier(20, 20), earlier(3, 3), earlier(9, 9)])?.id).toBe('a3');
  });

  it('needs the same cause, a closed fault and a known cause, and never is its own repeat', () => {
    expect(repeatOf(at({}), [earlier(3, 3, { cause: 'cable' })])).toBeNull();
    expect(repeatOf(at({}), [earlier(3, 3, { closedAt: null })])).toBeNull();
    expect(repeatOf(at({ cause: null }), [earlier(3, 3, { cause: null })])).toBeNull();
    expect(repeatOf(at({}), [earlier(3, 3, { id: 'b' })])).toBeNull();
  });

  it('is no repeat of what was closed later', () => {
    expect(repeatOf(at({}), [earlier(-1, -1)])).toBeNull();
  });
});

it('one that was closed as this one was reported counts, one that was closed after it does not', () => {
  const closed = (at: number) => earlier(1, 1, { closedAt: at });
  expect(repeatOf(at({}), [closed(100 * day)])?.id).toBe('a1');
  expect(repeatOf(at({}), [closed(100 * day + 1)])).toBeNull();
});
