import { playHourMeter, type DoorAnswer } from './hour-meter';

/**
 * `npm run standin:meter -- URL TOKEN [DAYS]`: plays a machine with an hour meter against a running
 * shop's device door, up to a quarter of an hour ago. Make the token in Set-up first.
 */
async function main(): Promise<void> {
  const [url, token, days = '30'] = process.argv.slice(2);
  if (!url || !token || !(Number(days) >= 1)) {
    console.error('npm run standin:meter -- http://127.0.0.1:3000 TOKEN [DAYS]');
    process.exitCode = 2;
    return;
  }
  const send = async (path: string, batch: unknown): Promise<DoorAnswer> => {
    const response = await fetch(new URL(`/api/v1/${path}`, url), {
      method: 'POST',
      headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
      body: JSON.stringify(batch),
    });
    if (response.status === 429) {
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
    return { status: response.status, body: await response.json() };
  };
  const truth = await playHourMeter({
    send,
    end: Date.now() - 15 * 60_000,
    seed: 7,
    days: Math.floor(Number(days)),
    counter: 940 * 3600,
    top: 999.9 * 3600,
    resetDay: Math.floor(Number(days) * 0.8),
  });
  process.stdout.write(`${JSON.stringify(truth, null, 2)}\n`);
}

void main();
