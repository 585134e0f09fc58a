import fs from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { dangerWords, holdsAtOnce, type Danger } from '../../catalogue/signs';
import { ok } from '../../core/units/result';
import { millisecondsPerHour, millisecondsPerMinute } from '../../core/units/time';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import { insertLetter, unsentLetters, updateLetter, waitingLetters } from '../../records/mail';
import { machineById } from '../../records/machines';
import { allPeople, personById, updatePerson } from '../../records/people';
import { patiently, refuse, writeEntry, type Actor, type Outcome, type Shop } from '../shop';
import { useCase } from '../use-case';

/** How the shop sends mail. The password is kept beside the records, not in the book. */
export interface Post {
  host: string;
  port: number;
  /** TLS from the first byte; else STARTTLS where the server offers it */
  secure: boolean;
  user: string;
  password: string;
  from: string;
}

const postSchema = z.object({
  host: z
    .string()
    .trim()
    .min(1, 'Give the name of the mail server.')
    .max(200)
    .regex(/^[a-zA-Z0-9.:-]+$/, 'A server name has letters, digits, dots and hyphens.'),
  port: z.number('Give the port.').int().min(1).max(65535, 'A port is at most 65535.'),
  secure: z.boolean(),
  user: z.string().trim().max(200),
  password: z.string().max(200),
  from: z.email('The sender must be a mail address.'),
});

const postFile = (shop: Pick<Shop, 'dataDir'>) => path.join(shop.dataDir, 'post.json');

/** How mail is sent, or why nobody can tell. */
export function readPost(shop: Pick<Shop, 'dataDir'>): {
  post: Post | null;
  trouble: string | null;
} {
  try {
    const text = fs.readFileSync(postFile(shop), 'utf8');
    return { post: postSchema.parse(JSON.parse(text)), trouble: null };
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return { post: null, trouble: null };
    return {
      post: null,
      trouble: 'The settings of mail cannot be read: nothing is sent. Save them anew here.',
    };
  }
}

/** How mail is sent, or `null`: none is. */
export function postSettings(shop: Pick<Shop, 'dataDir'>): Post | null {
  return readPost(shop).post;
}

/** Changes how mail is sent. A password left empty stays as it was. */
export const changePost = useCase(postSchema, (shop, actor, post): Outcome<null> => {
  const before = postSettings(shop);
  const next: Post = { ...post, password: post.password || before?.password || '' };
  const aside = `${postFile(shop)}.new`;
  fs.writeFileSync(aside, JSON.stringify(next), { mode: 0o600 });
  fs.renameSync(aside, postFile(shop));
  const words = ({ host, port, from }: Post) => `${from} through ${host}:${port}`;
  writeEntry(shop, actor, {
    kind: 'setting',
    machineId: null,
    data: { name: 'mail', from: before && words(before), to: words(next) },
  });
  return ok(null);
});

/** Puts a letter among those to be sent. The same key is written once. The caller may hold a transaction. */
export function writeLetter(
  shop: Shop,
  letter: { key: string; mail: string; subject: string; body: string },
): void {
  const now = shop.now();
  write(shop.db, () => insertLetter(shop.db, { id: newId(), ...letter, madeAt: now, nextAt: now }));
}

/** The address of a page as it stands in letters; `null` while the shop has not said where it is. */
export function pageAddress(shop: Pick<Shop, 'address'>, pathname: string): string | null {
  const base = process.env['PUBLIC_URL'] ?? shop.address;
  return base ? new URL(pathname, base).href : null;
}

/** Tells those who asked of a fault that was just reported. The caller holds the transaction. */
export function tellReport(
  shop: Shop,
  fault: {
    id: string;
    machineId: string;
    danger: Danger;
    words: string;
    /** what whoever reported it was told to do */
    advice: string;
    by: Pick<Actor, 'id' | 'name'>;
  },
): void {
  const machine = machineById(shop.db, fault.machineId)?.nickname ?? '';
  for (const { id, mail, mailStops, mailReports, endedAt } of allPeople(shop.db)) {
    const wanted = mailReports || (mailStops && fault.danger === 'stop');
    // by the person, not by a name that anybody may type at a label
    if (!mail || !wanted || endedAt !== null || id === fault.by.id) continue;
    writeLetter(shop, {
      key: `report:${fault.id}:${id}`,
      mail,
      subject: `${fault.danger === 'stop' ? 'STOP: ' : ''}${machine}: ${fault.words}`.slice(0, 140),
      body: [
        `${fault.by.name} reported for ${machine} (${dangerWords[fault.danger]}): ${fault.words}.`,
        `They were told: ${fault.advice}`,
        pageAddress(shop, `/faults/${fault.id}`),
      ]
        .filter(Boolean)
        .join('\n\n'),
    });
  }
}

/** What somebody asked to be mailed. */
export interface MailWishes {
  mail: string | null;
  stops: boolean;
  reports: boolean;
  digest: boolean;
}

export function mailWishes(shop: Shop, personId: string): MailWishes {
  const row = personById(shop.db, personId);
  return {
    mail: row?.mail ?? null,
    stops: row?.mailStops ?? false,
    reports: row?.mailReports ?? false,
    digest: row?.mailDigest ?? false,
  };
}

const wishesSchema = z.object({
  mail: z
    .string()
    .trim()
    .nullable()
    .transform((mail) => mail || null)
    .pipe(z.email('That is not a mail address.').max(200).nullable()),
  stops: z.boolean(),
  reports: z.boolean(),
  digest: z.boolean(),
});

/** Changes what whoever asks is mailed. Without an address there is nothing. */
export const changeMailWishes = useCase(
  wishesSchema,
  (shop, actor, { mail, stops, reports, digest }): Outcome<null> => {
    if (mail === null && (stops || reports || digest)) {
      return refuse('Give the address the letters go to.', 'mail');
    }
    updatePerson(shop.db, actor.id!, {
      mail,
      mailStops: stops,
      mailReports: reports,
      mailDigest: digest,
    });
    return ok(null);
  },
);

/** Hands a letter over; rejects when it could not. */
export type Carrier = (post: Post, letter: Letter) => Promise<void>;

export interface Letter {
  id: string;
  mail: string;
  subject: string;
  body: string;
}

/** Why a letter did not go, so that whoever keeps the shop can do something about it. */
export function carryTrouble(error: unknown, { host, port }: Pick<Post, 'host' | 'port'>): string {
  const { code, message = String(error) } = (error ?? {}) as { code?: string; message?: string };
  // the library says ESOCKET of whatever befalls a connection
  if (message.includes('ECONNREFUSED')) {
    return `Nothing answers at ${host}:${port}: look at the server’s name and port.`;
  }
  switch (code) {
    case 'ENOTFOUND':
    case 'EDNS':
      return `There is no mail server called ${host}, or it cannot be looked up now.`;
    case 'ETIMEDOUT':
      return `${host}:${port} did not answer in time.`;
    case 'EAUTH':
      return 'The mail server refuses the user or the password.';
    default:
      return message.slice(0, 300);
  }
}

const longestPause = 6 * millisecondsPerHour;
const atOnce = 25;

/**
 * Sends what waits. A letter that could not be sent is tried again, after twice as long each time and at
 * most six hours; what went wrong is kept with it.
 * @returns how many were sent and how many were not
 */
export async function sendLetters(
  shop: Shop,
  carry: Carrier,
): Promise<{ sent: number; failed: number }> {
  const post = postSettings(shop);
  const outcome = { sent: 0, failed: 0 };
  if (!post) return outcome;
  for (const { id, mail, subject, body, tries } of waitingLetters(shop.db, shop.now(), atOnce)) {
    // before it is carried: were the server to end meanwhile, it is tried again later, not at once
    const nextAt = shop.now() + Math.min(longestPause, 2 ** tries * millisecondsPerMinute);
    write(shop.db, () => updateLetter(shop.db, id, { tries: tries + 1, nextAt }));
    try {
      await carry(post, { id, mail, subject, body });
    } catch (error) {
      write(shop.db, () => updateLetter(shop.db, id, { problem: carryTrouble(error, post) }));
      outcome.failed += 1;
      continue;
    }
    // it has gone: a busy file must not make it go again
    await patiently(shop, () =>
      write(shop.db, () => updateLetter(shop.db, id, { sentAt: shop.now(), problem: null })),
    );
    outcome.sent += 1;
  }
  return outcome;
}

/** A report of danger that somebody asked to be mailed of, and was not. */
export interface UnsentDanger {
  faultId: string;
  /** who asked */
  person: string;
  /** why not */
  words: string;
}

/** A letter that waits longer is late. */
const lateMs = 2 * millisecondsPerMinute;

/**
 * Letters of danger that have not gone out: tried in vain, or waiting while nobody can send.
 * @param faults the open ones that stop work
 */
export function unsentDangers(
  shop: Shop,
  faults: readonly { id: string; danger: Danger }[],
): UnsentDanger[] {
  const grave = new Set(faults.filter(({ danger }) => holdsAtOnce(danger)).map(({ id }) => id));
  if (grave.size === 0) return [];
  const { post, trouble } = readPost(shop);
  const why = trouble ?? (post ? 'it still waits' : 'nobody has said how mail is sent');
  return unsentLetters(shop.db).flatMap(({ key, problem: words, madeAt }) => {
    const [, faultId, personId] = /^report:([^:]+):([^:]+)$/.exec(key) ?? [];
    if (!faultId || !personId || !grave.has(faultId)) return [];
    if (words === null && shop.now() - madeAt < lateMs) return [];
    const person = personById(shop.db, personId)?.name ?? 'somebody';
    return [{ faultId, person, words: words ?? why }];
  });
}

/** Letters that could not be sent so far. */
export function lettersStuck(shop: Shop) {
  return unsentLetters(shop.db).flatMap(({ id, mail, subject, problem: words, tries, nextAt }) =>
    words === null ? [] : [{ id, mail, subject, problem: words, tries, nextAt }],
  );
}

/** Sends a letter to the sender's own address at once, to see whether mail goes out. */
export async function tryPost(shop: Shop, actor: Actor, carry: Carrier): Promise<Outcome<string>> {
  const post = postSettings(shop);
  if (!post) return refuse('Say first how mail is sent.');
  const mail = (actor.id && mailWishes(shop, actor.id).mail) || post.from;
  try {
    await carry(post, {
      id: newId(),
      mail,
      subject: `${shop.name}: mail works`,
      body: `${actor.name} tried whether mail goes out. It does.`,
    });
  } catch (error) {
    return refuse(`It could not be sent. ${carryTrouble(error, post)}`);
  }
  return ok(mail);
}
