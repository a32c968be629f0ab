import { DOWNLOAD_KINDS } from '../downloads/starter';

/** The dozen commonest goods, the most asked for first (common practice, no single source). */
export const COMMONEST = [
  'shirt',
  'mug',
  'hoodie',
  'sweatshirt',
  'poster',
  'tote',
  'sticker',
  'phone case',
  'cushion',
  'framed print',
  'notebook',
  'cap',
] as const;

/** Everything that is ready to be made: goods, then files to download. */
export const READY = [...COMMONEST, ...DOWNLOAD_KINDS] as const;

/** A name that none of the others has: counted on where it is taken. */
export function freeName(name: string, taken: readonly string[]): string {
  if (!taken.includes(name)) return name;
  let n = 2;
  while (taken.includes(`${name} ${n}`)) n++;
  return `${name} ${n}`;
}
