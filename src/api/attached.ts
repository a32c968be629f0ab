import { Readable } from 'node:stream';
import type { OnItsWay } from '@/services/prints/archive';

/** A file to be taken away, never shown in our own origin. */
export const attached = ({ stream: from, fileName }: OnItsWay, type: string): Response =>
  new Response(Readable.toWeb(from) as unknown as ReadableStream, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
      'x-content-type-options': 'nosniff',
    },
  });
