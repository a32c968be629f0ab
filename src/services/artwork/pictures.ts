import { Readable } from 'node:stream';
import { isSigned, sign } from '../../files/seal';
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
  const found = it.sha256 ? await files.stream('originals', it.sha256) : null;
  if (!found) throw new Trouble('not-found', 'The file of this artwork is not here.');
  return { stream: web(found.stream), fileName: it.fileName, bytes: it.bytes };
}

const MARK = 22;
const PURPOSE = 'pictures';

/**
 * The name of a picture as a workspace may ask for it: with a mark that holds for this workspace only. The same file may be another
 * workspace's too, and its name can be computed by whoever has the file it was made from; the mark cannot.
 */
export const nameIn = (workspace: string, name: string): string => `${sign(PURPOSE, `${workspace} ${name}`)}-${name}`;

/** The same for the smallest copy of a small picture. */
export const miniIn = (workspace: string, small: string): string => nameIn(workspace, files.miniOf(small));

/** A rendered picture by its name in a workspace. Another workspace's name is the name of nothing. */
export async function pictureOf(workspace: string, asked: string): Promise<{ stream: ReadableStream; type: string }> {
  const [mark, name] = [asked.slice(0, MARK), asked.slice(MARK + 1)];
  const type = TYPES[/\.[a-z]+$/.exec(name)?.[0] ?? ''];
  const known = type && /^[0-9a-f]{64}(\.mini)?\.[a-z]+$/.test(name) && isSigned(PURPOSE, `${workspace} ${name}`, mark);
  // one that was made before there were smallest copies has none
  const found = known ? ((await files.stream('derived', name)) ?? (await files.stream('derived', files.ownerOf(name)))) : null;
  if (!found) throw new Trouble('not-found', 'There is no such picture.');
  return { stream: web(found.stream), type: type! };
}
