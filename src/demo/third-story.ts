import { ladder, type TestCut } from '../core/readings/strength/ladder';
import { createTechnician, openAuth } from '../services/people/auth';
import { dueMachines, type MachineDue } from '../services/care/due';
import { acceptMark } from '../services/faults/accepted-marks';
import { answerWatch, watched } from '../services/faults/watch';
import { readFault } from '../services/faults/faults';
import { reportFault } from '../services/faults/report';
import { returnMachine } from '../services/faults/return';
import { closeFault, diagnoseFault, proveFault, repairFault } from '../services/faults/steps';
import { changeMailWishes, changePost } from '../services/mail/letters';
import { addPerson, invite, people, takeInvitation } from '../services/people/people';
import { recordBurn } from '../services/readings/strength/burns';
import { changeRecipe, recipes } from '../services/readings/strength/recipes';
import type { Actor, Shop } from '../services/shop';
import { must } from './must';
import { Chance } from './random';
import { helpers, operators, technician } from './workshop';
import { giveCode } from '../services/people/codes';

/**
 * People, test burns and what became of faults in the made-up workshop. It has chances of its own, so
 * that the rest of the story stays as it is.
 */
export interface ThirdStory {
  shop: Shop;
  clock: { now: number };
  ids: ReadonlyMap<string, string>;
  marit: Actor;
  chance: Chance;
  keys: number;
  /** cleans the glass of a machine */
  clean: (machine: MachineDue) => void;
}

const minute = 60_000;
const hour = 60 * minute;

/** What each machine is tested with: the stock, and how often in days. */
const stocks: readonly {
  nickname: string;
  material: string;
  thickness: number;
  power: number;
  speed: number;
  everyDays: number;
}[] = [
  { nickname: 'Heron', material: 'plywood', thickness: 4, power: 70, speed: 18, everyDays: 11 },
  { nickname: 'Dipper', material: 'plywood', thickness: 3, power: 80, speed: 12, everyDays: 19 },
  { nickname: 'Bittern', material: 'plywood', thickness: 3, power: 75, speed: 16, everyDays: 30 },
  { nickname: 'Wren', material: 'plywood', thickness: 3, power: 100, speed: 7, everyDays: 17 },
  { nickname: 'Sparrow', material: 'plywood', thickness: 3, power: 100, speed: 3.2, everyDays: 33 },
];

export function thirdStory(story: Omit<ThirdStory, 'chance' | 'keys'>): ThirdStory {
  return { ...story, chance: new Chance(50_881), keys: 0 };
}

/** First morning: the people, the recipes, a baseline each. */
export function firstPeople(story: ThirdStory): void {
  const { shop, marit } = story;
  for (const name of helpers) must(addPerson(shop, marit, { name, role: 'helper' }));
  for (const name of operators) must(addPerson(shop, marit, { name, role: 'operator' }));
  for (const { nickname, everyDays: _, ...recipe } of stocks) {
    const machineId = story.ids.get(nickname)!;
    must(changeRecipe(shop, marit, { machineId, passes: 1, airAssist: true, ...recipe }));
    burn(story, nickname, 1, true);
  }
}

/** Test burns that are due on a day, `share` of the whole story being over. */
export function burnsOf(story: ThirdStory, day: number, share: number): void {
  for (const { nickname, everyDays } of stocks) {
    if (day % everyDays !== nickname.length % everyDays) continue;
    const strength = truth(story, nickname, share);
    burn(story, nickname, strength, false);
    if (strength > 0.88) continue;
    story.clock.now += 5 * minute;
    story.clean(machineOf(story, nickname));
    story.clock.now += 40 * minute;
    burn(story, nickname, truth(story, nickname, share), false);
  }
  for (const { faultId, machineId, since } of watched(story.shop)) {
    if (story.clock.now - since < 30 * hour) continue;
    const who: Actor = { id: null, name: story.chance.pick(operators), source: 'label' };
    const key = `demo-watch-${story.keys++}`;
    answerWatch(story.shop, who, { faultId, machineId, seen: false, key });
  }
}

function machineOf({ shop, clock, ids }: ThirdStory, nickname: string): MachineDue {
  return dueMachines(shop, clock.now, ids.get(nickname)!)[0]!;
}

/** How strong the beam really is: the source ages, glass fouls. The app does not know these figures. */
function truth(story: ThirdStory, nickname: string, share: number): number {
  const source = nickname === 'Heron' ? 1 - 0.17 * share ** 2 : 1;
  const glass = machineOf(story, nickname).stations.filter(({ kind }) =>
    ['window', 'lens', 'mirror', 'head-mirror'].includes(kind),
  );
  const worst = Math.max(0, ...glass.map(({ worst: task }) => task?.standing.used ?? 0));
  return source * (1 - 0.05 * Math.min(6, worst));
}

/** Makes the cuts the ladder asks for, on a machine of a given strength. */
function burn(story: ThirdStory, nickname: string, strength: number, baseline: boolean): void {
  const { shop, clock, ids, marit, chance } = story;
  const machineId = ids.get(nickname)!;
  const recipe = recipes(shop, machineId)[0]!;
  const lead = recipe.speed;
  const limit = lead * strength * (baseline ? 1.001 : chance.around(1, 1.03));
  const cuts: TestCut[] = [];
  for (;;) {
    const next = ladder(lead, cuts, { seeking: baseline });
    if (next.done) break;
    cuts.push({ speed: next.next, through: next.next <= limit });
  }
  const helper: Actor = { ...marit, id: null, name: chance.pick(helpers) };
  must(
    recordBurn(shop, chance.yes(0.3) && !baseline ? helper : marit, {
      machineId,
      recipeId: recipe.id,
      cuts,
      thickness: recipe.thickness,
      baseline,
      key: `demo-burn-${story.keys++}`,
    }),
  );
  clock.now += 4 * minute;
}

/** Proves everything a fault needs; the second look is a helper's. */
export function proveAll(shop: Shop, by: Actor, faultId: string, signGone: string): void {
  for (const { id, words } of readFault(shop, faultId)!.proofs) {
    const tested = id === 'sign-gone' ? signGone : words;
    const who = id === 'second-look' ? { ...by, id: null, name: helpers[1]! } : by;
    must(proveFault(shop, who, { faultId, tested, passed: true, proof: id }));
  }
}

/** What there is to see of it on opening day: a part awaited, a restriction, one on watch, a known scar. */
export function openingFaults({ shop, clock, ids, marit }: ThirdStory, end: number): void {
  const reporter = (name: string): Actor => ({ id: null, name, source: 'label' });
  const report = (
    nickname: string,
    name: string,
    signs: [string, ...string[]],
    note: string,
    material: string,
  ) =>
    must(
      reportFault(shop, reporter(name), {
        machineId: ids.get(nickname)!,
        signs,
        note,
        material,
        stillHappens: true,
        key: `demo-story-${nickname}-${signs[0]}`,
      }),
    ).faultId;

  clock.now = end - 52 * hour;
  const bearing = report(
    'Bittern',
    'Piotr',
    ['stutter'],
    'jerks on fast engraving, fine when slow',
    'slate',
  );
  clock.now += 3 * hour;
  must(diagnoseFault(shop, marit, { faultId: bearing, cause: 'belt', note: 'left belt slack' }));
  clock.now += hour;
  must(
    repairFault(shop, marit, {
      faultId: bearing,
      action: 'belt tightened, worn teeth seen: new one to be ordered',
      minutes: 22,
      opened: ['motion'],
    }),
  );
  clock.now += 20 * minute;
  proveAll(shop, marit, bearing, 'slow engraving without a jerk');
  must(
    returnMachine(shop, marit, {
      faultId: bearing,
      restriction: 'engrave at 200 mm/s at most until the belt is new',
    }),
  );

  clock.now = end - 47 * hour;
  const blink = report(
    'Swift',
    'Yara',
    ['nobeam'],
    'beam was gone for one badge, then back',
    'anodised metal',
  );
  clock.now += 2 * hour;
  must(
    closeFault(shop, marit, {
      faultId: blink,
      as: 'not reproduced',
      note: 'forty badges without a miss',
    }),
  );

  clock.now = end - 27 * hour;
  const coolant = report(
    'Dipper',
    'Nanna',
    ['corner'],
    'far corner only scored, near one fine',
    'leather',
  );
  clock.now += 1.5 * hour;
  must(
    diagnoseFault(shop, marit, {
      faultId: coolant,
      cause: 'damaged-glass',
      note: 'mirror 3 etched where the beam lands',
    }),
  );
  clock.now += 20 * minute;
  must(
    repairFault(shop, marit, {
      faultId: coolant,
      action: 'awaiting part',
      part: 'mirror 3, 20 mm',
      minutes: 10,
      expected: end + 4 * 24 * hour,
    }),
  );

  clock.now = end - 26 * hour;
  must(
    acceptMark(shop, marit, {
      machineId: ids.get('Sparrow')!,
      stationId: null,
      words: 'scorch on the frame beside the left foot, from before',
    }),
  );
  clock.now = end;
}

/** Who can sign in to the demo beside the technician. */
const accounts = [
  { name: helpers[0]!, password: 'tarred-marlin-spike' },
  { name: operators[0]!, password: 'clove-hitch-harbour' },
] as const;

/** Accounts and mail, which are made outside the story's transaction. */
export async function openAccounts(shop: Shop, marit: Actor): Promise<void> {
  const auth = openAuth(shop);
  const { id } = must(await createTechnician(shop, auth, technician));
  for (const { name, password } of accounts) {
    const person = people(shop).find((one) => one.name === name)!;
    must(await takeInvitation(shop, auth, must(invite(shop, marit, person.id)), password));
  }
  must(giveCode(shop, marit, people(shop).find(({ name }) => name === helpers[0])!.id));
  must(
    changeMailWishes(
      shop,
      { ...marit, id },
      {
        mail: 'marit@ternquay.invalid',
        stops: true,
        reports: true,
        digest: true,
      },
    ),
  );
  must(
    changePost(shop, marit, {
      host: '127.0.0.1',
      port: 2525,
      secure: false,
      user: '',
      password: '',
      from: 'bitacora@ternquay.invalid',
    }),
  );
}
