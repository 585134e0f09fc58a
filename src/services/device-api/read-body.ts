import { ok } from '../../core/units/result';
import { refuse, type Outcome } from '../shop';

/**
 * The bytes of a request, read no further than a limit, whether or not it says how many there are.
 * @param most bytes taken
 * @param tooLarge what is said where there are more
 */
export async function readBody(
  request: Request,
  most: number,
  tooLarge: string,
): Promise<Outcome<Uint8Array>> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return refuse(tooLarge);
  if (!request.body) return ok(new Uint8Array());
  const pieces: Uint8Array[] = [];
  let size = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return ok(new Uint8Array(Buffer.concat(pieces)));
    size += value.length;
    if (size > most) {
      await reader.cancel();
      return refuse(tooLarge);
    }
    pieces.push(value);
  }
}
