import { faultTitle } from '../../catalogue/signs';
import { localDay, wallTime } from '../../core/units/zone';
import { hasLetter } from '../../records/mail';
import { allPeople } from '../../records/people';
import { shopBoard, type Board } from '../today/board';
import { pageAddress, writeLetter } from './letters';
import { shelf } from '../inventory/inventory';
import type { Shop } from '../shop';

/** From this hour of the shop's day on the digest goes out. */
const digestHour = 6;

/** Writes the day's digest to those who asked for it, once a day. */
export function writeDigests(shop: Shop): void {
  const now = shop.now();
  if (wallTime(now, shop.zone).hour < digestHour) return;
  const day = localDay(now, shop.zone);
  const keyOf = (id: string) => `digest:${day}:${id}`;
  // asked every few seconds: the board is made only for those who have not had theirs
  const readers = allPeople(shop.db).filter(
    ({ id, mail, mailDigest, endedAt }) =>
      mail !== null && mailDigest && endedAt === null && !hasLetter(shop.db, keyOf(id)),
  );
  if (readers.length === 0) return;
  const { subject, body } = digest(shop, shopBoard(shop));
  for (const { id, mail } of readers) {
    writeLetter(shop, { key: keyOf(id), mail: mail!, subject, body });
  }
}

/** What stands this morning, by danger, in plain text. */
function digest(shop: Shop, board: Board): { subject: string; body: string } {
  const { holds, faults, due, putBacks, machines } = board;
  const name = (id: string) => machines.find((machine) => machine.id === id)?.nickname ?? 'retired';
  const list = (title: string, lines: string[]) =>
    lines.length === 0 ? null : `${title}\n${lines.map((line) => `  ${line}`).join('\n')}`;
  const wanting = shelf(shop).filter(({ state }) => state === 'short' || state === 'low');
  const parts = [
    list(
      'On hold',
      holds.map(({ machineId, words }) => `${name(machineId)}: ${words}`),
    ),
    list(
      'Open faults',
      faults.map(
        ({ machine, signs, note, stage, waiting }) =>
          `${machine}: ${faultTitle(signs, note)} (${waiting ? waiting.what : stage})`,
      ),
    ),
    list(
      'Due, by danger',
      due
        .slice(0, 20)
        .map(
          ({ machine, station, task }) =>
            `${machine.nickname}, ${station.name}: ${task.task.key.replace('-', ' ')}, ${Math.floor(task.standing.used * 100)} % (${task.task.criticality})`,
        ),
    ),
    list(
      'To put right',
      putBacks.map(({ machineId, what }) => `${name(machineId)}: ${what}`),
    ),
    list(
      'Stores',
      wanting.map(({ name: item, has, unit }) => `${item}: ${has} ${unit} left`),
    ),
  ].filter((part) => part !== null);
  const headline = [
    `${holds.length} on hold`,
    `${faults.length} open ${faults.length === 1 ? 'fault' : 'faults'}`,
    `${board.dueCount} due`,
  ].join(', ');
  return {
    subject: `${shop.name}: ${headline}`,
    body: [
      ...(parts.length > 0 ? parts : ['Nothing is held, broken or due.']),
      pageAddress(shop, '/'),
    ]
      .filter(Boolean)
      .join('\n\n'),
  };
}
