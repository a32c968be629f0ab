import { Readable } from 'node:stream';
import busboy from 'busboy';
import { takeIn, type TakenIn } from '@/services/artwork/intake';
import { Trouble } from '@/services/trouble';

const MAX_FILES = 1000;
const MAX_FIELD_BYTES = 4000;

/** multipart/form-data: any number of files in fields of any name, and optional fields `drawer`, `batch` and `fitting` before them. */
export async function takeForm(workspace: string, request: Request): Promise<TakenIn[]> {
  const type = request.headers.get('content-type') ?? '';
  if (!type.startsWith('multipart/form-data')) throw new Trouble('bad-request', 'Send files as multipart/form-data.');
  if (!request.body) throw new Trouble('bad-request', 'There is nothing in the request.');
  const results: Promise<TakenIn>[] = [];
  const to: { drawer?: string; batch?: string; fitting?: boolean } = {};
  const parser = busboy({
    headers: { 'content-type': type },
    defParamCharset: 'utf8',
    preservePath: true,
    limits: { files: MAX_FILES, fields: 20, fieldSize: MAX_FIELD_BYTES },
  });
  parser.on('field', (name, value) => {
    if (name === 'drawer' || name === 'batch') to[name] = value.trim();
    if (name === 'fitting') to.fitting = value.trim() === 'yes';
  });
  parser.on('file', (_, stream, info) => {
    const one = takeIn(workspace, info.filename || 'untitled', stream, { ...to });
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
  return Promise.all(results);
}
