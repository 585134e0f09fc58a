import sharp from 'sharp';
import { addPerson } from '../people/people';
import { activeHolds, holdMachine, shownHolds } from '../machines/holds';
import { readiness } from '../machines/readiness';
import { bookPage } from '../audit-log/audit-log';
import { recordBurn } from '../readings/strength/burns';
import { changeRecipe } from '../readings/strength/recipes';
import { logSession } from '../usage/sessions';
import { retireMachine } from '../machines/machines';
import { moveStock, shelf } from '../inventory/inventory';
import type { Actor } from '../shop';
import { addTestMachine, must, eachTestShop, refusal, tester } from '../testing/shop';
import { openFaults, readFault, recentFaults } from './faults';
import { askForLetter, followed, followToken, reportPhoto, tellMore } from './follow';
import { addReportPhoto } from './pictures';
import { faultLinks } from './links';
import { acceptedMarks, acceptMark, dropMark } from './accepted-marks';
import { reportFault, reportInCrowd, reportGround, reportSame } from './report';
import { diagnose } from './diagnosis';
import { liftRestriction, releaseEarly, restrictions, returnMachine } from './return';
import { closeFault, diagnoseFault, proveFault, repairFault } from './steps';
import { answerWatch, watched } from './watch';

const hour = 3_600_000;
const shop = eachTestShop();
let machineId: string;
let keys = 0;
beforeEach(() => {
  machineId = addTestMachine(shop, 'Heron', 'co2-glass-tube').id;
});

const phone: Actor = { id: null, name: 'somebody at the machine', source: 'label' };
const atLabel = (signs: string[], more: object = {}, report = reportFault) =>
  must(report(shop, phone, { machineId, signs, key: `at-label-${keys++}`, ...more }));

describe('signs that come together', () => {
  it('soot under the work and more smoke over a bed near its limit: stop and clean', () => {
    const both = { machineId, signs: ['backsoot', 'smoke'] };
    const clean = must(reportFault(shop, tester, { ...both, key: 'together-1' }));
    expect(clean).toMatchObject({ danger: 'degraded', held: false });
    expect(clean.advice).toContain('carry on with care');
    for (let day = 1; day <= 4; day++) use(8, shop.clock.now - day * 24 * hour);
    expect(reportGround(shop, machineId).bedLoaded).toBe(true);
    const loaded = must(reportFault(shop, tester, { ...both, key: 'together-2' }));
    expect(loaded).toMatchObject({ danger: 'pause', held: true });
    expect(loaded.advice).toMatch(/Stop and clean/);
    expect(loaded.advice).not.toContain('carry on');
    // one of them alone is what it was
    const one = must(reportFault(shop, tester, { machineId, signs: ['smoke'], key: 'together-3' }));
    expect(one.danger).toBe('degraded');
  });

  it('keeps what was pointed at, and no report is lost over a part that is not there', () => {
    const { drawn } = reportGround(shop, machineId);
    const nozzle = drawn.stations.find(({ slug }) => slug === 'nozzle')!;
    const { faultId } = atLabel(['char'], { pointedAt: nozzle.id });
    expect(readFault(shop, faultId)!.pointedAt).toEqual({
      slug: 'nozzle',
      kind: 'nozzle',
      name: nozzle.name,
    });
    shop.clock.now += hour;
    expect(
      readFault(shop, atLabel(['smell'], { pointedAt: 'gone' }).faultId)!.pointedAt,
    ).toBeNull();
  });

  it('tells since when no fault is left out: the whole span, where few were closed', () => {
    atLabel(['char']);
    const open = openFaults(shop);
    const span = 100 * hour;
    expect(recentFaults(shop, open, { count: 1, span })).toMatchObject({
      closed: [],
      since: shop.now() - span,
    });
    expect(recentFaults(shop, open, { count: 1, span }).within).toHaveLength(1);
  });

  it('nobody is told to carry on with a machine that is on hold', () => {
    must(holdMachine(shop, tester, { machineId, words: 'beam tube is out' }));
    expect(reportGround(shop, machineId).held).toBe(true);
    for (const sign of ['char', 'smell']) {
      const { advice, held, danger } = atLabel([sign]);
      expect([danger === 'degraded' || danger === 'nuisance', held]).toEqual([true, true]);
      expect(advice).toMatch(/on hold: do not use it/);
    }
    // what is graver still says first what to do at once
    expect(atLabel(['fire']).advice).toMatch(/^Stop now/);
  });

  it('an alarm is not reset before the glass was looked at', () => {
    const { advice } = must(
      reportFault(shop, tester, { machineId, signs: ['alarm'], key: 'alarm-key-1' }),
    );
    expect(advice).toMatch(/Do not reset the alarm.*glass/);
  });
});

describe('reports from labels', () => {
  it('of the same sign within minutes join the one that stands; other or later ones do not', () => {
    const first = atLabel(['fire'], { note: 'glow' });
    const second = atLabel(['fire'], { note: 'it is worse' });
    expect(second).toMatchObject({ faultId: first.faultId, held: true, follow: first.follow });
    expect(openFaults(shop, machineId)).toHaveLength(1);
    const { steps } = readFault(shop, first.faultId)!;
    expect(steps).toMatchObject([{ kind: 'again', note: 'it is worse' }]);
    expect(atLabel(['guard']).faultId).not.toBe(first.faultId);
    // in words: what they say may be another thing
    const odd = atLabel(['other'], { note: 'it hums' });
    expect(atLabel(['other'], { note: 'it sings' }).faultId).not.toBe(odd.faultId);
    shop.clock.now += 11 * 60_000;
    expect(atLabel(['fire']).faultId).not.toBe(first.faultId);
    // judged graver than the one that stands
    const weak = atLabel(['weak']);
    expect(atLabel(['weak'], { danger: 'stop' }).faultId).not.toBe(weak.faultId);
    // with an account two are two: whoever is signed in was offered "same as this"
    expect(report(['smoke'])).not.toBe(report(['smoke']));
  });

  it('sent again with their key are the same report, joined or not', () => {
    const sent = { machineId, signs: ['fire'], key: 'the-same-key' };
    const first = must(reportFault(shop, phone, sent));
    expect(must(reportFault(shop, phone, sent))).toEqual(first);
    const joined = { ...sent, key: 'another-key' };
    must(reportFault(shop, phone, joined));
    must(reportFault(shop, phone, joined));
    expect(readFault(shop, first.faultId)!.steps).toHaveLength(1);
  });

  it('hold a machine once, with how many there are, whatever each needs before it returns', () => {
    for (let n = 0; n < 3; n++) atLabel(['fire']);
    const fan = atLabel(['fan']).faultId;
    expect(shownHolds(shop, machineId)).toMatchObject([
      { reports: 4, words: 'reported: stop now (4 reports)' },
    ]);
    expect(activeHolds(shop, machineId)).toHaveLength(2); // each must be proved
    fix(fan, 'belt');
    expect(shownHolds(shop, machineId)).toMatchObject([{ reports: 3 }]);
  });

  it('too many from one place write nothing more once the machine is held, and are answered', () => {
    const held = atLabel(['fire'], {}, reportInCrowd);
    const before = bookPage(shop, {}, 100).length;
    for (let n = 0; n < 300; n++) {
      const sign = ['fire', 'guard', 'electric'][n % 3]!;
      expect(atLabel([sign], {}, reportInCrowd)).toMatchObject({
        faultId: held.faultId,
        held: true,
      });
    }
    expect(bookPage(shop, {}, 100)).toHaveLength(before);
  });

  it('too many from one place hold a machine that none of them holds yet', () => {
    // as grave, of another sign, and holding nothing any more
    const first = atLabel(['electric'], {}, reportInCrowd);
    const [hold] = activeHolds(shop, machineId);
    must(releaseEarly(shop, tester, { holdId: hold!.id, reason: 'a spark of the plug' }));
    const second = atLabel(['guard'], {}, reportInCrowd);
    expect(second.faultId).not.toBe(first.faultId);
    expect(activeHolds(shop, machineId)).toHaveLength(1);
  });
});

const helper: Actor = { ...tester, name: 'Bo' };
const report = (signs: string[], more: object = {}) =>
  must(reportFault(shop, tester, { machineId, signs, key: `report-${keys++}`, ...more })).faultId;
const prove = (faultId: string, proof: string, passed = true, by = tester) =>
  proveFault(shop, by, { faultId, tested: proof, passed, proof });
const proofs = (faultId: string) => readFault(shop, faultId)!.proofs.map(({ id }) => id);
const proveEverything = (faultId: string) => {
  for (const id of proofs(faultId)) must(prove(faultId, id));
};
const fix = (faultId: string, cause: string) => {
  must(diagnoseFault(shop, tester, { faultId, cause }));
  must(repairFault(shop, tester, { faultId, action: 'done', minutes: 5 }));
  proveEverything(faultId);
  must(closeFault(shop, tester, { faultId, as: 'fixed' }));
};
const use = (hours: number, start = shop.clock.now - hours * hour) =>
  must(
    logSession(shop, tester, {
      machineId,
      start,
      runSeconds: hours * 3600,
      beamSeconds: null,
      material: 'plywood',
      process: 'cut',
      airAssist: true,
      draught: 'full',
      operator: 'Ines',
      note: null,
      key: `use-key-${keys++}`,
    }),
  );

describe('what must be proved', () => {
  it.each([
    [['head'], ['travel', 'frame', 'burn', 'sign-gone']],
    [['optics'], ['dots', 'burn', 'sign-gone']],
    [['draught'], ['draught', 'sign-gone']],
    [['electrics'], ['travel', 'no-alarm', 'sign-gone']],
    [[], ['sign-gone']],
  ])('follows from what was opened: %o', (opened, expected) => {
    const faultId = report(['weak']);
    must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, opened }));
    expect(proofs(faultId)).toEqual(expected);
  });

  it('asks no dots of a machine without mirrors', () => {
    machineId = addTestMachine(shop, 'Wren').id;
    const faultId = report(['weak']);
    must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, opened: ['optics'] }));
    expect(proofs(faultId)).toEqual(['burn', 'sign-gone']);
  });

  it('starts again after another repair; a failed test goes back a step', () => {
    const faultId = report(['weak']);
    must(
      repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, opened: ['draught'] }),
    );
    must(prove(faultId, 'draught'));
    expect(readFault(shop, faultId)!.stage).toBe('repaired');
    must(prove(faultId, 'sign-gone', false));
    expect(readFault(shop, faultId)!.stage).toBe('diagnosed');
    shop.clock.now += 60_000;
    must(repairFault(shop, tester, { faultId, action: 'cleaned more', minutes: 5 }));
    expect(readFault(shop, faultId)!.proofs.map(({ passed }) => passed)).toEqual([null, null]);
    proveEverything(faultId);
    expect(readFault(shop, faultId)!.stage).toBe('proved');
    expect(refusal(prove(faultId, 'dots'))).toContain('not among those');
  });
});

describe('fire', () => {
  it('takes a second look by another person, where there is one', () => {
    must(addPerson(shop, tester, { name: 'Bo', role: 'helper' }));
    shop.db.$client.prepare(`update person set user_id = 'bo' where name = 'Bo'`).run();
    const faultId = report(['fire'], { note: 'flame at the far edge' });
    const [hold] = activeHolds(shop);
    expect(
      refusal(releaseEarly(shop, tester, { holdId: hold!.id, reason: 'nothing burnt' })),
    ).toContain('second look by Bo');
    expect(
      refusal(closeFault(shop, tester, { faultId, as: 'no fault', note: 'nothing burnt' })),
    ).toContain('second look by Bo');
    must(repairFault(shop, tester, { faultId, action: 'cleaned all of it', minutes: 90 }));
    expect(proofs(faultId)).toEqual(['after-fire', 'sign-gone', 'second-look']);
    must(prove(faultId, 'after-fire'));
    must(prove(faultId, 'sign-gone'));
    expect(refusal(prove(faultId, 'second-look'))).toContain("another person's: Bo");
    expect(refusal(returnMachine(shop, tester, { faultId, restriction: '' }))).toContain(
      'second look',
    );
    must(prove(faultId, 'second-look', true, helper));
    must(returnMachine(shop, tester, { faultId, restriction: '' }));
    expect(activeHolds(shop)).toEqual([]);
  });

  it('lets one who is alone look again', () => {
    const faultId = report(['fire'], { note: 'glow' });
    must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 9 }));
    proveEverything(faultId);
    must(closeFault(shop, tester, { faultId, as: 'fixed' }));
    expect(activeHolds(shop)).toEqual([]);
  });
});

describe('return to use', () => {
  const weak = (fastest: number) => {
    const recipeId = must(
      changeRecipe(shop, tester, {
        machineId,
        material: 'plywood',
        thickness: 3,
        power: 70,
        speed: 10,
        passes: 1,
        airAssist: true,
      }),
    );
    const burn = (speed: number, baseline: boolean) =>
      must(
        recordBurn(shop, tester, {
          machineId,
          recipeId,
          cuts: [
            { speed, through: true },
            { speed: speed * 1.03, through: false },
          ],
          thickness: 3,
          baseline,
          key: `burn-key-${keys++}`,
        }),
      );
    burn(10, true);
    shop.clock.now += 60_000;
    const faultId = report(['weak']);
    must(repairFault(shop, tester, { faultId, action: 'cleaned', minutes: 5, opened: ['optics'] }));
    shop.clock.now += 60_000;
    burn(fastest, false);
    proveEverything(faultId);
    return faultId;
  };

  it('needs a restriction under the floor of strength, which operators read until it is lifted', () => {
    const faultId = weak(8);
    expect(refusal(returnMachine(shop, tester, { faultId, restriction: ' ' }))).toContain(
      '80 %, under the floor',
    );
    must(returnMachine(shop, tester, { faultId, restriction: 'engraving only' }));
    expect(readiness(shop, machineId)).toMatchObject({
      verdict: 'care',
      reasons: ['Use it only so: engraving only'],
      restrictions: ['engraving only'],
    });
    must(closeFault(shop, tester, { faultId, as: 'fixed' }));
    const [limit] = restrictions(shop, machineId);
    expect(refusal(liftRestriction(shop, tester, { restrictionId: limit!.id, how: '' }))).toContain(
      'what changed',
    );
    must(liftRestriction(shop, tester, { restrictionId: limit!.id, how: 'new lens' }));
    expect(restrictions(shop, machineId)).toEqual([]);
    expect(
      refusal(liftRestriction(shop, tester, { restrictionId: limit!.id, how: 'again' })),
    ).toContain('already');
  });

  it('tells the next diagnosis of what it was that was not made all good', () => {
    const faultId = weak(8);
    must(diagnoseFault(shop, tester, { faultId, cause: 'source-worn', note: null }));
    proveEverything(faultId);
    must(returnMachine(shop, tester, { faultId, restriction: 'engraving only' }));
    const worn = () =>
      diagnose(shop, readFault(shop, report(['weak']))!).causes.find(
        ({ id }) => id === 'source-worn',
      )!;
    const said = 'In use under a restriction since: source worn or hot';
    // it says nothing of the fault that it is of
    const [own] = diagnose(shop, readFault(shop, faultId)!).causes.filter(
      ({ id }) => id === 'source-worn',
    );
    expect(own!.because.map(({ words }) => words)).not.toContain(said);
    const before = worn();
    expect(before.because.map(({ words }) => words)).toContain(said);
    const [limit] = restrictions(shop, machineId);
    must(liftRestriction(shop, tester, { restrictionId: limit!.id, how: 'new tube' }));
    expect(worn().probability).toBeLessThan(before.probability);
    expect(worn().because.map(({ words }) => words)).not.toContain(said);
  });

  it('needs none at or above the floor; the strength goes into the book with it', () => {
    const faultId = weak(9);
    must(closeFault(shop, tester, { faultId, as: 'fixed' }));
    expect(bookPage(shop, { kinds: ['fault return'] }, 5)[0]!.what).toContain('strength 90 %');
  });

  it('is refused while a test is missing, and by closing too', () => {
    const faultId = report(['pause', 'alarm'].slice(1));
    expect(refusal(returnMachine(shop, tester, { faultId, restriction: '' }))).toContain('Not yet');
    expect(refusal(closeFault(shop, tester, { faultId, as: 'fixed' }))).toContain('needs a proof');
    expect(activeHolds(shop)).toHaveLength(1);
  });
});

describe('repair', () => {
  it('takes parts out of the stores that these keep track of, and keeps their serial numbers', () => {
    const [first, second] = shelf(shop);
    must(moveStock(shop, tester, { item: first!.item, kind: 'count', quantity: 5 }));
    const faultId = report(['weak']);
    const part = (item: string | null, name: string) => ({
      item,
      name,
      serial: 'SN-1',
      quantity: 2,
    });
    must(
      repairFault(shop, tester, {
        faultId,
        action: 'replaced',
        minutes: 12,
        cost: 19.9,
        parts: [part(first!.item, first!.name), part(second!.item, 'not kept'), part(null, 'lens')],
      }),
    );
    expect(shelf(shop).find(({ item }) => item === first!.item)!.has).toBe(3);
    expect(shelf(shop).find(({ item }) => item === second!.item)!.has).toBeNull();
    expect(readFault(shop, faultId)!.steps[0]!.title).toContain('lens SN-1');
    expect(bookPage(shop, { kinds: ['fault repair'] }, 1)[0]!.what).toContain('cost 19.90');
  });

  it('refuses a fan that does not fit, and says why', () => {
    const faultId = report(['fan'], { note: 'loud' });
    const old = { size: 80, thickness: 25, voltage: 12, current: 0.3, flow: 60 };
    const fitting = (next: object) =>
      repairFault(shop, tester, {
        faultId,
        action: 'replaced',
        minutes: 20,
        fan: { old, next: { ...old, ...next } },
      });
    expect(refusal(fitting({ voltage: 24, current: 0.5 }))).toMatch(/voltage 24 V.*current 0.5 A/);
    expect(readFault(shop, faultId)!.steps).toEqual([]);
    must(fitting({ flow: 70 }));
  });

  it('waits for a part over several visits, and cannot be proved meanwhile', () => {
    const faultId = report(['weak']);
    const wait = (expected: number | null, action = 'awaiting part') =>
      repairFault(shop, tester, { faultId, action, part: 'mirror 2', minutes: 3, expected });
    expect(refusal(wait(shop.clock.now - 3 * 24 * hour))).toContain('past');
    must(wait(shop.clock.now + 4 * 24 * hour));
    expect(readFault(shop, faultId)).toMatchObject({
      stage: 'waiting',
      waiting: { what: 'awaiting part: mirror 2' },
    });
    expect(refusal(prove(faultId, 'sign-gone'))).toContain('It waits');
    shop.clock.now += 24 * hour;
    must(repairFault(shop, tester, { faultId, action: 'replaced', part: 'mirror 2', minutes: 9 }));
    expect(readFault(shop, faultId)).toMatchObject({ stage: 'repaired', waiting: null });
    expect(readFault(shop, faultId)!.times.repairMinutes).toBe(12);
  });
});

describe('two at once', () => {
  it('a decision on a page that is behind is refused once, with what came between', () => {
    const faultId = report(['weak']);
    const first = must(diagnoseFault(shop, helper, { faultId, seen: null, cause: 'focus' }));
    expect(refusal(diagnoseFault(shop, tester, { faultId, seen: null, cause: 'belt' }))).toContain(
      'Bo recorded "wrong focus or dirty probe" meanwhile',
    );
    expect(readFault(shop, faultId)!.cause).toBe('focus');
    must(diagnoseFault(shop, tester, { faultId, seen: first, cause: 'belt' }));
    expect(
      refusal(closeFault(shop, helper, { faultId, seen: first, as: 'no fault', note: 'x' })),
    ).toContain('meanwhile');
  });
});

describe('repeats and chains', () => {
  it('the same cause within thirty days is a repeat', () => {
    const first = report(['wander']);
    fix(first, 'belt');
    shop.clock.now += 29 * 24 * hour;
    const second = report(['wander']);
    expect(faultLinks(shop, readFault(shop, second)!).repeats).toBeNull();
    must(diagnoseFault(shop, tester, { faultId: second, cause: 'belt' }));
    expect(faultLinks(shop, readFault(shop, second)!).repeats).toMatchObject({ id: first });
    must(diagnoseFault(shop, tester, { faultId: second, cause: 'cable' }));
    expect(faultLinks(shop, readFault(shop, second)!).repeats).toBeNull();
  });

  it('after thirty days it is one only within thirty run hours', () => {
    const first = report(['wander']);
    fix(first, 'belt');
    shop.clock.now += 40 * 24 * hour;
    const second = report(['wander']);
    must(diagnoseFault(shop, tester, { faultId: second, cause: 'belt' }));
    expect(faultLinks(shop, readFault(shop, second)!).repeats).toMatchObject({ id: first });
    for (let day = 1; day <= 4; day++) use(8, shop.clock.now - day * 24 * hour);
    expect(faultLinks(shop, readFault(shop, second)!).repeats).toBeNull();
  });

  it('one that could not be reproduced asks the next two users, and comes back with its story', () => {
    const faultId = report(['nobeam'], { note: 'one blink' });
    must(closeFault(shop, tester, { faultId, as: 'not reproduced', note: 'runs' }));
    expect(watched(shop, machineId)).toMatchObject([{ faultId, answers: 0 }]);
    const answer = (seen: boolean) =>
      answerWatch(shop, helper, { faultId, machineId, seen, key: `watch-key-${keys++}` });
    expect(refusal(answer(false))).toContain('Log what you did first');
    // what was done two days before says nothing of it
    use(1, shop.clock.now - 49 * hour);
    expect(refusal(answer(false))).toContain('Log what you did first');
    shop.clock.now += 2 * hour;
    use(1);
    must(answer(false));
    expect(watched(shop, machineId)).toMatchObject([{ answers: 1 }]);
    shop.clock.now += 2 * hour;
    const again = must(answer(true))!;
    expect(readFault(shop, again.faultId)).toMatchObject({ again: faultId, signs: ['nobeam'] });
    expect(activeHolds(shop, machineId)).toHaveLength(1);
    expect(watched(shop, machineId)).toEqual([]);
    expect(refusal(answer(false))).toContain('no longer asked');
  });

  it('a refused answer leaves nothing: the question stands as it was', () => {
    const faultId = report(['nobeam']);
    must(closeFault(shop, tester, { faultId, as: 'not reproduced', note: 'runs' }));
    shop.clock.now += 2 * hour;
    use(1);
    const before = bookPage(shop, {}, 50).length;
    expect(answerWatch(shop, helper, { faultId, machineId, seen: true, key: 'short' }).ok).toBe(
      false,
    );
    expect(watched(shop, machineId)).toMatchObject([{ answers: 0 }]);
    expect(bookPage(shop, {}, 50)).toHaveLength(before);
  });

  it('a watch ends by itself after two answers or thirty days', () => {
    const faultId = report(['nobeam']);
    must(closeFault(shop, tester, { faultId, as: 'not reproduced', note: 'runs' }));
    shop.clock.now += 31 * 24 * hour;
    expect(watched(shop)).toEqual([]);
  });

  it('accepted marks are offered to whoever reports, until they are gone', () => {
    expect(refusal(acceptMark(shop, tester, { machineId, stationId: null, words: 'x' }))).toContain(
      'few words',
    );
    must(acceptMark(shop, tester, { machineId, stationId: null, words: 'scorch by the foot' }));
    expect(reportGround(shop, machineId).marks).toEqual(['scorch by the foot']);
    const [mark] = acceptedMarks(shop, machineId);
    must(dropMark(shop, tester, { markId: mark!.id, how: 'painted over' }));
    expect(acceptedMarks(shop, machineId)).toEqual([]);
    expect(refusal(dropMark(shop, tester, { markId: mark!.id, how: '' }))).toContain('already');
  });
});

describe('whoever reported', () => {
  it('follows it without an account, and by no other token', () => {
    const faultId = report(['weak'], { note: 'thin lines' });
    const token = followToken(shop, faultId);
    expect(followed(shop, token)).toMatchObject({ machine: 'Heron', held: false, open: true });
    fix(faultId, 'focus');
    expect(followed(shop, token)).toMatchObject({
      standing: 'Repaired, tested, back in use.',
      open: false,
    });
    expect(followed(shop, `${token}x`)).toBeNull();
    expect(followed(shop, `${faultId}.`)).toBeNull();
    expect(followed(shop, token.slice(0, -1))).toBeNull();
    expect(followed(shop, 'nonsense')).toBeNull();
  });

  it('says that it got worse or was nothing; each once, and no hold goes by it', () => {
    const faultId = report(['nobeam']);
    const token = followToken(shop, faultId);
    const more = { what: 'worse' as const, note: 'smells now', key: 'of-one-phone' };
    for (let i = 0; i < 2; i++) must(tellMore(shop, token, more));
    must(tellMore(shop, token, { what: 'taken back', note: null, key: 'of-one-phone-2' }));
    expect(followed(shop, token)!.lines.map(({ words }) => words)).toEqual([
      'You reported it.',
      'You said that it got worse.',
      'You took it back.',
    ]);
    expect(readFault(shop, faultId)).toMatchObject({ stage: 'reported' });
    // no other report stands behind the hold, and it is there
    expect(shownHolds(shop, machineId)).toMatchObject([{ reports: 1 }]);
    expect(refusal(tellMore(shop, `${token}x`, more))).toContain('not valid');
    // a reason is asked for where a hold ends without a proof
    const ended = { faultId, as: 'no fault' as const };
    expect(refusal(closeFault(shop, tester, ended))).toContain('state the reason for its return');
    must(closeFault(shop, tester, { ...ended, note: 'a loose plug' }));
    expect(refusal(tellMore(shop, token, { ...more, key: 'of-one-phone-3' }))).toBe(
      'It is closed already. If it is there again, report it anew.',
    );
    const worse = followed(shop, token)!.lines.filter(({ words }) => words.includes('got worse'));
    expect(worse).toHaveLength(1);
  });

  it('sees the pictures that came with it, and no others', async () => {
    const faultId = report(['weak']);
    const other = report(['drag']);
    const bytes = await sharp({
      create: { width: 60, height: 40, channels: 3, background: '#884422' },
    })
      .jpeg()
      .toBuffer();
    const [token, strange] = [followToken(shop, faultId), followToken(shop, other)];
    must(await addReportPhoto(shop, token, bytes, 'of-one-picture'));
    const [photo] = followed(shop, token)!.photos;
    expect((await sharp(reportPhoto(shop, token, photo!)!).metadata()).width).toBe(60);
    expect(reportPhoto(shop, strange, photo!)).toBeNull();
    expect(followed(shop, strange)!.photos).toEqual([]);
  });

  it('gets one letter, and the address is forgotten', () => {
    const faultId = report(['weak']);
    const token = followToken(shop, faultId);
    expect(refusal(askForLetter(shop, token, 'not an address'))).toContain('not a mail address');
    must(askForLetter(shop, token, 'ines@quay.invalid'));
    must(askForLetter(shop, token, 'ines@quay.invalid'));
    fix(faultId, 'focus');
    const letters = shop.db.$client.prepare('select mail, subject from letter').all();
    expect(letters).toEqual([
      { mail: 'ines@quay.invalid', subject: 'Heron: the fault you reported is closed' },
    ]);
    expect(shop.db.$client.prepare('select * from follower').all()).toEqual([]);
    expect(refusal(askForLetter(shop, token, 'ines@quay.invalid'))).toContain('closed already');
  });

  it('can say that it is the same as an open one, once', () => {
    const faultId = report(['weak']);
    expect(reportGround(shop, machineId).known).toMatchObject([{ id: faultId, signs: ['weak'] }]);
    const same = () =>
      reportSame(shop, helper, { faultId, machineId, note: 'me too', key: 'same-key-1' });
    must(same());
    must(same());
    expect(readFault(shop, faultId)!.steps).toHaveLength(1);
    expect(openFaults(shop)).toHaveLength(1);
    const other = addTestMachine(shop, 'Wren').id;
    expect(
      refusal(reportSame(shop, helper, { faultId, machineId: other, note: null, key: 'again-k2' })),
    ).toContain('another machine');
  });

  it('starts from the job that was logged last', () => {
    expect(reportGround(shop, machineId).lastJob).toBeNull();
    use(1);
    expect(reportGround(shop, machineId).lastJob).toMatchObject({
      material: 'plywood',
      process: 'cut',
      airAssist: true,
      when: expect.stringMatching(/^logged \d{4}-\d\d-\d\d \d\d:\d\d$/),
    });
    // one that was not said to be of anything says nothing; nor does one of another machine
    const other = addTestMachine(shop, 'Swift').id;
    expect(reportGround(shop, other).lastJob).toBeNull();
    shop.clock.now += 2 * 3_600_000;
    must(
      logSession(shop, tester, {
        machineId,
        start: shop.clock.now - 60_000,
        runSeconds: 30,
        key: 'of-nothing-said',
      }),
    );
    expect(reportGround(shop, machineId).lastJob).toBeNull();
    const faultId = report(['weak'], { process: 'cut', airAssist: false, since: 'just now' });
    expect(readFault(shop, faultId)!.job).toBe('cut, air assist off, just now');
  });

  it('cannot report on a retired machine', () => {
    must(retireMachine(shop, tester, { machineId, reason: 'sold' }));
    expect(
      refusal(reportFault(shop, tester, { machineId, signs: ['weak'], key: 'late-report' })),
    ).toContain('retired');
  });
});
