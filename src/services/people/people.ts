import { z } from 'zod';
import { may, roles, type Role } from '../../core/people/roles';
import { ok } from '../../core/units/result';
import { write } from '../../records/database';
import { newId } from '../../records/ids';
import {
  allPeople,
  dropInvitations,
  dropOtherSessions,
  dropSessions,
  insertPerson,
  invitationByHash,
  invitedPeople,
  markInvitationUsed,
  passwordHashOf,
  personById,
  personByName,
  personOfUser,
  sessionsOfUser,
  updatePasswordHash,
  updatePerson,
  writeInvitation,
  type PersonRow,
} from '../../records/people';
import {
  hashPassword,
  makeAccount,
  nameSchema,
  passwordSchema,
  passwordTries,
  signIn,
  type Auth,
  type SignInFrom,
} from './auth';
import { hashOf, linkToken } from './secret';
import { stillToPass } from '../training/learned';
import { notePerson } from './note-person';
import { refuse, type Actor, type Outcome, type Shop } from '../shop';
import { id, useCase } from '../use-case';
import { slowed } from './tries';

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
    .map((row) => personView(shop, row, invited.has(row.id)))
    .sort((a, b) => Number(a.endedAt !== null) - Number(b.endedAt !== null));
}

/** One person, as `people` has them; `null`: there is none. */
export function person(shop: Shop, id: string): Person | null {
  const row = personById(shop.db, id);
  return row && personView(shop, row, invitedPeople(shop.db, shop.now()).has(id));
}

const personView = (shop: Shop, row: PersonRow, invited: boolean): Person => ({
  id: row.id,
  name: row.name,
  role: row.role,
  addedAt: row.addedAt,
  endedAt: row.endedAt,
  account: row.userId !== null,
  invited,
  hasCode: row.codeHash !== null,
  places: placesOf(shop, row),
});

/** Names of everybody who is still of the shop. */
export function namesInUse(shop: Pick<Shop, 'db'>): string[] {
  return allPeople(shop.db)
    .filter(({ endedAt }) => endedAt === null)
    .map(({ name }) => name);
}

/** Where somebody is signed in, where they were last first. */
function placesOf(shop: Shop, { userId }: Pick<PersonRow, 'userId'>): SignedInPlace[] {
  if (!userId) return [];
  return sessionsOfUser(shop.db, userId, shop.now()).map(
    ({ id, createdAt, updatedAt, userAgent }) => ({
      id,
      since: createdAt.getTime(),
      lastSeen: updatedAt.getTime(),
      browser: userAgent || 'unknown browser',
    }),
  );
}

/** The person behind an account that is signed in; `null` for one who left. */
export function personSignedIn(shop: Shop, userId: string): PersonRow | null {
  const row = personOfUser(shop.db, userId);
  return row && row.endedAt === null ? row : null;
}

const roleSchema = z.enum(roles, 'Choose a role.');

export const newPersonSchema = z.object({ name: nameSchema, role: roleSchema });

/** Why somebody may not be given a role yet: what the shop asks to have been practised before one may clean. */
function unpractised(shop: Shop, name: string, role: Role): Outcome<never> | null {
  const missing = may(role, 'clean') ? stillToPass(shop, name) : [];
  if (missing.length === 0) return null;
  return refuse(
    `Before somebody becomes a ${role} here they have practised under Trainer. ${name} has not passed yet: ${missing.join(', ')}. As an operator they can.`,
    'role',
  );
}

/** Adds somebody by name. They can be chosen on labels at once; to sign in they need an invitation. */
export const addPerson = useCase(
  newPersonSchema,
  (shop, actor, { name, role }): Outcome<string> => {
    const twin = personByName(shop.db, name);
    if (twin) {
      return refuse(
        twin.endedAt === null
          ? `${twin.name} is there already.`
          : `${twin.name} was here before: bring them back instead.`,
        'name',
      );
    }
    const early = unpractised(shop, name, role);
    if (early) return early;
    const row = { id: newId(), name, role };
    insertPerson(shop.db, { ...row, addedAt: shop.now() });
    notePerson(shop, actor, row, 'added');
    return ok(row.id);
  },
);

const invitationDays = 7;

/**
 * Makes the link by which somebody chooses a password, once and within seven days. An earlier link of
 * theirs no longer works. For one who has an account it sets a new password.
 * @returns the token of the link: it is shown now and never again
 */
export const invite = useCase(id, (shop, actor, personId): Outcome<string> => {
  const row = personById(shop.db, personId);
  if (!row) return refuse('That person is not in the list.');
  if (row.endedAt !== null) return refuse(`${row.name} has left. Bring them back first.`);
  const { token, hash } = linkToken();
  writeInvitation(shop.db, {
    tokenHash: hash,
    personId,
    expiresAt: shop.now() + invitationDays * 24 * 3_600_000,
    usedAt: null,
  });
  notePerson(shop, actor, row, 'invited');
  return ok(token);
});

/** Whom an invitation is for, or why it no longer works. */
export function readInvitation(shop: Shop, token: string): Outcome<PersonRow> {
  const found = invitationByHash(shop.db, hashOf(token));
  const row = found ? personById(shop.db, found.personId) : null;
  if (!found || !row)
    return refuse('This invitation is not valid. Ask the technician for another.');
  if (found.usedAt !== null) return refuse('This invitation has been used. Sign in instead.');
  if (found.expiresAt < shop.now() || row.endedAt !== null) {
    return refuse('This invitation has run out. Ask the technician for another.');
  }
  return ok(row);
}

/** Takes an invitation: sets the password. The link then no longer works. All of it is kept or nothing. */
export async function takeInvitation(
  shop: Shop,
  auth: Auth,
  token: string,
  password: string,
): Promise<Outcome<PersonRow>> {
  const early = readInvitation(shop, token);
  if (!early.ok) return early;
  const parsed = passwordSchema.safeParse(password);
  if (!parsed.success) return refuse(parsed.error.issues[0]!.message, 'password');
  const hash = await hashPassword(auth, parsed.data);
  return write(shop.db, (): Outcome<PersonRow> => {
    // asked again: another may have taken it meanwhile
    const invited = readInvitation(shop, token);
    if (!invited.ok) return invited;
    const row = invited.value;
    markInvitationUsed(shop.db, hashOf(token), shop.now());
    if (row.userId) {
      updatePasswordHash(shop.db, row.userId, hash, shop.now());
      dropSessions(shop.db, row.userId);
    } else {
      updatePerson(shop.db, row.id, { userId: makeAccount(shop, row.name, hash) });
    }
    notePerson(shop, { id: row.id, name: row.name, source: 'hand' }, row, 'joined');
    return ok(row);
  });
}

/** Takes an invitation and signs in. */
export async function join(
  shop: Shop,
  auth: Auth,
  token: string,
  password: string,
  from: SignInFrom = {},
): Promise<Outcome<PersonRow>> {
  const taken = await takeInvitation(shop, auth, token, password);
  if (!taken.ok) return taken;
  const signed = await signIn(shop, auth, { name: taken.value.name, password }, from);
  return signed.ok ? taken : signed;
}

/**
 * Sets somebody's password on the server's own computer, as one does who has forgotten it, and signs them out
 * everywhere. Somebody without an account gets one; an empty shop its technician.
 */
export async function setPassword(
  shop: Shop,
  auth: Auth,
  actor: Actor,
  name: string,
  password: string,
): Promise<Outcome<'made' | 'changed'>> {
  const parsed = passwordSchema.safeParse(password);
  if (!parsed.success) return refuse(parsed.error.issues[0]!.message, 'password');
  const hash = await hashPassword(auth, parsed.data);
  return write(shop.db, (): Outcome<'made' | 'changed'> => {
    const row = personByName(shop.db, name.trim());
    if (!row) {
      const known = allPeople(shop.db).map((one) => one.name);
      return refuse(
        known.length > 0
          ? `Nobody here is called "${name}". There are: ${known.join(', ')}.`
          : 'Nobody is known here yet: the first page of a new shop makes its technician.',
        'name',
      );
    }
    if (row.endedAt !== null) return refuse(`${row.name} has left. Bring them back first.`);
    if (row.userId) {
      updatePasswordHash(shop.db, row.userId, hash, shop.now());
      dropSessions(shop.db, row.userId);
    } else {
      updatePerson(shop.db, row.id, { userId: makeAccount(shop, row.name, hash) });
    }
    notePerson(shop, actor, row, 'password');
    return ok(row.userId ? 'changed' : 'made');
  });
}

/** Whether somebody is the only one left who may do everything. */
function isLastTechnician(shop: Shop, row: PersonRow): boolean {
  const others = allPeople(shop.db).some(
    ({ id, role, userId, endedAt }) =>
      id !== row.id && role === 'technician' && userId !== null && endedAt === null,
  );
  return row.role === 'technician' && !others;
}

/** Gives somebody another role. They are signed out everywhere, so that no open page keeps the old one. */
export const changeRole = useCase(
  z.object({ personId: id, role: roleSchema }),
  (shop, actor, { personId, role }): Outcome<Role> => {
    const row = personById(shop.db, personId);
    if (!row) return refuse('That person is not in the list.');
    if (row.role === role) return ok(row.role);
    if (isLastTechnician(shop, row)) {
      return refuse('The last technician stays technician: make another one first.', 'role');
    }
    const early = may(row.role, 'clean') ? null : unpractised(shop, row.name, role);
    if (early) return early;
    updatePerson(shop.db, personId, { role });
    if (row.userId) dropSessions(shop.db, row.userId);
    notePerson(shop, actor, { ...row, role }, 'role');
    return ok(role);
  },
);

/** Ends somebody's access: signed out everywhere, off the labels. What they wrote keeps their name. */
export const endPerson = useCase(id, (shop, actor, personId): Outcome<null> => {
  const row = personById(shop.db, personId);
  if (!row) return refuse('That person is not in the list.');
  if (row.endedAt !== null) return ok(null);
  if (isLastTechnician(shop, row)) {
    return refuse('The last technician cannot be removed: make another one first.');
  }
  updatePerson(shop.db, personId, { endedAt: shop.now(), codeHash: null, mail: null });
  dropInvitations(shop.db, personId);
  if (row.userId) dropSessions(shop.db, row.userId);
  notePerson(shop, actor, row, 'ended');
  return ok(null);
});

/** Brings somebody back who had left, in the role they had. */
export const bringBack = useCase(id, (shop, actor, personId): Outcome<null> => {
  const row = personById(shop.db, personId);
  if (!row) return refuse('That person is not in the list.');
  updatePerson(shop.db, personId, { endedAt: null });
  notePerson(shop, actor, row, 'back');
  return ok(null);
});

/** Signs somebody out, in one place or everywhere. */
export const signOutPerson = useCase(
  z.object({
    personId: id,
    /** `null`: everywhere */
    placeId: id.nullable(),
  }),
  (shop, actor, { personId, placeId }): Outcome<null> => {
    const row = personById(shop.db, personId);
    if (!row?.userId) return refuse('That person has no account.');
    const userId = row.userId;
    const dropped = dropSessions(shop.db, userId, placeId ?? undefined);
    if (dropped > 0) notePerson(shop, actor, row, 'signed out');
    return ok(null);
  },
);

/**
 * Changes one's own password; needs the present one. Signs out everywhere else.
 * @param from where it is changed, with the place that stays signed in
 */
export async function changePassword(
  shop: Shop,
  auth: Auth,
  personId: string,
  input: { present: string; next: string },
  from: SignInFrom & { placeId?: string | null } = {},
): Promise<Outcome<null>> {
  const row = personById(shop.db, personId);
  if (!row?.userId) return refuse('That person has no account.');
  const parsed = passwordSchema.safeParse(input.next);
  if (!parsed.success) return refuse(parsed.error.issues[0]!.message, 'next');
  const userId = row.userId;
  return slowed(shop, passwordTries(shop, row.name, from), async () => {
    const { password: hasher } = await auth.$context;
    const present = passwordHashOf(shop.db, userId);
    const right = present && (await hasher.verify({ hash: present, password: input.present }));
    if (!right) return refuse('The present password is wrong.', 'present');
    const hash = await hashPassword(auth, parsed.data);
    write(shop.db, () => {
      updatePasswordHash(shop.db, userId, hash, shop.now());
      dropOtherSessions(shop.db, userId, from.placeId ?? null);
      notePerson(shop, { id: row.id, name: row.name, source: 'hand' }, row, 'password');
    });
    return ok(null);
  });
}
