import fc from 'fast-check';
import { z } from 'zod';
import { playHourMeter, type Send } from '../../standins/hour-meter';
import { readBook } from '../../records/audit-log';
import { sessionsBetween } from '../../records/usage/sessions';
import { addDevice, deviceViews, shutOutDevice } from './devices';
import { dueMachines } from '../care/due';
import { explainReading, meterView } from '../usage/meters';
import { retireMachine } from '../machines/machines';
import { logSession } from '../usage/sessions';
import { addTestMachine, must, eachTestShop, openTestShop, tester } from '../testing/shop';
import { answerDevice } from './device-api';
import { deviceAllowance as allowance, RateLimit } from './rate';

const shop = eachTestShop(() => openTestShop(Date.UTC(2026, 10, 24, 12)));
let machineId: string;
let limits: RateLimit;
let meter: string;
let screen: string;

beforeEach(() => {
  machineId = addTestMachine(shop).id;
  limits = new RateLimit(allowance);
  meter = must(addDevice(shop, tester, { name: 'Meter on Wren', machineId })).token;
  screen = must(addDevice(shop, tester, { name: 'Wall screen', machineId: null })).token;
});

async function ask(method: string, path: string, token: string | null, body?: unknown) {
  const request = new Request(`http://shop.test/api/v1/${path}`, {
    method,
    headers: token ? { authorization: `Bearer ${token}` } : {},
    ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  const response = await answerDevice(shop, limits, request, path.split('?')[0]!);
  return {
    status: response.status,
    headers: response.headers,
    body: (await response.json()) as never,
  };
}

const session = (n: number, more: object = {}) => ({
  key: `s-${n}`,
  start: new Date(Date.UTC(2026, 10, 20, 8) + n * 3_600_000).toISOString(),
  run_seconds: 1801,
  ...more,
});
const runSeconds = () =>
  sessionsBetween(shop.db, machineId, 0, Infinity).reduce((sum, one) => sum + one.runSeconds, 0);

test('a batch: good items are taken once, each bad one says why', async () => {
  const batch = {
    sessions: [
      session(0, { material: 'plywood', process: 'cut', beam_seconds: 900 }),
      session(1, { material: 'vinyl' }),
      session(2, { run_seconds: -4 }),
      { start: 'yesterday' },
      session(0, { key: 'twin' }),
      session(5),
    ],
  };
  const first = await ask('POST', 'sessions', meter, batch);
  expect(first.status).toBe(200);
  expect(first.body).toMatchObject({
    accepted: 2,
    duplicates: 0,
    rejected: [
      { index: 1, key: 's-1', field: 'material', reason: expect.stringMatching(/chlorine/) },
      { index: 2, field: 'run_seconds' },
      { index: 3, key: null },
      { index: 4, field: 'start', reason: expect.stringMatching(/overlaps/) },
    ],
  });
  const again = await ask('POST', 'sessions', meter, batch);
  expect(again.body).toMatchObject({ accepted: 0, duplicates: 2 });
  expect(runSeconds()).toBe(2 * 1801);
  // the same key for something else is not swallowed
  const other = await ask('POST', 'sessions', meter, {
    sessions: [session(0, { run_seconds: 60 })],
  });
  expect(other.body).toMatchObject({ accepted: 0, duplicates: 0, rejected: [{ field: 'key' }] });
  expect(runSeconds()).toBe(2 * 1801);
});

test('who may not come in, or not do this, is told so and changes nothing', async () => {
  const batch = { sessions: [session(0)] };
  expect((await ask('POST', 'sessions', null, batch)).status).toBe(401);
  expect((await ask('POST', 'sessions', 'bit_guess', batch)).status).toBe(401);
  expect((await ask('POST', 'sessions', screen, batch)).body).toMatchObject({
    error: { code: 'role' },
  });
  expect((await ask('GET', 'due', meter)).body).toMatchObject({ error: { code: 'role' } });
  expect((await ask('POST', 'sessions', meter, '{"sessions":')).body).toMatchObject({
    error: { code: 'json' },
  });
  expect((await ask('POST', 'sessions', meter, { runs: [] })).body).toMatchObject({
    error: { code: 'shape' },
  });
  expect((await ask('POST', 'sessions', meter, { sessions: [] })).body).toMatchObject({
    error: { code: 'batch' },
  });
  const many = { sessions: Array.from({ length: 1001 }, (_, n) => session(n)) };
  expect((await ask('POST', 'sessions', meter, many)).body).toMatchObject({
    error: { code: 'batch' },
  });
  expect((await ask('DELETE', 'sessions', meter)).status).toBe(404);
  const id = deviceViews(shop).find(({ name }) => name === 'Meter on Wren')!.id;
  must(shutOutDevice(shop, tester, id));
  expect((await ask('POST', 'sessions', meter, batch)).body).toMatchObject({
    error: { code: 'revoked' },
  });
  expect(runSeconds()).toBe(0);
});

test('the token of a retired machine sends nothing more', async () => {
  must(retireMachine(shop, tester, { machineId, reason: 'sold' }));
  const answer = await ask('POST', 'sessions', meter, { sessions: [session(0)] });
  expect(answer.status).toBe(403);
  expect(answer.body).toMatchObject({ error: { code: 'retired' } });
});

test('only the hash of a token is kept', () => {
  const words = JSON.stringify([
    readBook(shop.db, {}, 1000),
    shop.db.$client.prepare('select * from device').all(),
  ]);
  expect(words).not.toContain(meter);
  expect(words).toContain('Meter on Wren');
});

test('an impossible time spoils only its own item, and says why', async () => {
  const times: [string, RegExp][] = [
    ['0000-01-01T00:00:00Z', /calendar|2000/],
    ['0001-01-01T00:00:00Z', /calendar|2000/],
    ['1970-01-01T00:00:00Z', /clock of the device/],
    ['1999-12-31T23:59:59Z', /2000/],
    ['2026-11-20T08:00:00+99:99', /no time/],
    ['2026-11-20T08:00:00+25:00', /no time/],
    ['2026-02-30T08:00:00Z', /no time/],
    ['2026-11-20T24:30:00Z', /no time/],
  ];
  for (const [path, list, key, more] of [
    ['sessions', 'sessions', 'start', { run_seconds: 60 }],
    ['meter-readings', 'readings', 'at', { seconds: 3600 }],
  ] as const) {
    const answer = await ask('POST', path, meter, {
      [list]: [
        ...times.map(([time], n) => ({ key: `odd-${n}`, [key]: time, ...more })),
        { key: 'right', [key]: '2026-11-20T08:00:00Z', ...more },
      ],
    });
    expect(answer.status).toBe(200);
    const { accepted, rejected } = answer.body as {
      accepted: number;
      rejected: { key: string; reason: string }[];
    };
    expect(accepted).toBe(1);
    expect(rejected.map(({ key: one }) => one)).toEqual(times.map((_, n) => `odd-${n}`));
    times.forEach(([, reason], n) => expect(rejected[n]!.reason).toMatch(reason));
  }
  for (const from of ['0001-01-01T00:00:00Z', '2026-11-20T08:00:00+99:00', 'x']) {
    const query = `sessions?machine=Wren&from=${encodeURIComponent(from)}`;
    expect((await ask('GET', query, screen)).status).toBe(400);
  }
});

test('a reading sent twice is one; under the same key at another time it is refused', async () => {
  const send = (at: string) =>
    ask('POST', 'meter-readings', meter, { readings: [{ key: 'of-monday', at, seconds: 7200 }] });
  const first = await send('2026-11-20T08:00:00Z');
  expect(first.body).toMatchObject({ accepted: 1, rejected: [] });
  expect((await send('2026-11-20T08:00:00Z')).body).toMatchObject({ rejected: [] });
  const other = await send('2026-11-20T09:00:00Z');
  expect(other.body).toMatchObject({
    accepted: 0,
    rejected: [{ key: 'of-monday', reason: expect.stringMatching(/used for something else/) }],
  });
});

test('nothing that is sent makes it fail: every answer is one of its own', async () => {
  const odd = fc.oneof(
    fc.constantFrom(
      '0000-01-01T00:00:00Z',
      '9999-12-31T23:59:59Z',
      '2026-11-20T08:00:00+14:00',
      '-000001-01-01T00:00:00Z',
      '+275761-01-01T00:00:00Z',
    ),
    fc.string({ unit: 'binary', maxLength: 30 }),
    fc.double(),
    fc.integer(),
    fc.constant(null),
    fc.jsonValue(),
  );
  const item = fc.dictionary(
    fc.constantFrom(
      'key',
      'start',
      'at',
      'seconds',
      'run_seconds',
      'beam_seconds',
      'material',
      'process',
      'air_assist',
      'note',
      '__proto__',
    ),
    odd,
  );
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom('sessions', 'meter-readings'),
      fc.array(fc.oneof(item, odd), { minLength: 1, maxLength: 4 }),
      async (path, items) => {
        shop.clock.now += 2000; // the allowance
        const list = path === 'sessions' ? 'sessions' : 'readings';
        const { status } = await ask('POST', path, meter, { [list]: items });
        expect(status).toBeLessThan(500);
      },
    ),
    { numRuns: 150 },
  );
});

test('a body is read no further than its limit, whether or not it says how long it is', async () => {
  let sent = 0;
  const endless = new ReadableStream<Uint8Array>({
    pull(controller) {
      sent += 65_536;
      controller.enqueue(new Uint8Array(65_536).fill(32));
    },
  });
  const request = new Request('http://shop.test/api/v1/sessions', {
    method: 'POST',
    headers: { authorization: `Bearer ${meter}` },
    body: endless,
    duplex: 'half',
  } as RequestInit);
  const answer = await answerDevice(shop, limits, request, 'sessions');
  expect(answer.status).toBe(413);
  expect(sent).toBeLessThan(3 * 1024 * 1024);
});

test('too many requests wait, and the allowance comes back', async () => {
  for (let n = 0; n < allowance.burst; n++)
    expect((await ask('GET', 'machines', screen)).status).toBe(200);
  const refused = await ask('GET', 'machines', screen);
  expect(refused.status).toBe(429);
  expect(refused.headers.get('retry-after')).toBe('1');
  shop.clock.now += 1000;
  expect((await ask('GET', 'machines', screen)).status).toBe(200);
  // another device has its own
  expect((await ask('POST', 'sessions', meter, { sessions: [session(0)] })).status).toBe(200);
});

test("the shop's screens read machines, due, sessions and faults", async () => {
  must(
    logSession(shop, tester, {
      machineId,
      start: Date.UTC(2026, 10, 23, 8),
      runSeconds: 7200,
      material: 'plywood',
      process: 'cut',
      key: 'by-hand-one',
    }),
  );
  expect((await ask('GET', 'machines', screen)).body).toMatchObject([
    { nickname: 'Wren', run_hours_7_days: 2 },
  ]);
  const due = (await ask('GET', 'due', screen)).body as { station: string; used: number }[];
  expect(due).toHaveLength(dueMachines(shop)[0]!.stations.flatMap(({ tasks }) => tasks).length);
  expect((await ask('GET', 'sessions?machine=wren', screen)).body).toMatchObject([
    { run_seconds: 7200, material: 'plywood', unlogged: false },
  ]);
  expect((await ask('GET', 'sessions?machine=wren&from=later', screen)).body).toMatchObject({
    error: { code: 'query' },
  });
  expect((await ask('GET', 'faults', screen)).body).toEqual([]);
});

test('the door is described by the schemas that check it (OpenAPI 3.1)', async () => {
  const { status, body } = await ask('GET', 'openapi.json', null);
  expect(status).toBe(200);
  const document = body as { openapi: string; paths: Record<string, Record<string, object>> };
  expect(document.openapi).toBe('3.1.0');
  expect(Object.keys(document.paths)).toHaveLength(5);
  // the schema of a batch, read back, takes what the door takes
  const schema = (
    document.paths['/api/v1/sessions']!['post'] as {
      requestBody: { content: Record<string, { schema: z.core.JSONSchema.JSONSchema }> };
    }
  ).requestBody.content['application/json']!.schema;
  const back = z.fromJSONSchema(schema as Parameters<typeof z.fromJSONSchema>[0]);
  expect(back.safeParse({ sessions: [session(0)] }).success).toBe(true);
  expect(back.safeParse({ sessions: [session(0, { run_seconds: 0 })] }).success).toBe(false);
});

test('a month of a machine on a bad line is counted to the second', async () => {
  const end = shop.clock.now - 3_600_000;
  const send: Send = async (path, batch) => {
    shop.clock.now += 1500; // the line is slow, so that the allowance holds
    const { status, body } = await ask('POST', path, meter, batch);
    return { status, body };
  };
  const truth = await playHourMeter({
    send,
    end,
    seed: 11,
    days: 30,
    counter: 930 * 3600,
    top: 999 * 3600,
    resetDay: 24,
  });
  expect(truth.lostRequests).toBeGreaterThan(5);
  expect(truth.lostAnswers).toBeGreaterThan(5);
  expect(truth.jobs).toBeGreaterThan(100);
  const sessions = sessionsBetween(shop.db, machineId, 0, Infinity);
  expect(sessions).toHaveLength(truth.jobs);
  expect(runSeconds()).toBe(truth.runSeconds);
  expect(sessions.reduce((sum, one) => sum + (one.beamSeconds ?? 0), 0)).toBe(truth.beamSeconds);
  const counters = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'cables')!.tasks[0]!
    .counters;
  expect(counters.runSeconds).toBe(truth.runSeconds);

  // its own counter stuck at the top and was then set back: once that is said, nothing is left open
  const { lines } = meterView(shop, machineId, 500);
  expect(lines).toHaveLength(truth.readings - 1);
  expect(lines.some(({ verdict }) => verdict === 'saturated')).toBe(true);
  const back = lines.filter(({ verdict }) => verdict === 'went back');
  expect(back).toHaveLength(1);
  must(explainReading(shop, tester, { readingId: back[0]!.to.id, jump: { how: 'reset' } }));
  const after = meterView(shop, machineId, 500).lines.map(({ verdict }) => verdict);
  expect(new Set(after)).toEqual(new Set(['agrees', 'saturated', 'starts again']));
});
