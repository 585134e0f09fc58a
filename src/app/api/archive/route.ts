import fs from 'node:fs';
import { Readable } from 'node:stream';
import { outgoing } from '../../../services/safekeeping/outgoing';
import { guarded, refuseRequest } from '../../_server/answer';

/** The archive that was packed last, as a file. */
export const GET = guarded('set up', ({ shop }) => {
  const waiting = outgoing(shop.dataDir);
  if (!waiting) return refuseRequest(404, 'No archive is packed: pack one in Set-up, Copies.');
  const stream = Readable.toWeb(fs.createReadStream(waiting.file)) as ReadableStream<Uint8Array>;
  return new Response(stream, {
    headers: {
      'Content-Type': 'application/gzip',
      'Content-Length': String(waiting.bytes),
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(waiting.name)}`,
    },
  });
});
