// Writes into a book, a mixed entry after another, and says each that was acknowledged. It is killed from outside.
import fs from 'node:fs';
import { strikeEntry } from '../src/services/audit-log/audit-log';
import { recordCare } from '../src/services/care/care';
import { dueMachines } from '../src/services/care/due';
import { reportFault } from '../src/services/faults/report';
import { openShop, type Actor } from '../src/services/shop';
import { logSession } from '../src/services/usage/sessions';

const [, , dir, round] = process.argv;
const actor: Actor = { id: null, name: 'killed', source: 'hand' };
const shop = openShop(dir!);
const [machine] = dueMachines(shop);
const places = machine!.stations.flatMap(({ id, tasks }) =>
  tasks.map(({ task }) => ({ stationId: id, task: task.key })),
);
const minute = 60_000;
let at = shop.now() - 5_000_000 * minute + Number(round) * 4000 * minute;

/** One line, handed to the system before anything else is done. */
const say = (line: object) => fs.writeSync(1, `${JSON.stringify(line)}\n`);

say({ ready: true });
for (let n = 0; ; n++) {
  const key = `kill-${round}-${n}`;
  at += 3 * minute;
  if (n % 4 === 0) {
    const { stationId, task } = places[n % places.length]!;
    const cared = recordCare(shop, actor, { stationId, task, at, finding: 'haze' });
    if (!cared.ok) throw new Error(cared.error.message);
    say({ kind: 'care', at });
  } else if (n % 4 === 1) {
    const fault = reportFault(shop, actor, { machineId: machine!.id, signs: ['fire'], key });
    if (!fault.ok) throw new Error(fault.error.message);
    say({ kind: 'fault', id: fault.value.faultId });
  } else {
    const logged = logSession(shop, actor, {
      machineId: machine!.id,
      start: at,
      runSeconds: 100,
      beamSeconds: null,
      material: 'plywood',
      process: 'cut',
      airAssist: true,
      draught: 'full',
      operator: null,
      note: null,
      key,
    });
    if (!logged.ok) throw new Error(logged.error.message);
    const { entryId } = logged.value;
    say({ kind: 'session', id: entryId });
    if (n % 4 === 3) {
      const struck = strikeEntry(shop, actor, 'technician', entryId, 'written for the bench');
      if (!struck.ok) throw new Error(struck.error.message);
      say({ kind: 'strike', id: entryId });
    }
  }
}
