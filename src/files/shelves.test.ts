import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { TestStore } from '../../tests/object-store';
import { objectStoreAt } from './objects';
import {
  arrive,
  borrow,
  derivedName,
  dropArrived,
  has,
  keepArrived,
  keepDerived,
  list,
  NotStored,
  read,
  remove,
  stream,
} from './store';
import { uploadPlace } from './uploads';

// what files are asked for is the same wherever they are kept

const scratch = mkdtempSync(join(tmpdir(), 'press-shelves-'));
process.env.FILES_DIR = scratch;
const store = new TestStore();
beforeAll(() => store.listen());
afterAll(() => store.close());

const all = async (shelf: 'originals' | 'derived') => {
  const found = [];
  for await (const file of list(shelf)) found.push(file);
  return found.sort((a, b) => a.name.localeCompare(b.name));
};
const incoming = () => readdirSync(join(scratch, 'incoming'));
const name = (of: string) => derivedName(of, '.jpg');

describe.each([
  ['the folder of this machine', () => ''],
  ['a folder that machines share', () => mkdtempSync(join(tmpdir(), 'press-shared-'))],
  ['an object store', () => store.url],
])('%s', (_, at) => {
  beforeAll(() => (process.env.STORE_URL = at()));
  afterAll(() => (process.env.STORE_URL = ''));

  test('keeps originals bit for bit under their SHA-256, and nothing of them on the way', async () => {
    const data = Buffer.from(Array.from({ length: 70_000 }, (_, i) => (i * 31) % 256));
    const arrived = await arrive(Readable.from([data.subarray(0, 5), data.subarray(5)]), 100_000);
    expect(arrived.head.equals(data.subarray(0, 64))).toBe(true);
    expect(await has('originals', arrived.sha256)).toBe(false);
    await keepArrived(arrived);
    await dropArrived(arrived);
    expect((await read('originals', arrived.sha256)).equals(data)).toBe(true);
    expect(incoming()).toEqual([]);
  });
  test('gives what was kept as bytes, as a stream, and to programs that want a path', async () => {
    await keepDerived(name('a'), Buffer.from('kelp'));
    await keepDerived(name('a'), Buffer.from('wrack'));
    expect(await has('derived', name('a'))).toBe(true);
    expect((await read('derived', name('a'))).toString()).toBe('wrack');
    expect((await stream('derived', name('a')))!.bytes).toBe(5);
    expect(await borrow('derived', name('a'), (path) => Promise.resolve(readFileSync(path, 'utf8')))).toBe('wrack');
    await expect(borrow('derived', name('a'), () => Promise.reject(new Error('mine')))).rejects.toThrow('mine');
    expect(incoming()).toEqual([]);
  });
  test('says what is not there', async () => {
    expect(await has('derived', name('none'))).toBe(false);
    expect(await stream('derived', name('none'))).toBeNull();
    await expect(read('derived', name('none'))).rejects.toThrow(NotStored);
    await expect(borrow('derived', name('none'), () => Promise.resolve())).rejects.toThrow(NotStored);
  });
  test('lists a shelf, however long, and takes away what is named', async () => {
    store.page = 2;
    for (const one of ['b', 'c', 'd', 'e']) await keepDerived(name(one), Buffer.from(one));
    const found = await all('derived');
    expect(found.map((f) => f.name)).toEqual(['a', 'b', 'c', 'd', 'e'].map(name).sort());
    expect(found.every((f) => Math.abs(f.at - Date.now()) < 120_000 && f.bytes > 0)).toBe(true);
    await remove('derived', [name('b'), name('c'), name('never there')]);
    expect((await all('derived')).map((f) => f.name)).toEqual(['a', 'd', 'e'].map(name).sort());
    expect(await all('originals')).toHaveLength(1);
  });
  test.each(['../../etc/passwd', 'a'.repeat(64) + '/..', '', 'A'.repeat(64)])('%s is no name', async (strange) => {
    await expect((async () => has('derived', strange))()).rejects.toThrow(RangeError);
    await expect((async () => remove('originals', [strange]))()).rejects.toThrow(RangeError);
  });
  test('keeps uploads until they are whole, with what became of them', async () => {
    const place = await uploadPlace(60_000);
    const id = `00000000-0000-4000-8000-000000000000-${'ab'.repeat(12)}`;
    const { Upload } = await import('@tus/server');
    await place.store.create(new Upload({ id, size: 11, offset: 0, metadata: { filename: 'boat.png' } }));
    await place.store.write(Readable.from([Buffer.from('hello ')]), id, 0);
    // another machine goes on where this one was
    const other = await uploadPlace(60_000);
    expect((await other.store.getUpload(id)).offset).toBe(6);
    await other.store.write(Readable.from([Buffer.from('boats')]), id, 6);
    const whole = await place.store.getUpload(id);
    expect([whole.offset, whole.size, whole.metadata?.filename]).toEqual([11, 11, 'boat.png']);
    let text = '';
    for await (const chunk of await place.read(id)) text += String(chunk);
    expect(text).toBe('hello boats');
    const there = [];
    for await (const known of place.list()) there.push(known);
    expect(there).toEqual([id]);
    expect(await place.outcome(id)).toBeNull();
    await place.keepOutcome(id, '{"taken": 1}');
    expect(await other.outcome(id)).toBe('{"taken": 1}');
    await place.remove(id);
    await expect(uploadPlace(60_000).then((p) => p.store.getUpload(id))).rejects.toBeDefined();
    await place.sweep(-1000);
    expect(await place.outcome(id)).toBeNull();
  });
});

describe('the address of an object store', () => {
  test('names who asks, where, and which bucket', () => {
    const { bucket, config } = objectStoreAt('s3://KEY:sec%2Fret@objects.example:9000/house?region=eu-north-1&tls=no');
    expect(bucket).toBe('house');
    expect(config).toMatchObject({
      endpoint: 'http://objects.example:9000',
      region: 'eu-north-1',
      credentials: { accessKeyId: 'KEY', secretAccessKey: 'sec/ret' },
    });
    expect(objectStoreAt('s3://K:s@objects.example/house').config.endpoint).toBe('https://objects.example');
  });
  test.each([
    'nonsense',
    's3://objects.example/house',
    'http://K:s@objects.example/house',
    's3://K:s@objects.example/',
    's3://K:s@h/No_Bucket',
  ])('%s is none, and that is said', (address) => expect(() => objectStoreAt(address)).toThrow(/store/));
});

test('an object store that fails for a moment is asked again, and one that knows other keys refuses', async () => {
  process.env.STORE_URL = store.url;
  store.failures = 2;
  await keepDerived(name('again'), Buffer.from('x'));
  expect(store.keys('derived/').some((k) => k.endsWith(name('again')))).toBe(true);
  process.env.STORE_URL = store.url.replace('secret', 'guess');
  await expect(has('derived', name('again'))).rejects.toThrow();
  process.env.STORE_URL = '';
});
