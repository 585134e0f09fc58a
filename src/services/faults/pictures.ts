import { ok } from '../../core/units/result';
import { millisecondsPerHour } from '../../core/units/time';
import { photosOf } from '../../records/photos';
import { keepPhoto, readPhoto } from '../audit-log/photos';
import { refuse, type Outcome, type Shop } from '../shop';
import { faultBehind } from './follow';

/** Pictures of a report may follow for so long. */
const followingHours = 24;
/** The most pictures that reporters may add to one fault. */
const mostPictures = 24;

/**
 * Keeps a picture that follows its report, by the link its reporter was given.
 * @param key what the phone names it by: sent again it is kept once
 */
export async function addReportPhoto(
  shop: Shop,
  token: string,
  bytes: Uint8Array,
  key: string,
): Promise<Outcome<null>> {
  const fault = faultBehind(shop, token);
  if (!fault) return refuse('The report of this picture is not in the book.');
  if (shop.now() - lastReported(fault) > followingHours * millisecondsPerHour) {
    return refuse('This report is over a day old: show the picture to the technician.');
  }
  if (photosOf(shop.db, [fault.id]).length >= mostPictures) {
    return refuse(`This report has ${mostPictures} pictures already.`);
  }
  const read = await readPhoto(bytes);
  if (!read.ok) return read;
  const kept = keepPhoto(shop, fault.id, read.value, key);
  return kept.ok ? ok(null) : kept;
}

/** When somebody reported it last. */
function lastReported({
  at,
  steps,
}: {
  at: number;
  steps: { kind: string; at: number }[];
}): number {
  return Math.max(at, ...steps.filter(({ kind }) => kind === 'again').map((step) => step.at));
}
