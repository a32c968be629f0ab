import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { faultInDocument } from '../../services/documents';
import { callIndex, callUp, mostOwn } from './call-up';
import { above, PHRASE_KINDS, treeFault, wholeOf, type Phrase } from './entry';
import { keyOf, phrasesFromTable, phrasesToTable } from './table';

const START = readFileSync(join(__dirname, 'start.csv'), 'utf8');
const read = phrasesFromTable(START);
if (!read.ok) throw new Error(read.sentence);
const shipped = new Map(read.read.entries.map((e) => [e.key, e]));
const index = callIndex(shipped.values());
const keys = (telling: Parameters<typeof callUp>[1]) =>
  mostOwn(callUp(index, telling), (key) => above(shipped, key).map((e) => e.key)).map((c) => c.key);

describe('the start that ships', () => {
  test('is read whole, of every kind, and each entry is a document of the published form', () => {
    expect(read.read.faults).toEqual([]);
    expect(shipped.size).toBeGreaterThanOrEqual(120);
    expect(new Set([...shipped.values()].map((e) => e.document.kind))).toEqual(new Set(PHRASE_KINDS));
    for (const { document } of shipped.values()) expect(faultInDocument('phrase', document)).toBeNull();
  });
  test('every entry says something both ways, for somebody, in tags that outlets take', () => {
    for (const { key, document } of shipped.values()) {
      const { long, short, tags } = document.by.en!;
      expect([key, long.length, short.length, tags.length > 2]).toEqual([key, 2, 2, true]);
      // 20 characters is a usual limit: common practice, no single source
      expect(tags.filter((t) => t.length > 20 || t.split(' ').length > 4)).toEqual([]);
      expect(new Set(tags).size).toBe(tags.length);
      for (const text of [...long, ...short]) expect(text).not.toMatch(/\b(shirt|mug|poster|print on|sticker)\b/i);
    }
  });
  test('its tree has no circle and every parent is there', () => {
    for (const e of shipped.values()) expect(treeFault(shipped, e)).toBeNull();
  });
  test('a word calls one entry, or says why not', () => {
    const by = new Map<string, string[]>();
    for (const { key, document } of shipped.values())
      for (const word of document.calls) by.set(word, [...(by.get(word) ?? []), key]);
    const several = [...by].filter(([, callers]) => callers.length > 1);
    expect(several).toEqual([
      ['harvest', ['farm', 'autumn']],
      ['map', ['travel', 'map']],
    ]);
  });
});

describe('calling up', () => {
  test.each([
    ['the subject', { subject: 'lighthouse', name: 'Keep a light on' }, ['lighthouse']],
    ['in the plural', { name: 'Lighthouses of the north' }, ['lighthouse']],
    ['two words before one', { words: 'LAST NIGHT TRAIN' }, ['train']],
    ['joined in an artwork', { words: 'WORLD’S OKAYEST ANGLER', occasion: 'retirement' }, ['retirement', 'fishing']],
    ['the child, not those above it', { subject: 'dachshund', keywords: 'dog, pet' }, ['dachshund']],
    ['nothing', { name: 'Untitled 7' }, []],
  ])('by %s', (_, telling, called) => {
    expect(keys(telling)).toEqual(called);
  });
  test('a word counts as part of the longest phrase only', () => {
    const found = callUp(index, { words: 'black cat' });
    expect(found.map((c) => c.key)).toEqual(['black-cat']);
    // the cat of its own is called as well
    expect(callUp(index, { words: 'black cat, white cat' }).map((c) => c.key)).toEqual(['black-cat', 'cat']);
  });
  test('what stands in a more telling place comes first, and what stands in several places before that', () => {
    expect(keys({ subject: 'crab', keywords: 'train, owl' })[0]).toBe('crab');
    expect(keys({ words: 'owl', name: 'owl', keywords: 'owl', subject: 'crab' })[0]).toBe('owl');
  });
});

describe('an entry in its tree', () => {
  const entry = (
    key: string,
    parent: string | null,
    by: Phrase['document']['by'],
    meant?: Phrase['document']['meant'],
  ): Phrase => ({
    key,
    name: key,
    parent,
    document: { kind: 'subject', calls: [key], by, ...(meant && { meant }) },
  });
  const top = entry(
    'top',
    null,
    { en: { long: ['At length.'], short: ['Short.'], tags: ['a', 'b'] } },
    { one: 'fan', many: 'fans' },
  );
  const child = entry('child', 'top', { en: { long: [], short: ['Own.'], tags: ['b', 'c'] } });
  const book = new Map([top, child].map((e) => [e.key, e]));
  test('says what it says itself, else what those above it say; tags add up', () => {
    expect(wholeOf(book, 'child', 'en')).toMatchObject({
      meant: { many: 'fans' },
      above: ['top'],
      wording: { long: ['At length.'], short: ['Own.'], tags: ['b', 'c'] },
      tagsAbove: ['a'],
    });
    expect(wholeOf(book, 'child', 'de')!.wording).toEqual({ long: [], short: [], tags: [] });
    expect(wholeOf(book, 'gone', 'en')).toBeNull();
  });
  test('a circle is refused, and one that is there all the same ends', () => {
    expect(treeFault(book, { key: 'top', parent: 'child' })).toMatch(/circle/);
    expect(treeFault(book, { key: 'top', parent: 'top' })).toMatch(/below itself/);
    expect(treeFault(book, { key: 'new', parent: 'gone' })).toMatch(/no entry gone/);
    const round = new Map(book).set('top', { ...top, parent: 'child' });
    expect(above(round, 'child').map((e) => e.key)).toEqual(['top']);
  });
});

describe('as a table', () => {
  test('goes out and comes in the same', () => {
    const out = phrasesToTable([...shipped.values()]);
    expect(out).toContain('\r\n');
    const back = phrasesFromTable(out);
    expect(back).toMatchObject({ ok: true, read: { entries: [...shipped.values()], faults: [] } });
    expect(out.replace(/\r\n/g, '\n')).toBe(START.replace(/\r\n/g, '\n'));
  });
  test('a row that makes no sense is told and stops no other', () => {
    const text =
      'name;key;kind;language\nGood one;;;\n;x;;\nBad key;Not A Key;;\nBad kind;k;planet;\nBad language;l;;12\nGood one;;;\nGood one;;;de\n';
    const found = phrasesFromTable(text);
    expect(found.ok && found.read.faults.map((f) => f.row)).toEqual([2, 3, 4, 5, 6]);
    expect(found.ok && found.read.entries.map((e) => [e.key, Object.keys(e.document.by)])).toEqual([['good-one', ['en', 'de']]]);
  });
  test('what is no table says so', () => {
    expect(phrasesFromTable('')).toEqual({ ok: false, sentence: 'The table is empty.' });
    expect(phrasesFromTable('a,b\n1,2')).toEqual({ ok: false, sentence: 'The table has no column called name.' });
    expect(phrasesFromTable('name,name\n1,2')).toMatchObject({ sentence: 'The table has two columns called name.' });
    expect(phrasesFromTable('name,key\n"open,1')).toMatchObject({ ok: false });
  });
  test('keys are made of names', () => {
    expect(keyOf('Crème brûlée & tea!')).toBe('creme-brulee-tea');
  });
});
