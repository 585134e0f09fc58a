'use server';

import { strikeEntry } from '../../services/book';
import { correctCare, type CareChange } from '../../services/care';
import { correctSession, type SessionChange } from '../../services/sessions';
import { act } from '../_server/act';

export async function strikeAction(id: string, reason: string) {
  return act('clean', (shop, actor, { role }) => strikeEntry(shop, actor, role, id, reason));
}

export async function correctSessionAction(id: string, reason: string, change: SessionChange) {
  return act('clean', (shop, actor) => correctSession(shop, actor, id, reason, change));
}

export async function correctCareAction(id: string, reason: string, change: CareChange) {
  return act('clean', (shop, actor) => correctCare(shop, actor, id, reason, change));
}
