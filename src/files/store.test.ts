import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { seal, unseal } from './seal';
import { arrive, derivedName, dropArrived, has, hasRoom, keepArrived, read } from './store';

const folder = mkdtempSync(join(tmpdir(), 'press-files-'));
process.env.FILES_DIR = folder;
process.env.SEAL_KEY = 'ab'.repeat(32);

const keepOriginal = async (source: Readable, most: number) => {
  const arrived = await arrive(source, most);
  await keepArrived(arrived);
  return { sha256: arrived.sha256, bytes: arrived.bytes };
};
const leftovers = () => readdirSync(join(folder, 'incoming'));

describe('originals', () => {
  test('are kept bit for bit under their SHA-256', async () => {
    const data = Buffer.from([0, 255, 13, 10, 0, 7]);
    const kept = await keepOriginal(Readable.from([data.subarray(0, 2), data.subarray(2)]), 100);
    expect(kept).toEqual({ sha256: createHash('sha256').update(data).digest('hex'), bytes: 6 });
    expect((await read('originals', kept.sha256)).equals(data)).toBe(true);
    expect(leftovers()).toEqual([]);
  });

  test('the well-known digest of "abc" (FIPS 180-4 example)', async () => {
    expect((await keepOriginal(Readable.from(['abc']), 10)).sha256).toBe(
      'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    );
  });

  test('a file past the limit is refused while it streams, and leaves nothing behind', async () => {
    let read = 0;
    const endless = new Readable({
      read() {
        read += 1024;
        this.push(Buffer.alloc(1024));
      },
    });
    await expect(keepOriginal(endless, 10_000)).rejects.toThrow('tooLarge');
    expect(read).toBeLessThan(1_000_000);
    expect(leftovers()).toEqual([]);
  });

  test('a stream that breaks off leaves nothing behind', async () => {
    const broken = Readable.from(
      (function* () {
        yield Buffer.from('half');
        throw new Error('connection lost');
      })(),
    );
    await expect(keepOriginal(broken, 100)).rejects.toThrow('connection lost');
    expect(leftovers()).toEqual([]);
  });
});

describe('what has arrived', () => {
  test('is nowhere to be found until it is kept, and gone when it is let go', async () => {
    const arrived = await arrive(Readable.from(['kelp']), 10);
    expect(await has('originals', arrived.sha256)).toBe(false);
    expect(leftovers()).toHaveLength(1);
    await dropArrived(arrived);
    expect(leftovers()).toEqual([]);
    await dropArrived(arrived); // once more does no harm
  });
  test('a source that only says that it failed, before anybody reads it, is an error of that file and of nothing else', async () => {
    const broken = new Readable({ read: () => undefined });
    const taking = arrive(broken, 10);
    broken.emit('error', new Error('bad entry'));
    await expect(taking).rejects.toThrow();
    expect(leftovers()).toEqual([]);
  });
  test('needs room on the disk beyond the reserve, which may be set', async () => {
    expect(await hasRoom()).toBe(true);
    expect(await hasRoom(2 ** 60)).toBe(false);
    process.env.PRESS_RESERVE_MB = String(2 ** 40);
    expect(await hasRoom()).toBe(false);
    delete process.env.PRESS_RESERVE_MB;
  });
});

test('names of derived files are the same for the same inputs and others for others', () => {
  expect(derivedName({ a: 1 }, '.jpg')).toBe(derivedName({ a: 1 }, '.jpg'));
  expect(derivedName({ a: 1 }, '.jpg')).not.toBe(derivedName({ a: 2 }, '.jpg'));
});

describe('sealed secrets', () => {
  test('come back as they were, and look like nothing in between', () => {
    const sealed = seal({ token: 'harbour' });
    expect(unseal(sealed)).toEqual({ token: 'harbour' });
    expect(Buffer.from(sealed, 'base64').toString('latin1')).not.toContain('harbour');
    expect(seal({ token: 'harbour' })).not.toBe(sealed);
  });
  test('cannot be changed or opened with another key', () => {
    const raw = Buffer.from(seal({ token: 'x' }), 'base64');
    raw[raw.length - 1]! ^= 1;
    expect(() => unseal(raw.toString('base64'))).toThrow();
    const sealed = seal(1);
    process.env.SEAL_KEY = 'cd'.repeat(32);
    expect(() => unseal(sealed)).toThrow();
    process.env.SEAL_KEY = 'ab'.repeat(32);
  });
});
