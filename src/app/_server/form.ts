import { ok } from '../../core/units/result';
import { readPhoto, type ReadyPhoto } from '../../services/photos';
import type { Outcome } from '../../services/shop';

/** The picture of a form, if one was chosen. */
export async function photoOf(form: FormData): Promise<Outcome<ReadyPhoto | null>> {
  const file = form.get('photo');
  if (!(file instanceof File) || file.size === 0) return ok(null);
  return readPhoto(new Uint8Array(await file.arrayBuffer()));
}
