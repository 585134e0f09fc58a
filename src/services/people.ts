import { z } from 'zod';
import { may, roles, type Role } from '../core/people/roles';
import { ok } from '../core/units/result';
import { insertDataEntry } from '../records/book';
import { write } from '../records/database';
import { newId } from '../records/ids';
import {
  allPeople,
  dropInvitations,
  dropSessions,
  insertPerson,
  invitationByHash,
  invitedPeople,
  personByCode,
  personById,
  personByName,
  personOfUser,
  sessionsOfUser,
  updatePerson,
  markInvitationUsed,
  writeInvitation,
  type PersonRow,
} from '../records/people';
import { makeAccount, nameSchema, passwordSchema, signIn, slowed, type Auth } from './auth';
import type { EntryData } from '../records/entry-data';
import { hashOf, keyed, linkToken } from './secret';
import { problem, stamp, type Actor, type Outcome, type Shop } from './shop';

/** Somebody of the shop, as Set-up shows them. */
export interface Person extends Pick<PersonRow, 'id' | 'name' | 'role' | 'addedAt' | 'endedAt'> {
  /** whether they can sign in */
  account: boolean;
  /** whether an invitation of theirs is still open */
  invited: boolean;
  hasCode: boolean;
  places: SignedInPlace[];
}

/** A browser in which somebody is signed in. */
export interface SignedInPlace {
  id: string;
  since: number;
  lastSeen: number;
  /** as the browser names itself */
  browser: string;
}

/** Everybody of the shop, those who left last. */
export function people(shop: Shop): Person[] {
  const invited = invitedPeople(shop.db, shop.now());
  return allPeople(shop.db)
    .map((row): Person => ({
      id: row.id,
      name: row.name,
      role: row.role,
      addedAt: row.addedAt,
      endedAt: row.endedAt,
      account: row.userId !== null,
      invited: invited.has(row.id),
      hasCode: row.codeHash !== null,
      places: placesOf(shop, row),
    }))
    .sort((a, b) => Number(a.endedAt !== null) - Number(b.endedAt !== null));
}

/** Where somebody is signed in. */
function placesOf(shop: Shop, { userId }: Pick<PersonRow, 'userId'>): SignedInPlace[] {
  if (!userId) return [];
  return sessionsOfUser(shop.db, userId)
    .filter(({ expiresAt }) => expiresAt.getTime() > shop.now())
    .map(({ id, createdAt, updatedAt, userAgent }) => ({
      id,
      since: createdAt.getTime(),
      lastSeen: updatedAt.getTime(),
      browser: userAgent || 'unknown browser',
    }));
}

/** Names for choosing oneself at a label. */
export function namesAtLabel(shop: Shop): string[] {
  return allPeople(shop.db)
    .filter(({ endedAt, role }) => endedAt === null && may(role, 'log'))
    .map(({ name }) => name);
}

/** The person behind an account that is signed in; `null` for one who left. */
export function personSignedIn(shop: Shop, userId: string): PersonRow | null {
  const row = personOfUser(shop.db, userId);
  return row && row.endedAt === null ? row : null;
}

/** Who else of the shop could give a second look: they must be able to sign in. */
export function othersWhoDiagnose(shop: Shop, name: string): string[] {
  return allPeople(shop.db)
    .filter(
      ({ endedAt, userId, name: other, role }) =>
        endedAt === null && userId !== null && other !== name && may(role, 'diagnose'),
    )
    .map((row) => row.name);
}

function note(
  shop: Shop,
  actor: Actor,
  { id, name, role }: Pick<PersonRow, 'id' | 'name' | 'role'>,
  change: EntryData<'person'>['change'],
): void {
  insertDataEntry(shop.db, {
    kind: 'person',
    machineId: null,
    ...stamp(shop, actor),
    data: { personId: id, name, role, change },
  });
}

const roleSchema = z.enum(roles, 'Choose a role.');

/** Adds somebody by name. They can be chosen on labels at once; to sign in they need an invitation. */
export function addPerson(
  shop: Shop,
  actor: Actor,
  input: { name: string; role: string },
): Outcome<string> {
  const name = nameSchema.safeParse(input.name);
  if (!name.success) return problem(name.error.issues[0]!.message, 'name');
  const role = roleSchema.safeParse(input.role);
  if (!role.success) return problem(role.error.issues[0]!.message, 'role');
  const twin = personByName(shop.db, name.data);
  if (twin) {
    return problem(
      twin.endedAt === null
        ? `${twin.name} is there already.`
        : `${twin.name} was here before: bring them back instead.`,
      'name',
    );
  }
  const row = { id: newId(), name: name.data, role: role.data };
  write(shop.db, () => {
    insertPerson(shop.db, { ...row, addedAt: shop.now() });
    note(shop, actor, row, 'added');
  });
  return ok(row.id);
}

const invitationDays = 7;

/**
 * Makes the link by which somebody chooses a password, once and within seven days. An earlier link of
 * theirs no longer works. For one who has an account it sets a new password.
 * @returns the token of the link: it is shown now and never again
 */
export function invite(shop: Shop, actor: Actor, personId: string): Outcome<string> {
  const row = personById(shop.db, personId);
  if (!row) return problem('That person is not in the list.');
  if (row.endedAt !== null) return problem(`${row.name} has left. Bring them back first.`);
  const { token, hash } = linkToken();
  write(shop.db, () => {
    writeInvitation(shop.db, {
      tokenHash: hash,
      personId,
      expiresAt: shop.now() + invitationDays * 24 * 3_600_000,
      usedAt: null,
    });
    note(shop, actor, row, 'invited');
  });
  return ok(token);
}

/** Whom an invitation is for, or why it no longer works. */
export function readInvitation(shop: Shop, token: string): Outcome<PersonRow> {
  const found = invitationByHash(shop.db, hashOf(token));
  const row = found ? personById(shop.db, found.personId) : null;
  if (!found || !row)
    return problem('This invitation is not valid. Ask the technician for another.');
  if (found.usedAt !== null) return problem('This invitation has been used. Sign in instead.');
  if (found.expiresAt < shop.now() || row.endedAt !== null) {
    return problem('This invitation has run out. Ask the technician for another.');
  }
  return ok(row);
}

/** Takes an invitation: sets the password. The link then no longer works. */
export async function takeInvitation(
  shop: Shop,
  auth: Auth,
  token: string,
  password: string,
): Promise<Outcome<PersonRow>> {
  const invited = readInvitation(shop, token);
  if (!invited.ok) return invited;
  const parsed = passwordSchema.safeParse(password);
  if (!parsed.success) return problem(parsed.error.issues[0]!.message, 'password');
  const row = invited.value;
  const actor: Actor = { id: row.id, name: row.name, source: 'hand' };
  if (row.userId) {
    const { password: hasher, internalAdapter } = await auth.$context;
    await internalAdapter.updatePassword(row.userId, await hasher.hash(parsed.data));
    dropSessions(shop.db, row.userId);
  }
  const userId = row.userId ?? (await makeAccount(auth, row.name, parsed.data));
  write(shop.db, () => {
    markInvitationUsed(shop.db, hashOf(token), shop.now());
    updatePerson(shop.db, row.id, { userId });
    note(shop, actor, row, 'joined');
  });
  return ok(row);
}

/** Takes an invitation and signs in. */
export async function join(
  shop: Shop,
  auth: Auth,
  token: string,
  password: string,
  headers?: Headers,
): Promise<Outcome<null>> {
  const taken = await takeInvitation(shop, auth, token, password);
  return taken.ok ? signIn(shop, auth, { name: taken.value.name, password }, headers) : taken;
}

/** Whether somebody is the only one left who may do everything. */
function isLastTechnician(shop: Shop, row: PersonRow): boolean {
  const others = allPeople(shop.db).some(
    ({ id, role, userId, endedAt }) =>
      id !== row.id && role === 'technician' && userId !== null && endedAt === null,
  );
  return row.role === 'technician' && !others;
}

/** Gives somebody another role, from their next press on. */
export function changeRole(
  shop: Shop,
  actor: Actor,
  personId: string,
  role: string,
): Outcome<Role> {
  const parsed = roleSchema.safeParse(role);
  if (!parsed.success) return problem(parsed.error.issues[0]!.message, 'role');
  const row = personById(shop.db, personId);
  if (!row) return problem('That person is not in the list.');
  if (row.role === parsed.data) return ok(row.role);
  if (isLastTechnician(shop, row)) {
    return problem('The last technician stays technician: make another one first.', 'role');
  }
  write(shop.db, () => {
    updatePerson(shop.db, personId, { role: parsed.data });
    note(shop, actor, { ...row, role: parsed.data }, 'role');
  });
  return ok(parsed.data);
}

/** Ends somebody's access: signed out everywhere, off the labels. What they wrote keeps their name. */
export function endPerson(shop: Shop, actor: Actor, personId: string): Outcome<null> {
  const row = personById(shop.db, personId);
  if (!row) return problem('That person is not in the list.');
  if (row.endedAt !== null) return ok(null);
  if (isLastTechnician(shop, row)) {
    return problem('The last technician cannot be removed: make another one first.');
  }
  write(shop.db, () => {
    updatePerson(shop.db, personId, { endedAt: shop.now(), codeHash: null, mail: null });
    dropInvitations(shop.db, personId);
    if (row.userId) dropSessions(shop.db, row.userId);
    note(shop, actor, row, 'ended');
  });
  return ok(null);
}

/** Brings somebody back who had left, in the role they had. */
export function bringBack(shop: Shop, actor: Actor, personId: string): Outcome<null> {
  const row = personById(shop.db, personId);
  if (!row) return problem('That person is not in the list.');
  write(shop.db, () => {
    updatePerson(shop.db, personId, { endedAt: null });
    note(shop, actor, row, 'back');
  });
  return ok(null);
}

/** Signs somebody out, in one place or everywhere. */
export function signOutPerson(
  shop: Shop,
  actor: Actor,
  personId: string,
  placeId: string | null,
): Outcome<null> {
  const row = personById(shop.db, personId);
  if (!row?.userId) return problem('That person has no account.');
  const userId = row.userId;
  write(shop.db, () => {
    const dropped = dropSessions(shop.db, userId, placeId ?? undefined);
    if (dropped > 0) note(shop, actor, row, 'signed out');
  });
  return ok(null);
}

/** Changes one's own password; needs the present one. Signs out everywhere else. */
export async function changePassword(
  shop: Shop,
  auth: Auth,
  personId: string,
  input: { present: string; next: string },
): Promise<Outcome<null>> {
  const row = personById(shop.db, personId);
  if (!row?.userId) return problem('That person has no account.');
  const parsed = passwordSchema.safeParse(input.next);
  if (!parsed.success) return problem(parsed.error.issues[0]!.message, 'next');
  const userId = row.userId;
  return slowed(shop, row.name.toLowerCase(), async () => {
    const { password: hasher, internalAdapter } = await auth.$context;
    const account = (await internalAdapter.findAccounts(userId)).find((one) => one.password);
    const right =
      account?.password &&
      (await hasher.verify({ hash: account.password, password: input.present }));
    if (!right) return problem('The present password is wrong.', 'present');
    await internalAdapter.updatePassword(userId, await hasher.hash(parsed.data));
    return ok(null);
  });
}

const codeSchema = z
  .string()
  .trim()
  .regex(/^\d{4,8}$/, 'A code has 4 to 8 digits.')
  .refine((code) => !/^(\d)\1+$/.test(code), 'Not the same digit throughout.');

/** Sets somebody's short code for the labels, or takes it away. */
export function setCode(
  shop: Shop,
  actor: Actor,
  personId: string,
  code: string | null,
): Outcome<null> {
  const row = personById(shop.db, personId);
  if (!row || row.endedAt !== null) return problem('That person is not in the list.');
  let codeHash: string | null = null;
  if (code !== null) {
    const parsed = codeSchema.safeParse(code);
    if (!parsed.success) return problem(parsed.error.issues[0]!.message, 'code');
    codeHash = keyed(shop, 'label code', parsed.data);
    const twin = personByCode(shop.db, codeHash);
    // who has it is not said: it would be as good as their code
    if (twin && twin.id !== personId) return problem('Choose another code.', 'code');
  }
  write(shop.db, () => {
    updatePerson(shop.db, personId, { codeHash });
    note(shop, actor, row, 'code');
  });
  return ok(null);
}

/** Whoever has this code. Wrong ones are slowed for the whole label. */
export async function personOfCode(
  shop: Shop,
  labelToken: string,
  code: string,
): Promise<Outcome<PersonRow>> {
  return slowed(shop, `label:${labelToken}`, () => {
    const row = personByCode(shop.db, keyed(shop, 'label code', code.trim()));
    return row && row.endedAt === null
      ? ok(row)
      : problem('That code is not known. Nothing was recorded; try again.', 'code');
  });
}
