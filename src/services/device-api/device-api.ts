import { log } from '../log';
import { z } from 'zod';
import { formatOffset, parseInstant } from '../../core/units/instant';
import { secondsToHours } from '../../core/units/time';
import { entryByKey } from '../../records/audit-log';
import type { DeviceRow } from '../../records/device-api';
import { machineById, machineByNickname } from '../../records/machines';
import { sessionByKey, sessionsBetween } from '../../records/usage/sessions';
import { deviceOf } from './devices';
import { dueMachines } from '../care/due';
import { dueRows } from '../care/due-rows';
import { signWords } from '../../catalogue/signs';
import { openFaults } from '../faults/faults';
import { withFireHolds } from '../care/fire-hold';
import { shownHolds } from '../machines/holds';
import { takeReading } from '../usage/meters';
import { logSessions } from '../usage/sessions';
import { readBody } from './read-body';
import { patiently, troubleWords, type Actor, type Outcome, type Shop } from '../shop';
import { openApi } from './openapi';
import type { RateLimit } from './rate';
import { largestBatch, readingShape, sessionShape, sessionsQuery, type Taken } from './shapes';

/** The largest body taken, in bytes: a full batch with long notes. */
const largestBody = 2 * 1024 * 1024;
const listed = 200;

class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly headers: Record<string, string> = {},
  ) {
    super(message);
  }
}

/**
 * Answers a request at the device door. Every answer is JSON; a refusal says what was wrong and that
 * nothing was taken.
 * @param path what follows `/api/v1/`
 */
export async function answerDevice(
  shop: Shop,
  limits: RateLimit,
  request: Request,
  path: string,
): Promise<Response> {
  try {
    return Response.json(await route(shop, limits, request, path));
  } catch (error) {
    const words = troubleWords(error);
    if (words) log.error({ err: error }, words);
    const refusal = words ? new Refusal(503, 'records', words) : error;
    if (!(refusal instanceof Refusal)) throw refusal;
    const { status, code, message, headers } = refusal;
    return Response.json({ error: { code, message } }, { status, headers });
  }
}

async function route(
  shop: Shop,
  limits: RateLimit,
  request: Request,
  path: string,
): Promise<unknown> {
  const asked = `${request.method} ${path}`;
  if (asked === 'GET openapi.json') return openApi();
  const device = knock(shop, limits, request);
  switch (asked) {
    case 'POST sessions':
      return take(shop, device, await body(request, 'sessions'), takeSessions);
    case 'POST meter-readings':
      return take(shop, device, await body(request, 'readings'), takeReadings);
    case 'GET machines':
      return reading(device, () => machines(shop));
    case 'GET due':
      return reading(device, () => due(shop));
    case 'GET sessions':
      return reading(device, () => sessions(shop, new URL(request.url)));
    case 'GET faults':
      return reading(device, () => faults(shop));
    default:
      throw new Refusal(404, 'unknown', `There is no ${asked} here: see /api/v1/openapi.json.`);
  }
}

/** The device that knocks, or a refusal. */
function knock(shop: Shop, limits: RateLimit, request: Request): DeviceRow {
  const token = /^Bearer (\S+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  const device = token ? deviceOf(shop, token) : null;
  if (!device) {
    throw new Refusal(401, 'token', 'Send the token of the device as "Authorization: Bearer …".', {
      'www-authenticate': 'Bearer',
    });
  }
  const wait = limits.take(device.id, shop.now());
  if (wait > 0) {
    throw new Refusal(
      429,
      'rate',
      `Too many requests: try again in ${wait} s. Nothing was taken.`,
      {
        'retry-after': String(wait),
      },
    );
  }
  if (device.revokedAt !== null) {
    throw new Refusal(403, 'revoked', 'This token was revoked. Nothing was taken.');
  }
  if (device.machineId && machineById(shop.db, device.machineId)!.retiredAt !== null) {
    throw new Refusal(403, 'retired', 'The machine of this device is retired. Nothing was taken.');
  }
  return device;
}

function reading<T>(device: DeviceRow, read: () => T): T {
  if (device.machineId !== null) {
    throw new Refusal(403, 'role', 'This device sends the use of its machine and reads nothing.');
  }
  return read();
}

/** The items of a batch, each yet to be checked. */
async function body(request: Request, name: string): Promise<unknown[]> {
  const read = await readBody(
    request,
    largestBody,
    'The batch is larger than 2 MB. Nothing was taken.',
  );
  if (!read.ok) throw new Refusal(413, 'size', read.error.message);
  let parsed: unknown;
  try {
    parsed = JSON.parse(new TextDecoder().decode(read.value));
  } catch {
    throw new Refusal(400, 'json', 'The body is not JSON. Nothing was taken.');
  }
  const batch = z.object({ [name]: z.array(z.unknown()) }).safeParse(parsed);
  const items = batch.success ? batch.data[name]! : null;
  if (!items) {
    throw new Refusal(400, 'shape', `The body must be {"${name}": […]}. Nothing was taken.`);
  }
  if (items.length < 1 || items.length > largestBatch) {
    throw new Refusal(
      400,
      'batch',
      `A batch holds 1 to ${largestBatch} items, not ${items.length}. Nothing was taken.`,
    );
  }
  return items;
}

type Took = { outcome: Outcome<{ duplicate: boolean }>; key: string | null };

async function take(
  shop: Shop,
  device: DeviceRow,
  items: unknown[],
  step: (shop: Shop, actor: Actor, device: DeviceRow, items: unknown[]) => Took[],
): Promise<Taken> {
  if (device.machineId === null) {
    throw new Refusal(403, 'role', 'This device only reads: it is bound to no machine.');
  }
  const actor: Actor = { id: null, name: device.name, source: 'device' };
  const took = await patiently(shop, () => step(shop, actor, device, items));
  const taken: Taken = { accepted: 0, duplicates: 0, rejected: [] };
  for (const [index, { outcome, key }] of took.entries()) {
    if (!outcome.ok) {
      const { field, message } = outcome.error;
      taken.rejected.push({ index, key, field, reason: message });
    } else if (outcome.value.duplicate) taken.duplicates += 1;
    else taken.accepted += 1;
  }
  return taken;
}

const deviceKey = (device: DeviceRow, key: string) => `${device.id}:${key}`;
const wordsOf = (error: z.ZodError): Outcome<never> => {
  const { path, message } = error.issues[0]!;
  return { ok: false, error: { field: path[0] === undefined ? null : String(path[0]), message } };
};
const keyOf = (item: unknown) => {
  const key = (item as { key?: unknown } | null)?.key;
  return typeof key === 'string' ? key : null;
};
const instantOf = (text: string) => {
  const instant = parseInstant(text, 'UTC');
  if (!instant.ok) throw new Error(`instantOf: ${instant.error}`);
  return instant.value;
};

function takeSessions(shop: Shop, actor: Actor, device: DeviceRow, items: unknown[]): Took[] {
  const read = items.map((item) => sessionShape.safeParse(item));
  const inputs = read.flatMap((parsed, index) =>
    parsed.success ? [{ index, ...parsed.data }] : [],
  );
  const outcomes = new Map(
    logSessions(
      shop,
      actor,
      inputs.map((one) => ({
        machineId: device.machineId!,
        key: deviceKey(device, one.key),
        start: instantOf(one.start),
        runSeconds: one.run_seconds,
        beamSeconds: one.beam_seconds,
        material: one.material,
        process: one.process,
        airAssist: one.air_assist,
        draught: one.draught,
        operator: one.operator,
        note: one.note,
      })),
    ).map((outcome, index) => [inputs[index]!.index, outcome]),
  );
  return read.map((parsed, index) => {
    const key = keyOf(items[index]);
    if (!parsed.success) return { key, outcome: wordsOf(parsed.error) };
    const outcome = outcomes.get(index)!;
    return { key, outcome: outcome.ok && outcome.value.duplicate ? same(parsed.data) : outcome };
  });

  /** A key that comes again must say the same: else something would be lost in silence. */
  function same(one: z.infer<typeof sessionShape>): Outcome<{ duplicate: boolean }> {
    const known = sessionByKey(shop.db, `session:${deviceKey(device, one.key)}`);
    return known && (known.start !== instantOf(one.start) || known.runS !== one.run_seconds)
      ? clash
      : { ok: true, value: { duplicate: true } };
  }
}

const clash: Outcome<never> = {
  ok: false,
  error: { field: 'key', message: 'The key was used for something else. Nothing was taken.' },
};

function takeReadings(shop: Shop, actor: Actor, device: DeviceRow, items: unknown[]): Took[] {
  return items.map((item) => {
    const key = keyOf(item);
    const parsed = readingShape.safeParse(item);
    if (!parsed.success) return { key, outcome: wordsOf(parsed.error) };
    const at = instantOf(parsed.data.at);
    const outcome = takeReading(shop, actor, {
      machineId: device.machineId!,
      at,
      seconds: parsed.data.seconds,
      key: deviceKey(device, parsed.data.key),
    });
    if (outcome.ok && outcome.value.duplicate) {
      const known = entryByKey(shop.db, `meter:${deviceKey(device, parsed.data.key)}`);
      if (known && known.at !== at) return { key, outcome: clash };
    }
    return { key, outcome };
  });
}

function machines(shop: Shop) {
  const now = shop.now();
  const all = dueMachines(shop, now);
  const held = new Set(
    withFireHolds(shop, all, shownHolds(shop)).map(({ machineId }) => machineId),
  );
  return all.map(({ id, nickname, family, state, lastUse, weekSeconds }) => ({
    nickname,
    family,
    state,
    on_hold: held.has(id),
    last_use: lastUse === null ? null : formatOffset(lastUse, shop.zone),
    run_hours_7_days: Math.round(secondsToHours(weekSeconds) * 1e4) / 1e4,
  }));
}

function due(shop: Shop) {
  return dueRows(dueMachines(shop), shop.zone).map(
    ({ machine, station, task, state, used, called, putOff, since }) => ({
      machine,
      station,
      task,
      state,
      used,
      called,
      put_off: putOff,
      since,
    }),
  );
}

function sessions(shop: Shop, url: URL) {
  const query = sessionsQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!query.success) {
    const { path, message } = query.error.issues[0]!;
    throw new Refusal(400, 'query', `${path.join('.')}: ${message}`);
  }
  const { machine: nickname, from, to } = query.data;
  const machine = machineByNickname(shop.db, nickname);
  if (!machine) throw new Refusal(404, 'machine', `There is no machine called "${nickname}".`);
  const last = to ? instantOf(to) : shop.now();
  const first = from ? instantOf(from) : last - 31 * 86_400_000;
  return sessionsBetween(shop.db, machine.id, first, last)
    .slice(-listed)
    .reverse()
    .map(({ start, runSeconds, beamSeconds, material, process, operator, origin }) => ({
      machine: machine.nickname,
      start: formatOffset(start, shop.zone),
      run_seconds: runSeconds,
      beam_seconds: beamSeconds,
      material,
      process,
      operator,
      unlogged: origin === 'unlogged',
    }));
}

function faults(shop: Shop) {
  return openFaults(shop).map(({ machine, at, danger, signs, note, holdIds }) => ({
    machine,
    reported: formatOffset(at, shop.zone),
    danger,
    signs: signWords(signs),
    note,
    on_hold: holdIds.length > 0,
  }));
}
