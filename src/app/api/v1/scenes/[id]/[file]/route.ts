import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { route } from '@/app/_http/route';
import { sceneById, scenesFolder } from '@/services/scenes';
import { Trouble } from '@/services/trouble';

const FILES: Record<string, string> = {
  'plate-800.jpg': 'image/jpeg',
  'map-800.webp': 'image/webp',
  'gloss-800.jpg': 'image/jpeg',
};

/** The parts of a scene at preview size, for compositing in the browser. */
export const GET = route((_caller, _request, { id, file }) => {
  const type = FILES[file ?? ''];
  if (!type || !sceneById(id ?? '')) throw new Trouble('not-found', 'There is no such part of a scene.');
  const stream = Readable.toWeb(createReadStream(join(scenesFolder(), id!, file!))) as unknown as ReadableStream;
  return Promise.resolve(new Response(stream, { headers: { 'content-type': type, 'cache-control': 'private, max-age=86400' } }));
});
