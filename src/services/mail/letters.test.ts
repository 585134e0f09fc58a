import fs from 'node:fs';
import path from 'node:path';
import { openMailbox } from '../../standins/mailbox';
import { createTechnician, openAuth } from '../people/auth';
import { carryBySmtp } from './smtp';
import { writeDigests } from './digest';
import { openFaults } from '../faults/faults';
import { reportFault } from '../faults/report';
import {
  carryTrouble,
  changeMailWishes,
  changePost,
  lettersStuck,
  postSettings,
  readPost,
  sendLetters,
  tryPost,
  unsentDangers,
  writeLetter,
  type Letter,
} from './letters';
import { addTestMachine, eachTestShop, must, openTestShop, refusal, tester } from '../testing/shop';
import { type Actor } from '../shop';
import { changeSetting } from '../setup/settings';

const minute = 60_000;
const shop = eachTestShop(() => openTestShop(Date.now()));
let asa: Actor;
beforeEach(async () => {
  const made = must(
    await createTechnician(shop, openAuth(shop), { name: 'Åse', password: 'herring-and-rye' }),
  );
  asa = { ...made, source: 'hand' };
});

const post = {
  host: '127.0.0.1',
  port: 2525,
  secure: false,
  user: '',
  password: 'tide',
  from: 'shop@quay.invalid',
};
const wish = (change: object = {}) =>
  changeMailWishes(shop, asa, {
    mail: 'ase@quay.invalid',
    stops: false,
    reports: false,
    digest: false,
    ...change,
  });
const waiting = () =>
  shop.db.$client.prepare('select mail, subject from letter where sent_at is null').all() as {
    mail: string;
    subject: string;
  }[];
const report = (signs: string[], by: Actor = tester) =>
  must(
    reportFault(shop, by, {
      machineId: addTestMachine(shop, `M${Math.random()}`).id,
      signs,
      key: `letter-${Math.random()}`,
    }),
  );

describe('who is told', () => {
  it('nobody who did not ask', () => {
    report(['fire']);
    must(wish());
    report(['fire']);
    expect(waiting()).toEqual([]);
  });

  it('of danger only, or of everything, and never of one’s own reports', () => {
    must(wish({ stops: true }));
    report(['smoke']);
    expect(waiting()).toEqual([]);
    report(['fire']);
    expect(waiting()[0]!.subject).toMatch(/^STOP: /);
    must(wish({ reports: true }));
    report(['smoke']);
    report(['smoke'], asa);
    expect(waiting()).toHaveLength(2);
  });

  it('whoever types their name at a label keeps no letter from them; the shop’s own word stands in it', () => {
    must(wish({ stops: true }));
    must(
      changeSetting(shop, asa, {
        name: 'stop-instruction',
        value: 'press the red knob by the door',
      }),
    );
    report(['fire'], { id: null, name: 'Åse', source: 'label' });
    expect(waiting()).toHaveLength(1);
    const { body } = shop.db.$client.prepare('select body from letter').get() as { body: string };
    expect(body).toContain('They were told: Stop now: press the red knob by the door');
  });

  it('an address is needed, and must be one', () => {
    expect(refusal(wish({ mail: '', digest: true }))).toContain('Give the address');
    expect(refusal(wish({ mail: 'ase at quay' }))).toContain('not a mail address');
    must(wish({ mail: '' }));
  });
});

describe('a report of danger that is not mailed', () => {
  const dangers = () => unsentDangers(shop, openFaults(shop));

  it('is told with why, until it has gone or is no longer open', async () => {
    must(wish({ stops: true }));
    must(changePost(shop, asa, post));
    const { faultId } = report(['fire']);
    expect(dangers()).toEqual([]); // it may still be on its way
    await sendLetters(shop, async () => {
      throw new Error('no route to the server');
    });
    expect(dangers()).toEqual([{ faultId, person: 'Åse', words: 'no route to the server' }]);
    shop.clock.now += 10 * minute;
    await sendLetters(shop, async () => undefined);
    expect(dangers()).toEqual([]);
  });

  it('is told where nobody can send, and not for what is no danger', () => {
    must(wish({ reports: true }));
    report(['smoke']);
    report(['fire']);
    shop.clock.now += 3 * minute;
    expect(dangers()).toMatchObject([{ person: 'Åse', words: expect.stringContaining('nobody') }]);
  });

  it('settings that cannot be read break neither the page nor their own mending', () => {
    must(wish({ stops: true }));
    must(changePost(shop, asa, post));
    for (const broken of ['{"host":', '{"host":"a b","port":0}', '']) {
      fs.writeFileSync(path.join(shop.dataDir, 'post.json'), broken);
      expect(readPost(shop)).toEqual({ post: null, trouble: expect.stringContaining('anew') });
    }
    report(['fire']);
    shop.clock.now += 3 * minute;
    expect(dangers()[0]!.words).toContain('cannot be read');
    must(changePost(shop, asa, post));
    expect(readPost(shop).trouble).toBeNull();
  });
});

describe('the digest', () => {
  it('comes once a day, not before six, to those who asked', () => {
    must(wish({ digest: true }));
    report(['nobeam']);
    shop.clock.now = Date.UTC(2026, 10, 24, 4, 30); // 5:30 in Oslo
    writeDigests(shop);
    expect(waiting()).toEqual([]);
    shop.clock.now += 45 * minute;
    writeDigests(shop);
    shop.clock.now += 45 * minute;
    writeDigests(shop);
    expect(waiting()).toHaveLength(1);
    expect(waiting()[0]!.subject).toContain('1 on hold, 1 open fault');
    shop.clock.now += 24 * 60 * minute;
    writeDigests(shop);
    expect(waiting()).toHaveLength(2);
  });
});

describe('sending', () => {
  const letter = (key: string) =>
    writeLetter(shop, { key, mail: 'ines@quay.invalid', subject: 'Back', body: 'It is back.' });

  it('waits until the shop says how, then sends each letter once', async () => {
    const carried: Letter[] = [];
    const carry = async (_: unknown, one: Letter) => void carried.push(one);
    letter('a');
    letter('a');
    expect(await sendLetters(shop, carry)).toEqual({ sent: 0, failed: 0 });
    must(changePost(shop, asa, post));
    expect(await sendLetters(shop, carry)).toEqual({ sent: 1, failed: 0 });
    expect(await sendLetters(shop, carry)).toEqual({ sent: 0, failed: 0 });
    expect(carried).toMatchObject([{ mail: 'ines@quay.invalid' }]);
  });

  it('tries again after ever longer, and says what is wrong meanwhile', async () => {
    must(changePost(shop, asa, post));
    letter('a');
    let tries = 0;
    const carry = async () => {
      tries += 1;
      if (tries < 3) throw new Error('no route to the server');
    };
    expect(await sendLetters(shop, carry)).toEqual({ sent: 0, failed: 1 });
    expect(lettersStuck(shop)).toMatchObject([{ problem: 'no route to the server', tries: 1 }]);
    await sendLetters(shop, carry);
    expect(tries).toBe(1);
    shop.clock.now += minute;
    await sendLetters(shop, carry);
    shop.clock.now += minute;
    await sendLetters(shop, carry);
    expect(tries).toBe(2);
    shop.clock.now += minute;
    expect(await sendLetters(shop, carry)).toEqual({ sent: 1, failed: 0 });
    expect(lettersStuck(shop)).toEqual([]);
  });

  it('keeps the password beside the records: not in the book, and readable by its owner only', () => {
    must(changePost(shop, asa, post));
    must(changePost(shop, asa, { ...post, password: '', port: 587 }));
    expect(postSettings(shop)).toMatchObject({ password: 'tide', port: 587 });
    expect(JSON.stringify(shop.db.$client.prepare('select * from entry').all())).not.toContain(
      'tide',
    );
    const { mode } = fs.statSync(path.join(shop.dataDir, 'post.json'));
    expect(mode & 0o077).toBe(0);
    expect(refusal(changePost(shop, asa, { ...post, host: 'a b' }))).toContain('server name');
    expect(refusal(changePost(shop, asa, { ...post, port: 70_000 }))).toContain('65535');
  });

  it('reaches the simulated mailbox over SMTP as plain text, markup and all', async () => {
    const mailbox = await openMailbox(0, 0);
    try {
      expect(refusal(await tryPost(shop, asa, carryBySmtp))).toContain('how mail is sent');
      must(changePost(shop, asa, { ...post, port: mailbox.smtpPort }));
      expect(must(await tryPost(shop, asa, carryBySmtp))).toBe('shop@quay.invalid');
      writeLetter(shop, {
        key: 'b',
        mail: 'ines@quay.invalid',
        subject: 'Wren: <script>alert(1)</script>\r\nBcc: all@quay.invalid',
        body: 'Ærlig talt: <b>bold</b>',
      });
      expect(await sendLetters(shop, carryBySmtp)).toEqual({ sent: 1, failed: 0 });
      const [letterIn] = mailbox.letters;
      expect(letterIn).toMatchObject({
        to: 'ines@quay.invalid',
        text: 'Ærlig talt: <b>bold</b>\n',
      });
      expect(letterIn!.subject).toContain('<script>');
      const page = await (await fetch(mailbox.page)).text();
      expect(page).toContain('&lt;script&gt;');
      expect(page).not.toContain('<script>');
    } finally {
      await mailbox.close();
    }
    expect(refusal(await tryPost(shop, asa, carryBySmtp))).toMatch(
      /could not be sent\. Nothing answers at 127\.0\.0\.1:\d+/,
    );
  });

  it.each([
    ['EAUTH', '535 authentication failed', 'refuses the user or the password'],
    ['EDNS', 'getaddrinfo EAI_AGAIN', 'no mail server called'],
    ['ETIMEDOUT', 'Connection timeout', 'did not answer in time'],
    ['EENVELOPE', '550 no such mailbox', '550 no such mailbox'],
  ])('%s is told in words', (code, message, words) => {
    expect(carryTrouble(Object.assign(new Error(message), { code }), post)).toContain(words);
  });
});
