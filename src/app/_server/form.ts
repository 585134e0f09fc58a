import { ok } from '../../core/units/result';
import { readPhoto, type ReadyPhoto } from '../../services/audit-log/photos';
import { refuse, type Outcome } from '../../services/shop';

const mostPhotos = 6;

/** The pictures of a form. One that cannot be read refuses all: nothing is half kept. */
export async function photosOf(form: FormData): Promise<Outcome<ReadyPhoto[]>> {
  const files = form
    .getAll('photo')
    .filter((file): file is File => file instanceof File && file.size > 0);
  if (files.length > mostPhotos) return refuse(`At most ${mostPhotos} pictures.`, 'photo');
  const ready: ReadyPhoto[] = [];
  for (const file of files) {
    const read = await readPhoto(new Uint8Array(await file.arrayBuffer()));
    if (!read.ok) return read;
    ready.push(read.value);
  }
  return ok(ready);
}
