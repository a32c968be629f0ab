import { Readable } from 'node:stream';
import busboy from 'busboy';
import { page, query, route, searchOf } from '@/app/_http/route';
import { listArtworks } from '@/services/artworks';
import { takeIn, type TakenIn } from '@/services/intake';
import { artworkView } from '@/services/views';
import { Trouble } from '@/services/trouble';

export const GET = route(async (caller, request) => {
  const q = query(request);
  return page((await listArtworks(caller.workspace, searchOf(request), q.after, q.limit)).map(artworkView), q.limit);
});

const MAX_FILES = 1000;

/** multipart/form-data: any number of files in fields of any name, and optional fields `drawer` and `batch` before them. */
export const POST = route(async (caller, request) => {
  const type = request.headers.get('content-type') ?? '';
  if (!type.startsWith('multipart/form-data')) throw new Trouble('bad-request', 'Send files as multipart/form-data.');
  if (!request.body) throw new Trouble('bad-request', 'There is nothing in the request.');
  const results: Promise<TakenIn>[] = [];
  const to: { drawer?: string; batch?: string } = {};
  const parser = busboy({
    headers: { 'content-type': type },
    defParamCharset: 'utf8',
    preservePath: true,
    limits: { files: MAX_FILES, fields: 20 },
  });
  parser.on('field', (name, value) => {
    if (name === 'drawer' || name === 'batch') to[name] = value.trim();
  });
  parser.on('file', (_, stream, info) => {
    const one = takeIn(caller.workspace, info.filename || 'untitled', stream, { ...to });
    // a file that fails must not stop the rest from being read
    one.catch(() => stream.resume());
    results.push(one);
  });
  await new Promise<void>((resolve, reject) => {
    parser.on('close', resolve);
    parser.on('error', () =>
      reject(
        new Trouble('bad-request', 'The upload broke off or is not well formed; send it again. What had arrived whole is kept.'),
      ),
    );
    Readable.fromWeb(request.body as never)
      .on('error', () => parser.destroy(new Error('broke off')))
      .pipe(parser);
  });
  if (!results.length)
    throw new Trouble('not-valid', 'There are no files in this request. Choose a folder or files with pictures in them.');
  return { results: await Promise.all(results) };
}, 201);
