import { Chance } from '../src/demo/random';
import { asCall, builtActions, builtPages, builtRoutes } from './built';
import { routeRights } from './rights';

/** What would end the walk, or the sign-in it goes by, when it is understood. */
const spared = new Set([
  'signOutAction',
  'signOutPlaceAction',
  'signOutPersonAction',
  'endPersonAction',
  'changePasswordAction',
  'changeRoleAction',
]);

const actions = builtActions.filter(({ name }) => !spared.has(name));
const addresses = [...builtPages, ...builtRoutes];

const large = 'x'.repeat(10_000_000);
const words = [
  '',
  ' ',
  '\u0000',
  '\u202Eevil\u202C',
  '\uFEFF',
  '\uD800',
  '𝕏'.repeat(300),
  '../../etc/passwd',
  "'; drop table entry; --",
  '<script>alert(1)</script>',
  '%00%2e%2e%2f',
  'constructor',
  '__proto__',
  '1e309',
  '-0',
  '2026-02-30',
  '9999999999999999',
  'x'.repeat(5000),
];
/** What the reply protocol of server actions gives a meaning: unknown, wrong or circular here. */
const tokens = [
  '$undefined',
  '$NaN',
  '$Infinity',
  '$-0',
  '$D2026-13-45',
  '$n12',
  '$K1',
  '$F1',
  '$@1',
  '$Q1',
  '$W1',
  '$B1',
  '$1',
  '$i1',
  '$Z',
];
const numbers = [0, -1, 1.5, 1e308, -1e308, 8.64e15 + 1, Number.MAX_SAFE_INTEGER + 2, 4e-324];
const fields = [
  'id',
  'machineId',
  'stationId',
  'faultId',
  'sheetId',
  'task',
  'at',
  'start',
  'end',
  'from',
  'to',
  'name',
  'value',
  'note',
  'reason',
  'key',
  'signs',
  'cause',
  'answer',
  'check',
  'minutes',
  'runSeconds',
  'beamSeconds',
  'material',
  'process',
  'airAssist',
  'draught',
  'operator',
  'limits',
  'kind',
  'role',
  'mail',
  'password',
  'token',
  'what',
  'word',
  'events',
  'people',
  'machines',
  'plan',
  'move',
  'windows',
  'weekday',
  'quantity',
  'item',
  'cuts',
  'speed',
  'through',
  'thickness',
  'recipeId',
  'moduleId',
  'serial',
  'hours',
  'question',
  'choice',
  'rule',
  'words',
  'result',
  'finding',
];

/** Arguments and addresses that no page of ours sends, from a seed. */
export class Hostile {
  readonly #chance: Chance;

  /** @param real ids and words of the shop, which lead further in than made-up ones */
  constructor(
    seed: number,
    readonly real: readonly string[],
  ) {
    this.#chance = new Chance(seed);
  }

  value(depth = 0): unknown {
    const chance = this.#chance;
    switch (chance.whole(0, depth > 3 ? 5 : 8)) {
      case 0:
        return chance.pick(words);
      case 1:
        return chance.pick(tokens);
      case 2:
        return chance.pick(numbers);
      case 3:
        return chance.pick([null, true, false]);
      case 4:
      case 5:
        return chance.pick(this.real);
      case 6:
        return Array.from({ length: chance.whole(0, 4) }, () => this.value(depth + 1));
      default: {
        const object: Record<string, unknown> = {};
        for (let n = chance.whole(0, 9); n > 0; n--) {
          object[chance.pick(fields)] = this.value(depth + 1);
        }
        if (chance.yes(0.1)) object['toString'] = 7;
        return object;
      }
    }
  }

  /** The body of a call: arguments as JSON, or what is no JSON at all. */
  body(): string {
    const chance = this.#chance;
    if (chance.yes(0.02)) return chance.pick(['', '{', 'null', '"', '[', '[[[[[[', '$', 'NaN']);
    if (chance.yes(0.002)) return JSON.stringify([large]);
    if (chance.yes(0.05))
      return '[{"__proto__":{"role":"technician"},"constructor":{"prototype":1}}]';
    return JSON.stringify(Array.from({ length: chance.whole(0, 4) }, () => this.value()));
  }

  /** An address with what stands in brackets filled in. */
  address(at: string): string {
    const chance = this.#chance;
    const part = () =>
      encodeURIComponent(wellFormed(chance.pick([...words, ...this.real]).slice(0, 800)) || 'none');
    const filled = at
      .replace(/\[\.{3}[^\]]+\]/g, () => `${part()}/${part()}`)
      .replace(/\[[^\]]+\]/g, part);
    if (chance.yes(0.5)) return filled;
    const query = Array.from(
      { length: chance.whole(1, 4) },
      () =>
        `${chance.pick(fields)}=${encodeURIComponent(wellFormed(String(chance.pick([...words, ...numbers, ...this.real])).slice(0, 800)))}`,
    );
    return `${filled}?${query.join('&')}`;
  }

  method(at: string): string {
    const known = Object.keys(routeRights[at] ?? { GET: 'see' });
    return this.#chance.yes(0.9)
      ? this.#chance.pick(known)
      : this.#chance.pick(['PUT', 'PATCH', 'DELETE', 'OPTIONS']);
  }

  pick<T>(of: readonly T[]): T {
    return this.#chance.pick(of);
  }

  yes(probability: number): boolean {
    return this.#chance.yes(probability);
  }
}

/** `encodeURIComponent` bears no lone half of a character. */
const wellFormed = (text: string) => text.replace(/[\uD800-\uDFFF]/g, '');

/** What came of a walk. */
export interface Walk {
  calls: number;
  /** answers of 500 and above, as `what: status` */
  broken: string[];
  /** answers that took over two seconds, among the others and again by themselves */
  slow: string[];
  byStatus: Record<string, number>;
}

const longest = 2000;

/** Sends what no page sends to every action, page and route, several at a time. */
export async function walk(
  url: string,
  cookie: string,
  hostile: Hostile,
  calls: number,
  together = 6,
): Promise<Walk> {
  const found: Walk = { calls: 0, broken: [], slow: [], byStatus: {} };
  const late: { what: string; ask: () => Promise<{ took: number }> }[] = [];
  const one = async () => {
    // a page costs the server as much as many calls
    const toAction = hostile.yes(0.85);
    const action = hostile.pick(actions);
    const at = hostile.pick(addresses);
    const method = toAction ? 'POST' : hostile.method(at);
    const target = toAction ? action.at : hostile.address(at);
    const sent = toAction || method !== 'GET' ? hostile.body() : null;
    const headers: Record<string, string> = { cookie, origin: url };
    if (toAction) Object.assign(headers, asCall(action.id));
    else if (sent !== null)
      headers['content-type'] = hostile.pick([
        'application/json',
        'text/csv',
        'multipart/form-data; boundary=x',
        'image/jpeg',
      ]);
    const ask = async () => {
      const begun = performance.now();
      const answer = await fetch(url + target, {
        method,
        headers,
        redirect: 'manual',
        ...(sent !== null && method !== 'OPTIONS' && { body: sent }),
      });
      // until it begins to answer: a whole book takes as long as it is
      const took = performance.now() - begun;
      await answer.arrayBuffer();
      return { status: answer.status, took };
    };
    const { status, took } = await ask();
    const what = toAction ? `${action.name} ${sent!.slice(0, 300)}` : `${method} ${target}`;
    found.calls += 1;
    found.byStatus[status] = (found.byStatus[status] ?? 0) + 1;
    if (status >= 500 && status !== 503) found.broken.push(`${what}: ${status}`);
    if (took > longest) late.push({ what, ask });
  };
  const lane = async () => {
    while (found.calls < calls) await one();
  };
  await Promise.all(Array.from({ length: together }, lane));
  for (const { what, ask } of late) {
    const { took } = await ask();
    if (took > longest) found.slow.push(`${what}: ${Math.round(took)} ms`);
  }
  return found;
}
