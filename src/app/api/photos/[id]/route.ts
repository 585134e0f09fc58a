import { photoBytes } from '../../../../services/audit-log/photos';
import { guarded } from '../../../_server/answer';

interface Context {
  params: Promise<{ id: string }>;
}

export const GET = guarded('see', async ({ shop }, _request, { params }: Context) => {
  const bytes = photoBytes(shop, (await params).id);
  if (!bytes) return new Response('No such picture.', { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'private, max-age=86400, immutable',
      'Content-Security-Policy': "default-src 'none'",
    },
  });
});
