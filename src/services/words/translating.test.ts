import fc from 'fast-check';
import type { Translator, ToTranslate } from '../../core/translating/translator';
import type { WordsRow } from '../../data/line/galley';
import { takeTranslations, translate, type ToBeTranslated } from './translating';

/** A translator of elsewhere: it says everything backwards, and notes what it was asked. */
function backwards(): Translator & { asked: { texts: ToTranslate[]; way: string }[] } {
  const asked: { texts: ToTranslate[]; way: string }[] = [];
  return {
    asked,
    from: ['en'],
    to: ['de', 'fr'],
    translate: (texts, from, to) => {
      asked.push({ texts: [...texts], way: `${from}-${to}` });
      return Promise.resolve(texts.map(({ text }) => ({ text: [...text].reverse().join(''), left: [] })));
    },
  };
}
const words = (id: string, fields: Record<string, string | string[]>, to = 'de'): ToBeTranslated => ({
  row: { id } as WordsRow,
  rules: null,
  asks: Object.fromEntries(
    Object.entries(fields).map(([field, value]) => {
      const list = Array.isArray(value);
      const texts = (list ? value : [value]).map((text) => ({ text, kind: 'line' as const, keep: [] }));
      return [field, { from: 'en', to, texts, list }];
    }),
  ),
});
const byId = (all: ToBeTranslated[]) => new Map(all.map((w) => [w.row.id, w]));

test('a translator is asked once for each two languages, and each text once', async () => {
  const it = backwards();
  const all = [words('1', { title: 'Crab', tags: ['crab', 'sea'] }), words('2', { title: 'Crab', tags: ['sea'] }), words('3', { title: 'Crab' }, 'fr')]; // prettier-ignore
  await translate(all, it);
  expect(it.asked.map(({ way, texts }) => [way, texts.map((t) => t.text)])).toEqual([
    ['en-de', ['Crab', 'crab', 'sea']],
    ['en-fr', ['Crab']],
  ]);
  expect(all.map((w) => w.translated)).toEqual([
    { title: 'barC', tags: ['barc', 'aes'] },
    { title: 'barC', tags: ['aes'] },
    { title: 'barC' },
  ]);
});

test('every text gets its own answer, whatever it says', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.string(), { maxLength: 8 }), async (titles) => {
      const all = titles.map((title, i) => words(String(i), { title }));
      await translate(all, backwards());
      expect(all.map((w) => w.translated!.title)).toEqual(titles.map((t) => [...t].reverse().join('')));
    }),
  );
});

test('tags that become the same are one', async () => {
  const all = [words('1', { tags: ['present', 'gift'] })];
  const same: Translator = { ...backwards(), translate: (texts) => Promise.resolve(texts.map(() => ({ text: 'Geschenk', left: [] }))) }; // prettier-ignore
  await translate(all, same);
  expect(all[0]!.translated).toEqual({ tags: ['Geschenk'] });
});

test('nothing to say asks nobody', async () => {
  const it = backwards();
  await translate([{ row: { id: '1' } as WordsRow, rules: null }], it);
  expect(it.asked).toEqual([]);
});

test('one that is away is told in a sentence; one that answers too little is no answer', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const away: Translator = { ...backwards(), translate: () => Promise.reject(new Error('no route')) };
  await expect(translate([words('1', { title: 'Crab' })], away)).rejects.toThrow(/translator cannot be reached/);
  expect(quiet).toHaveBeenCalled();
  quiet.mockRestore();
  const short: Translator = { ...backwards(), translate: () => Promise.resolve([]) };
  await expect(translate([words('1', { title: 'Crab' })], short)).rejects.toThrow('answered 0 of 1');
});

test('what was translated before is taken where it is asked for alike, and nowhere else', async () => {
  const before = [words('1', { title: 'Crab', tags: ['sea'] }), words('2', { title: 'Owl' })];
  await translate(before, backwards());
  const now = [words('1', { title: 'Cat', tags: ['sea'] }), words('2', { title: 'Owl' }), words('3', { title: 'Crab' })];
  takeTranslations(now, byId(before));
  expect(now.map((w) => w.translated)).toEqual([{ tags: ['aes'] }, { title: 'lwO' }, undefined]);
});
