import { open } from 'node:fs/promises';
import { isOpenRaster } from '../../files/archive';
import { CannotRead } from './problem';

export type Format = 'png' | 'jpeg' | 'webp' | 'avif' | 'tiff' | 'svg' | 'psd' | 'ora' | 'pdf' | 'zip';

/** Tells what a file is by its first bytes, whatever its name says. Throws CannotRead for anything we do not take. */
export async function recognise(path: string, fileName: string): Promise<Format> {
  const handle = await open(path);
  const first = Buffer.alloc(1024);
  const { bytesRead } = await handle.read(first, 0, first.length, 0).finally(() => handle.close());
  const head = first.subarray(0, bytesRead);
  const begins = (text: string, at = 0) => head.subarray(at, at + text.length).toString('latin1') === text;
  if (begins('\x89PNG\r\n\x1a\n')) return 'png';
  if (begins('\xff\xd8\xff')) return 'jpeg';
  if (begins('RIFF') && begins('WEBP', 8)) return 'webp';
  if (begins('ftyp', 4) && /avif|avis/.test(head.subarray(8, 40).toString('latin1'))) return 'avif';
  if (begins('II*\0') || begins('MM\0*') || begins('II+\0') || begins('MM\0+')) return 'tiff';
  if (begins('8BPS')) return 'psd';
  if (begins('PK\x03\x04')) return isOpenRaster(head) ? 'ora' : 'zip';
  if (begins('PK\x05\x06')) return 'zip';
  if (head.indexOf('%PDF-') >= 0) return 'pdf';
  const text = head
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (/^<(\?xml|!DOCTYPE svg|!--|svg)/i.test(text)) return 'svg';
  const plain = head.length > 0 && head.every((b) => b === 9 || b === 10 || b === 13 || (b >= 32 && b !== 127));
  throw new CannotRead(plain ? 'plain-text' : 'not-a-picture', fileName);
}
