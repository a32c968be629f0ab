import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, writeFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Opens an outlet's folder. `format` says how its records are written; a folder of another format is put aside whole,
 * beside the new one, with a sentence for the log: it is never read half.
 */
export function openFolder(folder: string, format: string, say: (line: string) => void): string {
  const mark = join(folder, 'format');
  const found = existsSync(mark) ? readFileSync(mark, 'utf8').trim() : '';
  if (existsSync(folder) && readdirSync(folder).length > 0 && found !== format) {
    let aside = `${folder}.put-aside`;
    for (let n = 2; existsSync(aside); n++) aside = `${folder}.put-aside-${n}`;
    renameSync(folder, aside);
    say(
      `${folder} was written by another version of this stand-in (${found || 'no format named'}). It is put aside in ${aside}.`,
    );
  }
  mkdirSync(folder, { recursive: true });
  writeFileSync(mark, `${format}\n`);
  return folder;
}

/** A folder of JSON records, held in memory and written one file a record, whole or not at all. */
export class Records<T extends { id: string }> {
  private readonly all = new Map<string, T>();

  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
    for (const file of readdirSync(folder).filter((f) => f.endsWith('.json'))) {
      const record = JSON.parse(readFileSync(join(folder, file), 'utf8')) as T;
      this.all.set(record.id, record);
    }
  }

  get(id: string): T | undefined {
    return this.all.get(id);
  }
  list(): T[] {
    return [...this.all.values()];
  }
  put(record: T): T {
    const file = join(this.folder, `${record.id}.json`);
    writeFileSync(`${file}.new`, JSON.stringify(record));
    renameSync(`${file}.new`, file);
    this.all.set(record.id, record);
    return record;
  }
  remove(id: string): void {
    rmSync(join(this.folder, `${id}.json`), { force: true });
    this.all.delete(id);
  }
}

/** Files beside the records. */
export class Files {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }
  put(id: string, data: Buffer): void {
    writeFileSync(join(this.folder, `${id}.new`), data);
    renameSync(join(this.folder, `${id}.new`), join(this.folder, id));
  }
  has(id: string): boolean {
    return typeof id === 'string' && /^[a-z0-9-]+$/.test(id) && existsSync(join(this.folder, id));
  }
  get(id: string): Buffer | null {
    return this.has(id) ? readFileSync(join(this.folder, id)) : null;
  }
}

/** The media type of a picture by its first bytes. */
export const pictureType = (data: Buffer): 'image/png' | 'image/webp' | 'image/jpeg' =>
  data.length > 24 && data.readUInt32BE(0) === 0x89504e47
    ? 'image/png'
    : data.length > 30 && data.toString('latin1', 0, 4) === 'RIFF' && data.toString('latin1', 8, 12) === 'WEBP'
      ? 'image/webp'
      : 'image/jpeg';

/** Width and height of a WebP from its first chunk (RFC 9649, sections 2.5 to 2.7); null for what is none. */
function webpSize(data: Buffer): { width: number; height: number } | null {
  const chunk = data.toString('latin1', 12, 16);
  if (chunk === 'VP8X') return { width: data.readUIntLE(24, 3) + 1, height: data.readUIntLE(27, 3) + 1 };
  if (chunk === 'VP8 ') return { width: data.readUInt16LE(26) & 0x3fff, height: data.readUInt16LE(28) & 0x3fff };
  if (chunk !== 'VP8L') return null;
  const bits = data.readUInt32LE(21);
  return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 };
}

/** Width and height of a JPEG, PNG or WebP from its header; null for anything else. */
export function pictureSize(data: Buffer): { width: number; height: number } | null {
  if (pictureType(data) === 'image/webp') return webpSize(data);
  if (data.length > 24 && data.readUInt32BE(0) === 0x89504e47)
    return { width: data.readUInt32BE(16), height: data.readUInt32BE(20) };
  if (data.length < 4 || data.readUInt16BE(0) !== 0xffd8) return null;
  for (let at = 2; at + 9 < data.length;) {
    if (data[at] !== 0xff) return null;
    const marker = data[at + 1]!;
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { width: data.readUInt16BE(at + 7), height: data.readUInt16BE(at + 5) };
    at += 2 + data.readUInt16BE(at + 2);
  }
  return null;
}
