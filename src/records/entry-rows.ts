import type { entry } from './schema';

/** An entry as it stands in the book. */
export type EntryRow = typeof entry.$inferSelect;

/** An entry as bare SQL gives it, by {@link entryColumns}. */
export type RawEntry = Omit<EntryRow, 'data'> & { data: string | null };

/** The columns of `entry` for bare SQL, by the names of an {@link EntryRow}. */
export const entryColumns = [
  'entry.id, entry.kind, entry.machine_id machineId, entry.subject_id subjectId, entry.at',
  'entry.recorded_at recordedAt, entry.person_id personId, entry.person, entry.source, entry.key',
  'entry.note, entry.data, entry.supersedes, entry.reason',
].join(', ');

/** An entry with its data taken apart. */
export function entryOf(raw: RawEntry): EntryRow {
  return { ...raw, data: raw.data === null ? null : JSON.parse(raw.data) };
}
