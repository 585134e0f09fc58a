/**
 * A stand-in for a machine with an hour meter and a sender on it: it runs jobs, and tells the device
 * door of them over a bad line. It knows nothing of the app but the door.
 */

/** What the door answers. */
export interface DoorAnswer {
  status: number;
  body: unknown;
}

/** Sends a batch to the door. */
export type Send = (path: 'sessions' | 'meter-readings', batch: unknown) => Promise<DoorAnswer>;

export interface MeterPlay {
  send: Send;
  /** UTC milliseconds: the month ends here */
  end: number;
  seed: number;
  days: number;
  /** seconds the counter shows at first */
  counter: number;
  /** seconds at which the counter sticks */
  top: number;
  /** day on which somebody sets the counter back to 0; `null`: never */
  resetDay: number | null;
}

/** What it truly did, for comparing with what was counted. */
export interface MeterTruth {
  jobs: number;
  runSeconds: number;
  beamSeconds: number;
  readings: number;
  /** requests made, and how many of them the line lost on the way there or back */
  requests: number;
  lostRequests: number;
  lostAnswers: number;
}

const day = 86_400_000;

/** Even chances from a seed, the same every time (mulberry32). */
function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

interface Waiting {
  path: 'sessions' | 'meter-readings';
  item: { key: string };
  /** kept back until then */
  from: number;
}

/**
 * Plays so many days. Everything that was not answered is sent again; some of what was answered too.
 * @throws Error when the door refuses an item: what the machine did must not be lost in silence
 */
// eslint-disable-next-line max-lines-per-function -- one clock of a machine with its line
export async function playHourMeter(play: MeterPlay): Promise<MeterTruth> {
  const chance = chances(play.seed);
  const truth: MeterTruth = {
    jobs: 0,
    runSeconds: 0,
    beamSeconds: 0,
    readings: 0,
    requests: 0,
    lostRequests: 0,
    lostAnswers: 0,
  };
  let counter = play.counter;
  let waiting: Waiting[] = [];
  const iso = (instant: number) => new Date(instant).toISOString();
  const first = play.end - play.days * day;

  const put = (path: Waiting['path'], item: { key: string }, at: number) => {
    // one in ten is kept back for up to three days
    const from = chance() < 0.1 ? at + chance() * 3 * day : at;
    waiting.push({ path, item, from });
  };
  const sendAll = async (now: number) => {
    for (const path of ['sessions', 'meter-readings'] as const) {
      const ready = waiting.filter((one) => one.path === path && one.from <= now);
      ready.sort(() => chance() - 0.5); // out of order
      for (let i = 0; i < ready.length; i += 40) {
        const batch = ready.slice(i, i + 40);
        if (!(await deliver(path, batch))) continue;
        const done = new Set(batch);
        const again = batch.filter(() => chance() < 0.15); // sent twice
        waiting = waiting.filter((one) => !done.has(one));
        if (again.length > 0) await deliver(path, again);
      }
    }
  };
  const deliver = async (path: Waiting['path'], batch: Waiting[]): Promise<boolean> => {
    truth.requests += 1;
    if (chance() < 0.15) {
      truth.lostRequests += 1;
      return false;
    }
    const name = path === 'sessions' ? 'sessions' : 'readings';
    const { status, body } = await play.send(path, { [name]: batch.map(({ item }) => item) });
    if (status === 429 || status >= 500) return false;
    const { rejected } = body as { rejected?: { reason: string }[] };
    if (status !== 200 || !rejected || rejected.length > 0) {
      throw new Error(`the door refused (${status}): ${JSON.stringify(body).slice(0, 300)}`);
    }
    if (chance() < 0.15) {
      truth.lostAnswers += 1; // it arrived, but the machine does not know
      return false;
    }
    return true;
  };

  for (let n = 0; n < play.days; n++) {
    const opens = first + n * day + 4 * 3_600_000;
    const closes = opens + 9 * 3_600_000;
    let at = opens + Math.floor(chance() * 3_600_000);
    if (n === play.resetDay) counter = 0;
    while (n % 7 !== 0) {
      const run = 60 + Math.floor(chance() * 5400);
      const beam = Math.floor(run * (0.3 + 0.5 * chance()));
      if (at + run * 1000 > closes) break;
      truth.jobs += 1;
      truth.runSeconds += run;
      truth.beamSeconds += beam;
      counter = Math.min(play.top, counter + run);
      put(
        'sessions',
        { key: `job-${truth.jobs}`, ...{ start: iso(at), run_seconds: run, beam_seconds: beam } },
        at + run * 1000,
      );
      at += run * 1000 + 1000 + Math.floor(chance() * 1_800_000);
      if (chance() < 0.3) {
        truth.readings += 1;
        put(
          'meter-readings',
          { key: `reading-${truth.readings}`, ...{ at: iso(at - 1000), seconds: counter } },
          at,
        );
      }
    }
    await sendAll(opens + day - 4 * 3_600_000);
  }
  for (let round = 0; waiting.length > 0; round++) {
    if (round > 500) throw new Error('the line never got better');
    await sendAll(Infinity);
  }
  return truth;
}
