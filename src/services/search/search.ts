import { faultTitle } from '../../catalogue/signs';
import { may, type Role } from '../../core/people/roles';
import { peopleInBook } from '../../records/audit-log';
import { listMachines, listStations } from '../../records/machines';
import { closedFaults, openFaults } from '../faults/faults';
import { closedLooked } from '../faults/find';
import type { Shop } from '../shop';
import { machinePlaces, places } from './places';
import { words } from './words';

/** What is found: where it leads, or what a word means. */
export interface Found {
  kind: 'machine' | 'station' | 'page' | 'fault' | 'person' | 'word' | 'record';
  words: string;
  /** what stands beside it; the meaning of a word */
  beside: string | null;
  /** `null`: a word, which leads nowhere */
  href: string | null;
}

const most = 12;

/** Whether every word that is asked for begins a word of what is there. */
function matches(asked: readonly string[], text: string): boolean {
  const there = text.toLowerCase().split(/[^\p{L}\p{N}-]+/u);
  return asked.every((word) => there.some((one) => one.startsWith(word)));
}

/**
 * Finds machines, stations, pages, faults, people and words of this program by the beginnings of their words; last, the
 * same words in the record. Nothing that the role may not see.
 */
export function search(shop: Shop, role: Role, text: string): Found[] {
  const asked = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (asked.length === 0) return [];
  const machines = listMachines(shop.db);
  const found: Found[] = [];
  const add = (said: string, one: Found) => matches(asked, said) && found.push(one);

  for (const { id, nickname } of machines) {
    const href = `/machines/${id}`;
    add(nickname, { kind: 'machine', words: nickname, beside: null, href });
  }
  for (const { name, href, right, also } of places) {
    if (may(role, right)) add(`${name} ${also}`, { kind: 'page', words: name, beside: null, href });
  }
  for (const { id, nickname } of machines) {
    for (const { name, slug } of listStations(shop.db, id)) {
      const href = `/machines/${id}?station=${slug}`;
      add(`${nickname} ${name}`, { kind: 'station', words: name, beside: nickname, href });
    }
    for (const { name, href, right, also } of machinePlaces) {
      if (!may(role, right)) continue;
      const page = { kind: 'page' as const, words: `${nickname}: ${name}`, beside: null };
      // by the name of its machine alone a machine's pages would drown it
      if (!matches(asked, nickname)) {
        add(`${nickname} ${name} ${also}`, { ...page, href: `/machines/${id}${href}` });
      }
    }
  }
  for (const fault of [...openFaults(shop), ...closedFaults(shop, closedLooked)]) {
    const title = faultTitle(fault.signs, fault.note);
    add(`${fault.machine} ${title} ${fault.note ?? ''}`, {
      kind: 'fault',
      words: title,
      beside: `${fault.machine}, ${fault.closedAs ? 'closed' : 'open'}`,
      href: `/faults/${fault.id}`,
    });
  }
  for (const person of peopleInBook(shop.db)) {
    const href = `/record?person=${encodeURIComponent(person)}`;
    add(person, { kind: 'person', words: person, beside: 'in the record', href });
  }
  for (const [word, meaning] of words) {
    add(word, { kind: 'word', words: word, beside: meaning, href: null });
  }
  return [
    ...found.slice(0, most),
    {
      kind: 'record',
      words: `“${text.trim()}” in the record`,
      beside: null,
      href: `/record?text=${encodeURIComponent(text.trim())}`,
    },
  ];
}
