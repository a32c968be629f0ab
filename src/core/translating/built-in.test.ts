import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { briefFor, MOTIFS } from '../../../tests/fixtures/motifs/briefs';
import { titleFor, write } from '../writing/write';
import { readTable } from '../tables/csv';
import { builtIn, tablesFrom, type Row } from './built-in';
import { bareLanguage } from './translator';

const tables = tablesFrom((name) => readFileSync(`src/core/translating/tables/${name}.csv`, 'utf8'));
const translator = builtIn(tables);
const say = async (text: string, to: string, kind: 'line' | 'long' = 'line', keep: string[] = []) =>
  (await translator.translate([{ text, kind, keep }], 'en', to))[0]!;

test.each([
  ['Crab Shirt', 'Krabben-Shirt', 'T-shirt crabe', 'Camiseta cangrejo'],
  ['Hold Fast Mug', 'Hold Fast Tasse', 'Tasse Hold Fast', 'Taza Hold Fast'],
  ['gift for swimmers', 'Geschenk für Schwimmer', 'cadeau pour nageurs', 'regalo para nadadores'],
  ['lighthouse lover gift', 'Geschenk für Leuchtturm-Fans', 'cadeau pour les amoureux de phare', 'regalo para amantes de faro'],
  ['funny hedgehog', 'lustiges Igel-Motiv', 'motif hérisson humoristique', 'diseño divertido de erizo'],
  ['big sister gift', 'Große-Schwester-Geschenk', 'cadeau grande sœur', 'regalo hermana mayor'],
  ['Dog Owner Gift', 'Geschenk für Hunde-Besitzer', 'Cadeau pour propriétaire de chien', 'Regalo para dueños de perro'],
  ['beach humour', 'Strand-Humor', 'humour plage', 'humor de playa'],
  ['Soft Cotton, Printed to Order', 'Weiche Baumwolle, Auf Bestellung gedruckt', 'Coton doux, Imprimé à la commande', 'Algodón suave, Impreso por encargo'],
])('%s', async (en, ...others) => {
  for (const [i, to] of ['de', 'fr', 'es'].entries())
    expect(await say(en, to, 'line', ['Hold Fast'])).toEqual({ text: others[i], left: [] });
}); // prettier-ignore

test('sentences of the trade, with what stands in them', async () => {
  const care = 'Care: Wash at 30 °C inside out, do not bleach, dry on a line.';
  expect((await say(care, 'de', 'long')).text).toBe(
    'Pflege: Bei 30 °C auf links waschen, nicht bleichen, auf der Leine trocknen.',
  );
  expect((await say('“Mine” is drawn in cream, sea green and amber.', 'es', 'long')).text).toBe('«Mine» está dibujado en crema, verde mar y ámbar.'); // prettier-ignore
  expect((await say('It is printed to order and leaves within three working days.', 'fr', 'long')).text).toBe('Imprimé à la commande et expédié sous trois jours ouvrés.'); // prettier-ignore
  expect((await say('Sizes: S, M and L.\n- Colours: Sand, Coral', 'de', 'long')).text).toBe('Größen: S, M und L.\n- Farben: Sand und Koralle'); // prettier-ignore
});

test('a name with a comma in it is not taken apart', async () => {
  const name = 'Cold water, warm people';
  expect((await say('Cold Water, Warm People Shirt, Sea Life', 'de', 'line', [name])).text).toBe(
    'Cold Water, Warm People Shirt, Leben im Meer',
  );
  expect((await say('Cold Water, Warm People Mug', 'fr', 'line', [name])).text).toBe('Tasse Cold Water, Warm People');
});

test('what stands in quotes is a name where a sentence says little else, and nothing that is not', async () => {
  expect(await say('“Hop to it”, in case anybody was wondering.', 'de', 'long')).toEqual({ text: '„Hop to it“, falls sich das jemand gefragt hat.', left: [] }); // prettier-ignore
  expect((await say('“Hop to it”.', 'fr', 'long')).text).toBe('« Hop to it ».');
  const not = 'Nobody sleeps, in case anybody was wondering.';
  expect(await say(not, 'de', 'long')).toEqual({ text: not, left: [not] });
  expect((await say('A cover around 120 pages of 90 g/m².', 'de', 'long')).left).toHaveLength(1);
  expect((await say('A soft cover with rounded corners around 120 pages of 90 g/m² that do not let ink through.', 'es', 'long')).text).toContain('120 páginas de 90 g/m²'); // prettier-ignore
});

test('what it has no words for stays as it is, and is told', async () => {
  const made = await say('Each one is printed to order. The rails hum and nobody sleeps.', 'de', 'long');
  expect(made).toEqual({
    text: 'Jedes Stück wird auf Bestellung gedruckt. The rails hum and nobody sleeps.',
    left: ['The rails hum and nobody sleeps.'],
  });
  expect(await say('Glockenspiel Zither Shirt', 'fr')).toEqual({ text: 'Glockenspiel Zither Shirt', left: ['Glockenspiel Zither Shirt'] }); // prettier-ignore
});

test('every row has all languages, and the same slots in each', () => {
  const slots = (text: string) => [...new Set((text.match(/\{\w+\}/g) ?? []).filter((s) => s !== '{noun}').map((s) => (s === '{thing}' ? '{stem}' : s)))].sort(); // prettier-ignore
  for (const [name, all] of Object.entries(tables))
    for (const row of all as Row[])
      for (const to of translator.to) {
        expect([name, row.en, to, row[to]]).toEqual([name, row.en, to, expect.stringMatching(/\S/)]);
        expect([row.en, slots(row[to]!)]).toEqual([row.en, slots(row.en!)]);
      }
  for (const all of [tables.goods, tables.words, tables.sentences]) expect(new Set(all.map((r) => r.en)).size).toBe(all.length);
});

test('whatever it is given it ends, says something, and leaves no slot open', () =>
  fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom('crab', 'shirt', 'gift for', 'lovers', 'and', ',', '.', 'Care:', '“X”', '{name}', 'with', '🦀', '\n'), { maxLength: 14 }), fc.constantFrom('de', 'fr', 'es'), async (words, to) => {
      const text = words.join(' ');
      for (const kind of ['line', 'long'] as const) {
        const made = await say(text, to, kind);
        if (!text.includes('{')) expect(made.text).not.toMatch(/\{\w+\}/);
        expect(made.text.trim() === '').toBe(text.trim() === '');
      }
    }),
  )); // prettier-ignore

// stated, so that it is known when it becomes worse: how much of what our own writer writes it has words for
test('of what the writer says of the standard set it has words for a good part', async () => {
  let [all, left] = [0, 0];
  for (const motif of MOTIFS) {
    const written = write(briefFor(motif, {}))!;
    const texts = [{ text: titleFor(written, { limit: 120, counted: 'code points' }), kind: 'line' as const }, { text: written.long, kind: 'long' as const }]; // prettier-ignore
    for (const t of texts) {
      const [made] = await translator.translate([{ ...t, keep: [motif.name] }], 'en', 'de');
      all += t.kind === 'line' ? t.text.split(', ').length : t.text.split(/[.!?](?:\s|$)/).length - 1;
      left += made!.left.length;
    }
  }
  expect(left / all).toBeLessThan(0.2);
});

test('of the tags of the phrasebook that ships it has words for more than half, in each language', async () => {
  const table = readTable(readFileSync('src/core/phrasebook/start.csv', 'utf8'), { maxRows: 1000 });
  if (!table.ok) throw new Error(table.sentence);
  const tags = [...new Set(table.table.rows.flatMap((r) => r.tags!.split(/;\s*/).filter(Boolean)))];
  expect(tags.length).toBeGreaterThan(800);
  for (const to of ['de', 'fr', 'es']) {
    const made = await translator.translate(tags.map((text) => ({ text, kind: 'line', keep: [] })), 'en', to); // prettier-ignore
    const whole = made.filter((m) => !m.left.length);
    expect(whole.length / tags.length).toBeGreaterThan(0.55);
    // what it has no words for stays as it came
    for (const [i, m] of made.entries()) if (m.left.length) expect(m.text).toBe(tags[i]);
  }
});

test('regions are of no account to it', () => expect(['de-AT', 'fr', 'ES-mx'].map(bareLanguage)).toEqual(['de', 'fr', 'es']));

// counted in what is left, not in time: no pattern is tried on what is longer than any sentence of the tables
test('a text without end is not taken apart without end: what is too long to be a sentence stays as it came', async () => {
  for (const unit of ['a, in a, for a, ', 'a with ', 'A, and b and ', 'Care: ']) {
    const text = unit.repeat(Math.ceil(90_000 / unit.length)).trim();
    expect((await say(text, 'de', 'long')).text.length).toBeGreaterThan(40_000);
    expect((await say(text, 'de')).text.length).toBeGreaterThan(40_000);
  }
  const long = `${'word '.repeat(100)}with more.`;
  expect(await say(long, 'de', 'long')).toEqual({ text: long, left: [long] });
});

test('what is remembered of other texts changes none: a motif’s own name stays wherever it stands', async () => {
  expect((await say('Crab Shirt', 'de')).text).toBe('Krabben-Shirt');
  expect((await say('Crab Shirt', 'de', 'line', ['Crab'])).text).toBe('Crab Shirt');
  expect((await say('Crab Shirt', 'fr')).text).toBe('T-shirt crabe');
  expect((await say('Crab Shirt', 'de')).text).toBe('Krabben-Shirt');
});
