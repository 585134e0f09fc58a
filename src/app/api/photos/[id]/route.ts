import { photoBytes } from '../../../../services/photos';
import { signedIn } from '../../../_server/shop';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const inside = await signedIn();
  if (!inside) return new Response('Sign in first.', { status: 401 });
  const bytes = photoBytes(inside.shop, (await params).id);
  if (!bytes) return new Response('No such picture.', { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'private, max-age=86400, immutable',
      'Content-Security-Policy': "default-src 'none'",
    },
  });
}
