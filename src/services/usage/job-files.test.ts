import { findMachine } from '../machines/machine-view';
import { changeController, controllerOf, keepJob, recentJobs } from './job-files';
import { logChoices } from './log-choices';
import { correctSession, logSession, recentSessions } from './sessions';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';

const shop = eachTestShop();
let machineId: string;
beforeEach(() => {
  machineId = addTestMachine(shop).id;
});

const job = (over: object = {}) => ({
  machineId,
  hash: '0123456789abcdef2a',
  name: 'coaster.gcode',
  runSeconds: 612.4,
  beamSeconds: 388.8,
  ...over,
});

test('a job file is kept once a machine and attached to a session', () => {
  const kept = must(keepJob(shop, tester, job()));
  expect(kept).toMatchObject({ runSeconds: 612, beamSeconds: 389 });
  expect(must(keepJob(shop, tester, job())).id).toBe(kept.id);
  expect(recentJobs(shop, machineId)).toHaveLength(1);
  expect(logChoices(shop, machineId).jobs[0]!.name).toBe('coaster.gcode');
  const session = {
    machineId,
    start: shop.clock.now - 700_000,
    runSeconds: kept.runSeconds,
    beamSeconds: kept.beamSeconds,
    jobId: kept.id,
    key: 'job-session-1',
  };
  must(logSession(shop, tester, session));
  expect(recentSessions(shop, machineId, 1)[0]).toMatchObject({ jobId: kept.id, beamSeconds: 389 });
  // a correction keeps where the figures came from
  const logged = recentSessions(shop, machineId, 1)[0]!;
  must(
    correctSession(shop, tester, {
      entryId: logged.entryId,
      reason: 'half the sheet',
      change: {
        ...logged,
        runSeconds: 300,
        beamSeconds: 190,
        note: null,
      },
    }),
  );
  expect(recentSessions(shop, machineId, 1)[0]).toMatchObject({ jobId: kept.id, runSeconds: 300 });
  const other = addTestMachine(shop, 'Swift', 'galvo-desktop').id;
  expect(
    refusal(logSession(shop, tester, { ...session, machineId: other, key: 'job-session-2' })),
  ).toMatch(/none of this machine/);
});

test("controller settings are the machine's own; nonsense changes nothing", () => {
  const usual = controllerOf(findMachine(shop, machineId)!);
  for (const acceleration of [0, -5, NaN, Infinity]) {
    expect(
      refusal(
        changeController(shop, tester, { machineId, controller: { ...usual, acceleration } }),
      ),
    ).toMatch(/Nothing was changed/);
  }
  must(changeController(shop, tester, { machineId, controller: { ...usual, acceleration: 750 } }));
  expect(controllerOf(findMachine(shop, machineId)!)).toEqual({ ...usual, acceleration: 750 });
  expect(refusal(keepJob(shop, tester, job({ hash: 'not a hash' })))).toBeTruthy();
});
