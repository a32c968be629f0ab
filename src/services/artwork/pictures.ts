import { Readable } from 'node:stream';
import * as files from '../../files/store';
import { artwork } from './artworks';
import { Trouble } from '../trouble';

const TYPES: Record<string, string> = { '.jpg': 'image/jpeg', '.webp': 'image/webp', '.png': 'image/png' };

const web = (stream: Readable) => Readable.toWeb(stream) as unknown as ReadableStream;

/** An artwork's file, bit for bit as it came in. */
export async function originalOf(
  workspace: string,
  id: string,
): Promise<{ stream: ReadableStream; fileName: string; bytes: number }> {
  const it = await artwork(workspace, id);
  if (!it.sha256 || !(await files.has('originals', it.sha256)))
    throw new Trouble('not-found', 'The file of this artwork is not here.');
  return { stream: web(files.stream('originals', it.sha256)), fileName: it.fileName, bytes: it.bytes };
}

/** A rendered picture by its name. Names are hashes of everything that went in, so they cannot be guessed. */
export async function pictureOf(name: string): Promise<{ stream: ReadableStream; type: string }> {
  const type = TYPES[/\.[a-z]+$/.exec(name)?.[0] ?? ''];
  if (!type || !/^[0-9a-f]{64}\.[a-z]+$/.test(name) || !(await files.has('derived', name)))
    throw new Trouble('not-found', 'There is no such picture.');
  return { stream: web(files.stream('derived', name)), type };
}
