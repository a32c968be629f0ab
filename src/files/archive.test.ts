import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { LIMITS } from '../core/limits';
import { refusal, refusalSentence } from '../core/artwork/refusals';
import { ArchiveTrouble, openArchive, type ArchiveFile } from './archive';

const folder = mkdtempSync(join(tmpdir(), 'press-archive-'));
let serial = 0;
async function zip(files: [string, Buffer][], change: (archive: Buffer) => void = () => undefined): Promise<string> {
  const made = new ZipFile();
  for (const [name, data] of files) made.addBuffer(data, name);
  made.end();
  const archive = await buffer(made.outputStream as never);
  change(archive);
  const path = join(folder, `${serial++}.zip`);
  writeFileSync(path, archive);
  return path;
}
// thousands of files are packed first
jest.setTimeout(60_000);
/** The first record of the archive's own list (PKWARE APPNOTE, section 4.3.12). */
const listed = (archive: Buffer): number => archive.indexOf('PK\x01\x02');
const noise = (bytes: number): Buffer => Buffer.from(Array.from({ length: bytes }, (_, i) => (i * 7919 + (i >> 3) * 31) & 255));
const told = async (path: string) => {
  const archive = await openArchive(path);
  archive.close();
  // as the seller is told, without the name
  const says = ({ code, values }: NonNullable<ArchiveFile['trouble']>) => refusalSentence(refusal(code, { ...values, file: '' }));
  return archive.files.map((f) => [f.path, f.trouble && says(f.trouble).slice(1, -1)]);
};

describe('one strange file in an archive is named, and the others can be unpacked', () => {
  const beside: [string, Buffer] = ['zz.png', noise(40)];
  // prettier-ignore
  test.each<[string, [string, Buffer], (archive: Buffer) => void, string]>([
    ['locked', ['a.png', noise(40)], (a) => (a[listed(a) + 8]! |= 1), 'is locked with a password; pack it without one'],
    ['of another method', ['a.png', noise(40)], (a) => a.writeUInt16LE(14, listed(a) + 10), 'is packed by a method that is not read here; pack it as a plain ZIP'],
    ['with a NUL in its name', ['a_b.png', noise(40)], (a) => a.write('a\0b.png', listed(a) + 46, 'latin1'), 'has control characters in its name'],
    ['deep', [`${'d/'.repeat(13)}a.png`, noise(40)], () => undefined, 'lies in folders more than 12 deep; pack it flatter'],
    ['with a long path', [`${'n'.repeat(250)}.png`, noise(40)], () => undefined, 'has a path of 254 letters; shorten its folders’ names'],
    ['that says it is huge', ['a.png', noise(40)], (a) => a.writeUInt32LE(LIMITS.fileBytes + 1, listed(a) + 24), 'is larger than 250 MB'],
    ['that grows', ['a.png', Buffer.alloc(4 << 20)], () => undefined, 'would grow more than 100 times'],
  ])('%s', async (_, file, change, trouble) => {
    const found = new Map(await told(await zip([file, beside], change)) as [string, string | null][]);
    expect([...found.values()]).toEqual([trouble, null]);
    expect(found.get('zz.png')).toBeNull();
  });
});

test('what grows a little may: a drawing in words shrinks well', async () =>
  expect(await told(await zip([['a.svg', Buffer.from('<g/>'.repeat(100_000))]]))).toEqual([['a.svg', null]]));
test('an archive that grows as a whole is not opened, however small its files are', async () => {
  const path = await zip(Array.from({ length: 40 }, (_, i) => [`${i}.png`, Buffer.alloc(900_000)]));
  await expect(told(path)).rejects.toMatchObject({ code: 'archive-grows' });
});
test('one of too many files is not opened', async () => {
  const path = await zip(Array.from({ length: LIMITS.archiveFiles + 1 }, (_, i) => [`${i}.png`, Buffer.from('x')]));
  await expect(told(path)).rejects.toMatchObject({ code: 'archive-too-many' });
});
test('what is no archive is refused with a sentence', async () => {
  writeFileSync(join(folder, 'no.zip'), 'PK\x03\x04 and nothing more');
  await expect(openArchive(join(folder, 'no.zip'))).rejects.toBeInstanceOf(ArchiveTrouble);
});
