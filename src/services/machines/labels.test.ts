import jsqr from 'jsqr';
import { readiness } from './readiness';
import { recordCare } from '../care/care';
import { dueMachines } from '../care/due';
import { readFault } from '../faults/faults';
import { reportFault, reportSame } from '../faults/report';
import { returnMachine } from '../faults/return';
import { proveFault, repairFault } from '../faults/steps';
import { holdMachine } from './holds';
import { actorAtLabel, labelUrl, machineOfLabel, nobody, qrSvg } from './labels';
import { addMachine, renewLabel, requireMachine, retireMachine } from './machines';
import { logSession } from '../usage/sessions';
import { startSheet } from '../cleaning/sheets';
import { addTestMachine, must, eachTestShop, tester } from '../testing/shop';

const shop = eachTestShop();

// Outside check: decoded by a QR reader that shares nothing with the writer.
test('the QR code of a label decodes to its address', async () => {
  const url = labelUrl('http://192.0.2.7:3000', addTestMachine(shop));
  const { data, size } = drawn(await qrSvg(url));
  expect(jsqr(data, size, size)?.data).toBe(url);
});

/** The picture of a code that is drawn as strokes one high: four pixels a module, black on white. */
function drawn(svg: string) {
  const scale = 4;
  const modules = Number(/viewBox="0 0 (\d+) \1"/.exec(svg)![1]);
  const size = modules * scale;
  const data = new Uint8ClampedArray(size * size * 4).fill(255);
  let [x, y] = [0, 0];
  for (const [, how, first, second] of /stroke="#000000" d="([^"]+)"/
    .exec(svg)![1]!
    .matchAll(/([Mmh])(-?[\d.]+) ?(-?[\d.]+)?/g)) {
    if (how === 'M') [x, y] = [Number(first), Number(second)];
    else if (how === 'm') [x, y] = [x + Number(first), y + Number(second)];
    else {
      for (let across = x * scale; across < (x + Number(first)) * scale; across++) {
        for (let down = (y - 0.5) * scale; down < (y + 0.5) * scale; down++) {
          data.fill(0, (down * size + across) * 4, (down * size + across) * 4 + 3);
        }
      }
      x += Number(first);
    }
  }
  return { data, size };
}

test('a label link is unguessable, renewable, and ends with the machine', () => {
  const machine = addTestMachine(shop);
  expect(machine.labelToken).toMatch(/^[\w-]{27}$/);
  expect(machineOfLabel(shop, machine.labelToken)?.id).toBe(machine.id);
  const token = must(renewLabel(shop, tester, machine.id));
  expect(machineOfLabel(shop, machine.labelToken)).toBeNull();
  expect(machineOfLabel(shop, token)?.id).toBe(machine.id);
  must(retireMachine(shop, tester, { machineId: machine.id, reason: 'sold' }));
  expect(machineOfLabel(shop, token)).toBeNull();
});

describe('is it ready?', () => {
  test('ready when nothing is reported and nothing dangerous past due', () => {
    expect(readiness(shop, addTestMachine(shop).id)).toEqual({
      verdict: 'yes',
      headline: 'Ready',
      reasons: [],
      restrictions: [],
    });
  });

  test('not while it is cleaned, held for a fault or by hand', () => {
    const { id } = addTestMachine(shop);
    const station = dueMachines(shop)[0]!.stations.find(({ slug }) => slug === 'honeycomb')!;
    must(
      startSheet(shop, tester, {
        machineId: id,
        tasks: [{ stationId: station.id, task: 'clean' }],
      }),
    );
    expect(readiness(shop, id)).toMatchObject({
      verdict: 'no',
      headline: 'On hold: being cleaned',
    });
    const other = addTestMachine(shop, 'Heron', 'co2-glass-tube');
    must(holdMachine(shop, tester, { machineId: other.id, words: 'belt on order' }));
    must(reportFault(shop, tester, { machineId: other.id, signs: ['fire'], key: 'ready-key-1' }));
    const held = readiness(shop, other.id);
    expect(held.verdict).toBe('no');
    expect(held.reasons.join(' ')).toContain('belt on order');
    expect(held.reasons.join(' ')).toContain('Flame');
  });

  test('what can burn and is past due never stands under a calm mark, loose debris too', () => {
    const { id } = addTestMachine(shop);
    for (let day = 1; day <= 3; day++) {
      must(
        logSession(shop, tester, {
          machineId: id,
          start: shop.clock.now - day * 86_400_000,
          runSeconds: 600,
          key: `debris-use-${day}`,
        }),
      );
    }
    expect(readiness(shop, id)).toMatchObject({
      verdict: 'care',
      headline: expect.stringContaining('Fire risk'),
      reasons: [expect.stringContaining('loose debris')],
    });
  });

  test('says nothing more of a fault that was proved and returned; met again it is known again', () => {
    const { id } = addTestMachine(shop);
    const { faultId } = must(
      reportFault(shop, tester, { machineId: id, signs: ['stutter'], key: 'ready-key-3' }),
    );
    expect(readiness(shop, id).verdict).toBe('no');
    shop.clock.now += 60_000;
    must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5 }));
    for (const { id: proof } of readFault(shop, faultId)!.proofs) {
      must(proveFault(shop, tester, { faultId, tested: proof, passed: true, proof }));
    }
    shop.clock.now += 60_000;
    must(returnMachine(shop, tester, { faultId, restriction: '' }));
    expect(readFault(shop, faultId)!.closedAs).toBeNull();
    expect(readiness(shop, id)).toMatchObject({ verdict: 'yes', headline: 'Ready', reasons: [] });
    shop.clock.now += 60_000;
    must(reportSame(shop, tester, { faultId, machineId: id, note: null, key: 'again-key-1' }));
    expect(readiness(shop, id).reasons.join()).toContain('Head jerks');
  });

  test('with care where nobody knows when what can burn was last cleaned, and only that is named', () => {
    const { id } = must(
      addMachine(shop, tester, { nickname: 'Robin', family: 'enclosed-diode', past: 'used' }),
    );
    const unseen = () =>
      readiness(shop, id).reasons.find((words) => words.startsWith('Not known when'));
    const tasks = () =>
      dueMachines(shop)[0]!.stations.flatMap(({ id: stationId, name, tasks: some }) =>
        some.map(({ task }) => ({ stationId, name: name.toLowerCase(), task })),
      );
    // how much debris lies there follows from the jobs that were logged
    const burns = new Set(
      tasks().flatMap(({ name, task }) =>
        task.criticality === 'fire' && name !== 'loose debris' ? [name] : [],
      ),
    );
    expect(burns.size).toBeGreaterThan(0);
    expect(burns.size).toBeLessThan(dueMachines(shop)[0]!.stations.length);
    expect(unseen()).toContain(`cleaned: ${[...burns].join(', ')}. Look for residue`);
    for (const { stationId, task } of tasks()) {
      if (task.criticality === 'fire')
        must(recordCare(shop, tester, { stationId, task: task.key, at: shop.clock.now }));
    }
    expect(unseen()).toBeUndefined();
  });

  test('with care when a fault is known or fire-class care is past due, and clear once it is done', () => {
    const { id } = addTestMachine(shop);
    must(reportFault(shop, tester, { machineId: id, signs: ['weak'], key: 'ready-key-2' }));
    for (let day = 1; day <= 4; day++) {
      must(
        logSession(shop, tester, {
          machineId: id,
          start: shop.clock.now - day * 86_400_000,
          runSeconds: 8 * 3600,
          material: 'plywood',
          process: 'cut',
          key: `ready-use-${day}`,
        }),
      );
    }
    expect(readiness(shop, id)).toMatchObject({
      verdict: 'care',
      headline: 'Fire risk: clean it before the next job',
    });
    expect(readiness(shop, id).reasons.at(-1)).toContain('honeycomb');
    for (const { id: stationId, tasks } of dueMachines(shop)[0]!.stations) {
      for (const { task } of tasks)
        must(recordCare(shop, tester, { stationId, task: task.key, at: shop.clock.now }));
    }
    expect(readiness(shop, id)).toMatchObject({ verdict: 'care', headline: 'Ready, with care' });
    expect(readiness(shop, id).reasons.join(' ')).not.toContain('Fire risk');
    expect(readiness(shop, id).reasons.join(' ')).not.toContain('Not known when');
    expect(requireMachine(shop, 'wren').ok).toBe(true);
  });
});

test('a name at a label is taken without blanks about it, and no longer than a line', async () => {
  const named = async (name: string) => must(await actorAtLabel(shop, { name, code: '' }, false));
  expect(await named('  Bo ')).toEqual({ id: null, name: 'Bo', source: 'label' });
  expect((await named('b'.repeat(200))).name).toBe('b'.repeat(80));
  expect((await named('   ')).name).toBe(nobody);
});
