import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { openFolder, pictureSize, pictureType, Records } from './store';

test('a folder of another format is put aside whole, with a sentence, and its records are not read', () => {
  const folder = join(mkdtempSync(join(tmpdir(), 'press-store-')), 'fair');
  mkdirSync(join(folder, 'offers'), { recursive: true });
  writeFileSync(join(folder, 'offers', '1.json'), '{"id":"1","old":true}');
  const said: string[] = [];
  openFolder(folder, 'offers 2', (line) => said.push(line));
  expect(said).toEqual([`${folder} was written by another version of this stand-in (no format named). It is put aside in ${folder}.put-aside.`]); // prettier-ignore
  expect(readFileSync(join(`${folder}.put-aside`, 'offers', '1.json'), 'utf8')).toContain('old');
  expect(new Records(`${folder}/offers`).list()).toEqual([]);
  // the next start finds its own format and leaves everything where it is
  new Records<{ id: string }>(`${folder}/offers`).put({ id: '2' });
  openFolder(folder, 'offers 2', (line) => said.push(line));
  expect([said.length, new Records(`${folder}/offers`).list()]).toEqual([1, [{ id: '2' }]]);
  // and a third format does not cover what was put aside before
  openFolder(folder, 'offers 3', () => undefined);
  expect(existsSync(`${folder}.put-aside-2`)).toBe(true);
  expect(readdirSync(folder)).toEqual(['format']);
});

test('a picture’s size is read from its header', async () => {
  const picture = sharp({ create: { width: 1200, height: 1100, channels: 3, background: '#24405e' } });
  expect(pictureSize(await picture.jpeg().toBuffer())).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(await picture.png().toBuffer())).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(await picture.webp().toBuffer())).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(await picture.webp({ lossless: true }).toBuffer())).toEqual({ width: 1200, height: 1100 });
  expect(pictureSize(await picture.clone().ensureAlpha(0.5).webp().toBuffer())).toEqual({ width: 1200, height: 1100 });
  for (const [kind, data] of [
    ['jpeg', await picture.jpeg().toBuffer()],
    ['png', await picture.png().toBuffer()],
    ['webp', await picture.webp().toBuffer()],
  ] as const)
    expect(pictureType(data)).toBe(`image/${kind}`);
  expect(pictureSize(Buffer.from('not a picture'))).toBeNull();
});
