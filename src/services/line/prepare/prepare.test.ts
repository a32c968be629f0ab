import fc from 'fast-check';
import { rgbToHex } from '../../../core/colour/colour';
import {
  type AreaPlacement,
  covering,
  fitted,
  type Ground,
  type Ink,
  type Layer,
  lettering,
  onArea,
} from '../../../core/placement/form';
import { effective, type DocketDocument } from '../../../core/docket/docket';
import { sentenceOf } from '../../../core/listing/problems';
import { pricedOnce, tagsIn, textIn, type ProofFields, type ProofVariant } from '../../../core/listing/proof';
import type { PricePlan } from '../../../core/pricing/plan';
import type { RulesDocument } from '../../../core/outlet/rules';
import type { BlankDocument } from '../../../core/stock/blank';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { ProofRow } from '../../../data/line/proofs';
import type { Making } from './making';
import type { PictureOrder } from './pictures';
import type { Phrase } from '../../../core/phrasebook/entry';
import { asBook, calledUp } from '../../words/phrasebook';
import { tellingOf } from './telling';
import type { Brief, Writer, Written } from '../../../core/writing/brief';
import { write } from '../../../core/writing/write';
import { outlined, prepare, type Prepared } from './prepare';
import { prepareAll } from './prepare-all';
import { breakdownOf } from './prices';
import { recheck, recheckWords } from './problems';
import { payloadOf } from '../payload';

const blank: BlankDocument = {
  id: 'tee',
  name: 'Soft tee',
  kind: 'shirt',
  source: 'print house',
  house: 'Brightsea Works',
  currency: 'USD',
  colours: [
    { name: 'Chalk', hex: '#f7f5f0' },
    { name: 'Harbour', hex: '#24405e' },
    { name: 'Ink', hex: '#17171a' },
  ],
  sizes: [{ name: 'M' }, { name: '2XL' }],
  variants: [{ costMinor: 940 }, { sizes: ['2XL'], costMinor: 1140 }],
  areas: [{ name: 'front', side: 'front', widthMm: 381, heightMm: 457.2, ppi: 300 }],
  postage: [{ region: 'home', firstMinor: 479, furtherMinor: 200 }],
  productionDays: 3,
  care: 'Wash at 30 °C.',
  sentences: [
    { text: 'Soft cotton.', for: 'buyers' },
    { text: 'No minimum order.', for: 'sellers' },
  ],
};
const PLAN = '11111111-1111-4111-8111-111111111111';
const document: DocketDocument = {
  lines: [
    {
      key: 'goods',
      blank: 'tee',
      noun: { one: 'Shirt', many: 'Shirts' },
      colours: ['Chalk', 'Harbour', 'Ink'],
      sizes: ['M', '2XL'],
      placements: [onArea('front', fitted(0.7, 30))],
    },
  ],
  shots: [
    { kind: 'scene', scene: 'shirt-flat', colour: 'featured' },
    { kind: 'scene', scene: 'shirt-close', colour: 1 },
  ],
  words: {
    title: { en: '{{ artwork.name }} {{ product.noun }}' },
    description: { en: '{{ product.text }} In {{ product.colours }}.' },
  },
  tags: { en: ['{{ artwork.subject }} gift'] },
  pricePlan: PLAN,
  accepts: { ground: 'see-through', minPpi: 150 },
  outlets: [{ outlet: 'fair' }],
};
const line = document.lines[0]!;
const plan: PricePlan = { aim: { kind: 'margin', share: 350_000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 };
const text = (limit: number) => ({ label: 'Words', limit, counted: 'utf-16 units', required: true, format: 'plain' }) as const;
// The limits and fees of one well-known kind of outlet: common practice, no single source. No stand-in has this set.
const rules: RulesDocument = {
  edition: '1',
  languages: ['en'],
  currencies: ['USD'],
  texts: { title: text(140), description: text(1000) },
  tags: { max: 13, minLength: 3, maxLength: 20, counted: 'utf-16 units' },
  pictures: { max: 20, minSidePx: 1000, maxBytes: 1e7 },
  variants: { max: 400, axes: 2 },
  keeps: ['brand', 'kind', 'origin', 'hsCode', 'weights'],
  pricing: 'price',
  fees: [
    { label: 'Sale', kind: 'sale', base: 'charged', share: 65_000, fixedMinor: 0 },
    { label: 'Card', kind: 'payment', base: 'charged', share: 30_000, fixedMinor: 25 },
    { label: 'Place', kind: 'listing', base: 'none', share: 0, fixedMinor: 20 },
  ],
  states: [],
  listingSchema: { type: 'object', properties: { title: { maxLength: 140 }, pictures: { minItems: 1 } } },
};
const cream = {
  clearShare: 0.6,
  trim: { x: 0, y: 0, width: 1, height: 1 },
  inks: [{ rgb: [247, 239, 220], hex: '#f7efdc', share: 1 }],
  tone: 'light',
  picture: { kind: 'drawing' },
};
const artwork = {
  id: 'a',
  name: 'Keep a light on',
  subject: 'lighthouse',
  keywords: ['coastal'],
  occasion: '',
  audience: '',
  marks: [],
  byHand: {},
  said: [{ text: 'KEEP A LIGHT ON', confidence: 0.96 }],
  sha256: 'f'.repeat(64),
  widthPx: 4500,
  heightPx: 5400,
  measured: cream,
} as unknown as ArtworkRow;

const outlet = {
  id: 'fair',
  name: 'The fair',
  rules,
  rulesVersion: 1,
  settingsOffer: null,
  settings: {},
} as unknown as Making['outlet'];

interface Change {
  artwork?: ArtworkRow;
  twins?: ArtworkRow[];
  document?: Partial<DocketDocument>;
  blanks?: BlankDocument[];
  rules?: Partial<RulesDocument>;
  fields?: ProofFields;
  variants?: ProofVariant[];
  others?: ArtworkRow[];
  waivers?: Making['waivers'];
  choices?: Making['choices'];
  writing?: Making['kept']['writing'];
  phrases?: Phrase[];
  demand?: Making['demand'];
  used?: Making['used'];
}
/** Everything that a proof is made from, with what a test wants otherwise. */
function making(change: Change = {}): Making {
  const whole = { ...document, ...change.document };
  const its = change.artwork ?? artwork;
  const book = asBook((change.phrases ?? []).map((p) => ({ ...p, revision: 3 })));
  return {
    proofId: '0f0f0f0f-0000-4000-8000-000000000000',
    ownPlacements: null,
    waivers: change.waivers ?? [],
    choices: change.choices ?? [],
    artwork: change.artwork ?? artwork,
    twins: change.twins ?? [],
    docket: { id: 'd', name: 'Shirts', document: whole, revision: 1, updatedAt: '' },
    order: effective(whole, 'fair'),
    plan: { id: PLAN, name: 'steady', revision: 1, document: plan },
    blanks: new Map(
      (change.blanks ?? [blank]).map((d) => [d.id, { id: d.id, version: 1, document: d, fetchedAt: '', goneAt: null }]),
    ),
    others: new Map((change.others ?? []).map((a) => [a.id, a])),
    enclosures: new Map(),
    outlet: { ...outlet, rules: { ...rules, ...change.rules } },
    kept: {
      fields: change.fields ?? { words: {}, tags: {} },
      variants: change.variants ?? [],
      shots: null,
      writing: change.writing ?? null,
    },
    demand: change.demand ?? [],
    used: change.used ?? new Map(),
    book,
    called: calledUp(book, tellingOf(its, its.name)),
  };
}
/** With what the built-in writer answers. */
function made(change: Change = {}): Prepared {
  const outline = outlined(making(change));
  return prepare(outline, new Map([...outline.briefs].map(([language, brief]) => [language, write(brief)])));
}
const codes = (p: Prepared) => p.problems.filter((q) => q.stops).map((q) => q.code);
const said = (p: Prepared, code: string) => sentenceOf(p.problems.find((q) => q.code === code)!);
const title = (p: Prepared) => textIn(p.fields, 'title', 'en');
const byHand = (name: string, value: string): ProofFields => ({
  words: { [name]: { en: { value, from: 'hand', made: null } } },
  tags: {},
});
const scenes = (p: Prepared) => p.pictures.flatMap((s) => (s.kind === 'scene' ? [s] : []));

test('colours that a hand chose are offered however the artwork reads on them, and that is said', () => {
  const lines = [{ ...line, colours: ['Chalk', 'Ink'] }];
  const ruled = made({ document: { lines } });
  expect(ruled.colours.map((c) => c.name)).toEqual(['Ink']);
  const chosen = made({ document: { lines }, choices: [{ line: line.key, part: 'colours' }] });
  expect(chosen.colours.map((c) => c.name)).toEqual(['Chalk', 'Ink']);
  expect(codes(chosen)).toEqual([]);
  expect(said(chosen, 'hard-to-read')).toMatch(/^Chosen by hand, hard to read: Chalk \(\d+%\)\.$/);
});
test('a light design becomes pictures on dark cloth, words, tags and prices', () => {
  const it = made();
  expect(codes(it)).toEqual([]);
  expect(it.fields.words.title!.en).toEqual({ value: 'Keep a light on Shirt', from: 'pattern', made: 'Keep a light on Shirt' });
  expect(textIn(it.fields, 'description', 'en')).toBe('Soft cotton. In Harbour, Ink.');
  // the lead tag first: a phrase before a single word
  expect(tagsIn(it.fields, 'en')).toEqual(['lighthouse gift', 'coastal']);
  expect(it.choices.en!.tags.map((t) => t.tag)).toEqual(tagsIn(it.fields, 'en'));
  expect(scenes(it).map((p) => [p.scene, p.colourName])).toEqual([
    ['shirt-flat', 'Harbour'],
    ['shirt-close', 'Ink'],
  ]);
  expect(it.variants.map((v) => [v.colour, v.size])).toEqual([['Harbour', 'M'], ['Harbour', '2XL'], ['Ink', 'M'], ['Ink', '2XL']]); // prettier-ignore
  for (const v of it.variants)
    expect([v.priceMinor! % 100, breakdownOf(v, rules.fees)!.marginShare >= 350_000]).toEqual([99, true]);
});

test('a picture’s name depends on everything that goes into it, and on nothing else', () => {
  const name = (change: Change = {}) => (made(change).pictures[0] as PictureOrder).file;
  expect(name({ artwork: { ...artwork, name: 'Another name' } })).toBe(name());
  expect(name({ artwork: { ...artwork, sha256: 'e'.repeat(64) } })).not.toBe(name());
  const lower = { ...line, placements: [onArea('front', fitted(0.7, 31))] };
  expect(name({ document: { lines: [lower] } })).not.toBe(name());
});

const grey = {
  ...cream,
  inks: [
    { rgb: [150, 150, 150], hex: '#000000', share: 0.5 },
    { rgb: [247, 245, 240], hex: '#f7f5f0', share: 0.17 },
    { rgb: [36, 64, 94], hex: '#24405e', share: 0.17 },
    { rgb: [23, 23, 26], hex: '#17171a', share: 0.17 },
  ],
};
test.each([
  ['too-coarse', { ...artwork, widthPx: 600, heightPx: 720 }],
  ['wording-missing', { ...artwork, subject: '' }],
  ['unreadable', { ...artwork, measured: grey }],
])('%s holds the proof', (code, changed) => expect(codes(made({ artwork: changed as unknown as ArtworkRow }))).toContain(code));

test('what a hand wrote is kept, with what the pattern would make beside it, and is still held against the rules', () => {
  const it = made({ fields: byHand('title', 'T'.repeat(141)) });
  expect(it.fields.words.title!.en).toEqual({ value: 'T'.repeat(141), from: 'hand', made: 'Keep a light on Shirt' });
  expect(codes(it)).toEqual(['title-too-long']);
});

const proof = (it: Prepared) =>
  ({
    id: '0f0f0f0f-0000-4000-8000-000000000000',
    artwork: 'Keep a light on',
    outlet: 'The fair',
    currency: it.currency,
    fields: it.fields,
    colours: it.colours,
    variants: it.variants,
    pictures: [{ kind: 'scene', scene: 'shirt-flat', file: 'x.jpg', small: 'x.webp', colour: 'Harbour' }],
    problems: [],
  }) as unknown as ProofRow;
const payload = (it: Prepared, lines = document.lines) =>
  payloadOf(proof(it), { docket: { ...document, lines }, blank, outlet, brand: 'Saltmarsh Lane', motif: 'Keep a light on' });

test('the payload has a variant per colour and size, and the proof’s key; twins are told by their motif’s name', () => {
  const sent = payload(made());
  expect([sent.options, sent.variants.length]).toEqual([['Colour', 'Size'], 4]);
  expect(sent.ref).toBe('up-0f0f0f0f-0000-4000-8000-000000000000');
  expect(new Set(sent.variants.map((v) => v.sku)).size).toBe(4);
  expect(sent.pictures).toEqual([{ file: 'x.jpg', alt: 'Keep a light on, shirt in Harbour' }]);
  expect([sent.brand, sent.kind]).toEqual(['Saltmarsh Lane', 'Shirt']);
});

describe('what the outlet’s schema refuses is a problem while drafting, with a mend', () => {
  const strict = (schema: object): Change => ({ rules: { listingSchema: { type: 'object', properties: schema } } });
  test('a heart of angle bracket and three, where the outlet takes no brackets', () => {
    const shop = strict({ description: { type: 'string', pattern: '^[^<>]*$' } });
    const it = made({ ...shop, fields: byHand('description', 'We <3 the sea, > all') });
    const problem = it.problems.find((p) => p.stops)!;
    expect(problem).toMatchObject({ code: 'not-taken', field: 'description', mend: { value: 'We ♥ the sea, › all' } });
    expect(codes(made({ ...shop, fields: byHand('description', problem.mend!.value as string) }))).toEqual([]);
  });
  test('too many kinds', () =>
    expect(said(made(strict({ variants: { type: 'array', maxItems: 3 } })), 'not-taken')).toBe(
      '4 kinds, colours by sizes, are too many: The fair takes 3. Offer fewer colours or sizes.',
    ));
  test('a field that breaks a rule of ours as well is told once, with our mend', () =>
    expect(
      codes(made({ ...strict({ title: { type: 'string', maxLength: 140 } }), fields: byHand('title', 'T'.repeat(141)) })),
    ).toEqual(['title-too-long']));
});

describe('a docket whose blank has changed', () => {
  const without = (change: Partial<BlankDocument>) => made({ blanks: [{ ...blank, ...change }] });
  const stops = (p: Prepared) => p.problems.find((q) => q.code === 'discontinued')!.stops;
  test('a colour that is gone is left out and said', () => {
    const it = without({ colours: blank.colours.filter((c) => c.name !== 'Harbour') });
    expect([stops(it), said(it, 'discontinued')]).toEqual([
      false,
      'Brightsea Works no longer offers Soft tee in Harbour; left out.',
    ]);
    expect([it.colours.map((c) => c.name), codes(it)]).toEqual([['Ink'], []]);
  });
  test('none of the colours is left: held, with one sentence', () => {
    const it = without({ colours: [{ name: 'New', hex: '#112233' }, { name: 'Newer', hex: '#332211' }] }); // prettier-ignore
    expect(codes(it)).toEqual(['discontinued']);
  });
  test('a size that is gone is left out of prices and words', () => {
    const it = without({ sizes: [{ name: 'M' }] });
    expect([pricedOnce(it.variants).map((v) => v.size), codes(it)]).toEqual([['M'], []]);
    expect(said(it, 'discontinued')).toBe('Brightsea Works no longer offers 2XL of Soft tee; left out.');
  });
  test('one colour in one size is discontinued: just that is left out, and said', () => {
    const it = without({
      variants: [...blank.variants, { colours: ['Ink'], sizes: ['2XL'], costMinor: 1, stock: 'discontinued' }],
    });
    expect(it.variants.map((v) => `${v.colour} ${v.size}`)).toEqual(['Harbour M', 'Harbour 2XL', 'Ink M']);
    expect(said(it, 'discontinued')).toBe('Brightsea Works no longer offers Soft tee in Ink 2XL; left out.');
  });
  test('what is only announced can be prepared, and goes on offer by itself', () => {
    const soon = without({ onOfferFrom: '2999-01-31' });
    expect(soon.problems.filter((p) => p.code === 'not-out-yet').map((p) => p.stops)).toEqual([false]);
    expect(said(soon, 'not-out-yet')).toMatch(/^Brightsea Works has announced Soft tee for 31 Jan 2999: it can be prepared/);
    expect(soon.variants).toHaveLength(made().variants.length);
    expect(codes(without({ onOfferFrom: '2020-01-31' }))).toEqual([]);
  });
  test('what is out of stock is left out, and comes back with its SKU', () => {
    const first = made();
    const out = [...blank.variants, { colours: ['Ink'], sizes: ['M'], costMinor: 1, stock: 'out of stock' as const }];
    const without1 = made({ blanks: [{ ...blank, variants: out }], variants: first.variants });
    expect(said(without1, 'out-of-stock')).toBe('Out of stock at Brightsea Works, left out: Ink M.');
    const kept = (p: Prepared) => new Map(p.variants.map((v) => [`${v.colour} ${v.size}`, v.sku]));
    for (const [word, sku] of kept(without1)) expect(sku).toBe(kept(first).get(word));
  });
  test('no size is left: held, with one sentence', () =>
    expect(codes(without({ sizes: [{ name: 'XS' }] }))).toEqual(['discontinued']));
  test('the print area is gone: held, with one sentence about it', () => {
    const it = without({ areas: [{ ...blank.areas[0]!, name: 'other' }] });
    expect(it.problems.filter((p) => p.stops).map(sentenceOf)).toEqual([
      'Soft tee has no print area front any more. Choose another in the docket.',
    ]);
    expect(it.pictures).toEqual([]);
  });
  test('the blank itself is gone: held', () => expect(codes(made({ blanks: [] }))).toEqual(['discontinued']));
  test('it counts in another currency than the outlet: held until there is a rate', () =>
    expect(codes(without({ currency: 'GBP' }))).toEqual(['currency-differs']));
});

test('linked twins: the title has the motif’s name, not that of one twin', () => {
  const lead = { ...artwork, name: 'Keep a light on, navy ink' };
  const twin = { ...artwork, id: 'b', name: 'Keep a light on', sha256: 'e'.repeat(64) };
  expect(title(made({ artwork: lead, twins: [twin] }))).toBe('Keep a light on Shirt');
});

test('a price by hand stays, on every colour; a size that came back gets the plan’s', () => {
  const hand = made({ document: { lines: [{ ...line, sizes: ['M'] }] } }).variants.map((v) => ({ ...v, priceMinor: 4444, from: 'hand' as const })); // prettier-ignore
  const it = made({ variants: hand });
  expect(it.variants.map((v) => [v.size, v.priceMinor === 4444, v.from])).toEqual([
    ['M', true, 'hand'],
    ['2XL', false, 'plan'],
    ['M', true, 'hand'],
    ['2XL', false, 'plan'],
  ]);
  expect(it.variants[0]!.madeMinor).toBe(made().variants[0]!.priceMinor);
});

test('problems of the artwork stay after a change of words; those of the words go', () => {
  const before = {
    ...proof(made()),
    problems: [
      { code: 'too-coarse', field: 'artwork', values: {}, stops: true },
      { code: 'title-missing', field: 'title', values: {}, stops: true },
    ],
  } as ProofRow;
  expect(recheck(before, rules, document).map((p) => p.code)).toEqual(['too-coarse']);
});

// corrections of thousands look at words alone: they must come to what a look at everything comes to
test('what is wrong with new words is the same whether all of a proof is looked at or only them', () =>
  fc.assert(
    fc.property(
      fc.string({ unit: fc.constantFrom('a', 'é', ' ', '<', '👩‍👧'), maxLength: 160 }),
      fc.array(fc.constantFrom('fox', 'x', 'much longer than any tag may be', 'owl'), { maxLength: 16 }),
      fc.boolean(),
      (said, tags, withTags) => {
        const it = proof(made());
        const put = {
          title: { value: said.trim(), from: 'hand' as const, made: null },
          ...(withTags && { tags: { value: tags, from: 'correction' as const, made: null } }),
        };
        const fields: ProofFields = {
          words: { ...it.fields.words, title: { en: put.title } },
          tags: withTags ? { en: put.tags! } : it.fields.tags,
        };
        const sorted = (problems: ProofRow['problems']) => problems.map((p) => JSON.stringify(p)).sort();
        expect(sorted(recheckWords(it.problems, put, rules, it.outlet))).toEqual(
          sorted(recheck({ ...it, fields }, rules, document)),
        );
      },
    ),
  ));

describe('several goods lines', () => {
  const youth: BlankDocument = {
    ...blank,
    id: 'youth',
    name: 'Youth tee',
    sizes: [{ name: 'S' }],
    variants: [{ costMinor: 700 }],
    areas: [{ ...blank.areas[0]!, widthMm: 300, heightMm: 360 }],
  };
  const lines = [
    line,
    { ...line, key: 'youth', blank: 'youth', noun: { one: 'Youth shirt', many: 'Youth shirts' }, sizes: ['S'] },
  ];
  const both = () => made({ document: { lines }, blanks: [blank, youth] });
  test('every line has its own variants and costs', () => {
    const it = both();
    expect(codes(it)).toEqual([]);
    expect(it.variants.filter((v) => v.line === 'youth').map((v) => [v.colour, v.size, v.costMinor])).toEqual([
      ['Harbour', 'S', 700],
      ['Ink', 'S', 700],
    ]);
    expect(it.goods.map((g) => g.blank)).toEqual(['tee', 'youth']);
  });
  test('an outlet with two axes gets the line within the size; one with three an axis of its own', () => {
    const it = both();
    expect(payload(it, lines).options).toEqual(['Colour', 'Size']);
    expect(payload(it, lines).variants.map((v) => v.values[1])).toContain('Youth shirt, S');
    const wide = payloadOf(proof(it), {
      docket: { ...document, lines },
      blank,
      outlet: { ...outlet, rules: { ...rules, variants: { max: 400, axes: 3 } } },
      brand: 'B',
      motif: 'M',
    });
    expect(wide.options).toEqual(['Kind', 'Colour', 'Size']);
  });
  test('a line that fails is named, and the other is offered all the same', () => {
    const it = made({ document: { lines }, blanks: [blank, { ...youth, sizes: [{ name: 'L' }], variants: [{ costMinor: 1 }] }] });
    expect(said(it, 'discontinued')).toBe('Brightsea Works no longer offers S of Youth tee; left out.');
    expect(it.variants.every((v) => v.line === 'goods')).toBe(true);
  });
});

describe('several print areas', () => {
  const hem = { ...blank.areas[0]!, name: 'hem', widthMm: 70, heightMm: 35 };
  const mark = {
    ...artwork,
    id: '33333333-3333-4333-8333-333333333333',
    name: 'Our mark',
    sha256: 'd'.repeat(64),
    state: 'ready',
  } as ArtworkRow;
  const placements = [line.placements[0]!, onArea('hem', { ...fitted(1, 0), artwork: mark.id })];
  const wide = (others: ArtworkRow[], areas = [...blank.areas, hem]) =>
    made({ document: { lines: [{ ...line, placements }] }, blanks: [{ ...blank, areas }], others });
  test('a scene that shows both prints both: the motif, and the mark that is always the same', () => {
    const it = wide([mark]);
    expect(codes(it)).toEqual([]);
    const areas = scenes(it).map((p) =>
      p.prints.map((r) => [r.room, (r.layers[0] as { original: { sha256: string } }).original.sha256[0]]),
    );
    expect(areas[0]).toEqual([['front', 'f'], ['hem', 'd']]); // prettier-ignore
  });
  test('a ground is ink of a colour, or of one of the artwork’s own', () => {
    const grounds = (ground: Ground, more: Change = {}) =>
      scenes(made({ ...more, document: { lines: [{ ...line, placements: [{ ...line.placements[0]!, ground }] }] } })).map((p) => p.prints[0]!.ground); // prettier-ignore
    expect(new Set(grounds('#102030'))).toEqual(new Set(['#102030']));
    const rimmed = { ...artwork, measured: { ...artwork.measured!, rim: { rgb: [1, 2, 3], even: 1, border: 0 } } } as ArtworkRow;
    expect(new Set(grounds({ edge: true }, { artwork: rimmed }))).toEqual(new Set(['#010203']));
    // what was measured before edges were lends its main colour
    expect(new Set(grounds({ edge: true }))).toEqual(new Set([rgbToHex(artwork.measured!.inks[0]!.rgb)]));
    expect(new Set(grounds({ ink: 7 }))).toEqual(new Set([rgbToHex(artwork.measured!.inks.at(-1)!.rgb)]));
  });
  test('artwork is read on the ink below it, whatever the product’s colour', () => {
    const on = (ground: Ink) =>
      codes(made({ document: { lines: [{ ...line, placements: [{ ...onArea('front', covering()), ground }] }] } }));
    // cream ink: lost on cream, clear on navy, also on white cloth
    expect(on('#f7efdc')).toContain('unreadable');
    expect(on('#1d3145')).toEqual([]);
    expect(made({ document: { lines: [{ ...line, placements: [{ ...onArea('front', covering()), ground: '#1d3145' }] }] } }).colours.map((c) => c.name)).toEqual(['Chalk', 'Harbour', 'Ink']); // prettier-ignore
  });
  test('a picture has another name when what is printed sits otherwise, and the same when nothing else is changed', () => {
    const name = (layer: Layer) =>
      scenes(made({ document: { lines: [{ ...line, placements: [onArea('front', layer)] }] } }))[0]!.file;
    const seats: Layer[] = [
      fitted(0.7, 30),
      fitted(0.7, 31),
      { ...fitted(0.7, 30), turn: 5 },
      { ...fitted(0.7, 30), mirror: true },
      { ...fitted(0.7, 30), anchor: 'bottom' },
      { ...fitted(0.2, 30), spread: { kind: 'brick', pitch: { x: 1, y: 1 } } },
      { ...fitted(0.2, 30), spread: { kind: 'straight', pitch: { x: 1, y: 1 } } },
      { ...fitted(0.2, 30), spread: { kind: 'copies', at: [{ xMm: 40, yMm: 0 }] } },
    ];
    expect(new Set(seats.map(name)).size).toBe(seats.length);
    expect(seats.map(name)).toEqual(seats.map(name));
  });
  test('so does an artwork that was refused meanwhile', () =>
    expect(codes(made({ artwork: { ...artwork, state: 'refused' } as unknown as ArtworkRow }))).toContain('print-gone'));
  test('a mark that is not here any more holds the proof', () => expect(codes(wide([]))).toContain('print-gone'));
});

describe('what it prints', () => {
  const front = line.placements[0]!;
  const twin = { ...artwork, id: 'b', name: 'Keep a light on, navy', sha256: 'e'.repeat(64), measured: { ...cream, inks: [{ rgb: [36, 64, 94], hex: '#24405e', share: 1 }], tone: 'dark' } } as unknown as ArtworkRow; // prettier-ignore
  const with_ = (layers: Layer[], more: Partial<BlankDocument> = {}) =>
    made({ document: { lines: [{ ...line, placements: [onArea('front', ...layers)] }] }, blanks: [{ ...blank, ...more }] })
      .prints;

  test('one file for all sizes and colours that print the same, in the pixels of its area', () => {
    const [file, more] = made().prints;
    expect(more).toBeUndefined();
    const { widthMm, heightMm, ppi } = blank.areas[0]!;
    expect(file).toMatchObject({ area: 'front', sizes: ['M', '2XL'], colours: ['Harbour', 'Ink'], twin: false, ground: null });
    expect([file!.widthPx, file!.heightPx]).toEqual([widthMm, heightMm].map((mm) => Math.round((mm / 25.4) * ppi)));
    expect(file!.layers).toEqual([expect.objectContaining({ original: { sha256: artwork.sha256, fileName: artwork.fileName } })]);
  });
  test('a size whose area measures something else has a file of its own', () => {
    const areas = [{ ...blank.areas[0]!, bySize: { '2XL': { widthMm: 420, heightMm: 500 } } }];
    expect(made({ blanks: [{ ...blank, areas }] }).prints.map((f) => f.sizes)).toEqual([['M'], ['2XL']]);
  });
  test('twins print on the colours that suit them', () => {
    const colours = [...blank.colours, { name: 'Chalk', hex: '#f7f5f0' }];
    const it = made({
      twins: [twin],
      blanks: [{ ...blank, colours }],
      document: { lines: [{ ...line, colours: ['Chalk', 'Ink'] }] },
    });
    expect(
      it.prints.map((f) => [f.colours, f.twin, (f.layers[0] as { original: { sha256: string } }).original.sha256[0]]),
    ).toEqual(
      expect.arrayContaining([[['Chalk'], true, 'e'], [['Ink'], true, 'f']]), // prettier-ignore
    );
  });
  test('the name is that of everything in it: it changes with the seat, the ground and the file, and with nothing else', () => {
    const name = (change: Change = {}) => made(change).prints[0]!.file;
    const placed = (p: AreaPlacement) => ({ document: { lines: [{ ...line, placements: [p] }] } });
    expect(name({ fields: byHand('title', 'Other words') })).toBe(name());
    for (const other of [placed(onArea('front', fitted(0.5, 31))), placed({ ...front, ground: '#102030' }), { artwork: twin }])
      expect(name(other)).not.toBe(name());
  });
  test('paper has a white ground where nothing else lies below, and bleed around its area', () => {
    const areas = [{ ...blank.areas[0]!, bleedMm: 3 }];
    const [file] = with_([covering()], { department: 'paper', areas });
    expect(file).toMatchObject({ paper: true, ground: '#ffffff', bleedMm: 3 });
    expect(file!.widthPx).toBe(Math.round(((areas[0]!.widthMm + 6) / 25.4) * areas[0]!.ppi));
  });

  const text = (lines: string[]): Layer => ({ ...lettering(200), lines });
  test('lettering is filled from the artwork, and goes along as a drawing of its own', () => {
    const it = made({ document: { lines: [{ ...line, placements: [onArea('front', fitted(0.6, 31), text(['{{ name }}']))] }] } });
    expect(codes(it)).toEqual([]);
    const [, drawn] = it.prints[0]!.layers;
    expect('svg' in drawn! && drawn.svg).toMatch(/^<svg .*<path d="M/);
    // in the artwork's own ink, where no colour is said
    expect('svg' in drawn! && drawn.svg).toContain('fill="#f7efdc"');
    const other = with_([fitted(0.6, 31), text(['{{ subject }}'])])[0]!;
    expect(other.file).not.toBe(it.prints[0]!.file);
    // and on the mockups too
    expect(scenes(it).map((p) => p.prints[0]!.layers.map((l) => 'svg' in l))).toContainEqual([false, true]);
  });
  test.each([
    [
      'a field that is not filled in',
      { ...artwork, subject: '' },
      '{{ subject }}',
      'text-not-filled',
      'The text on front cannot be filled. The pattern asks for subject, which has no value.',
    ],
    [
      'letters that the font lacks',
      { ...artwork, name: '渚の光' },
      '{{ name }}',
      'letters-missing',
      'The font Slab has no 渚 の 光, which the text on front needs. Choose another font in the docket.',
    ],
  ])('%s holds the proof', (_, it, pattern, code, says) => {
    const held = made({
      artwork: it,
      document: { lines: [{ ...line, placements: [onArea('front', fitted(0.6, 31), text([pattern]))] }] },
    });
    expect(codes(held)).toContain(code);
    expect(said(held, code)).toBe(says);
  });
});

describe('what is wrong with how it sits', () => {
  const area = { ...blank.areas[0]!, safeMm: 10, seams: [`M${blank.areas[0]!.widthMm / 2} 0v900`] };
  const worked = (layer: Layer, waivers: Making['waivers'] = [], of: ArtworkRow = artwork) =>
    made({
      artwork: of,
      document: { lines: [{ ...line, placements: [onArea('front', layer)] }] },
      blanks: [{ ...blank, areas: [area] }],
      waivers,
    });
  const waived = (code: Making['waivers'][number]['code'], on = 'front') => [{ line: line.key, area: on, code }];
  const aside = (xMm: number): Layer => ({ ...fitted(0.3, 60), anchor: 'left', xMm, yMm: 0 });

  test.each([
    ['on-seam', fitted(0.5, 60), 'On front the motif would cross a seam. Place it otherwise, or waive it on the bench.'],
    ['outside-safe', aside(4), 'On front the motif reaches 6.0 mm over the safe margin, where it may be cut. Place it otherwise, or waive it on the bench.'], // prettier-ignore
    ['cut-off', aside(-60), /of the motif lies outside the print area and would be cut off\. Place it otherwise/],
  ] as const)('%s holds the proof, and does not once it is waived there', (code, layer, says) => {
    const held = worked(layer);
    expect(held.problems.find((p) => p.code === code)?.stops).toBe(true);
    expect(said(held, code)).toEqual(typeof says === 'string' ? says : expect.stringMatching(says));
    expect(codes(worked(layer, waived(code)))).not.toContain(code);
    expect(codes(worked(layer, waived(code, 'back')))).toContain(code);
  });
  test('a soft edge on cloth holds the proof until it is waived, and is none on a poster', () => {
    const edges = { kind: 'soft' as const, widthPx: 40 };
    const soft: ArtworkRow = { ...artwork, measured: { ...artwork.measured!, edges } };
    expect(said(worked(aside(20), [], soft), 'soft-edges')).toMatch(
      /^Its half see-through edge is \d\.\d mm wide on front: on cloth/,
    );
    expect(codes(worked(aside(20), waived('soft-edges'), soft))).not.toContain('soft-edges');
    expect(codes(worked(aside(20)))).not.toContain('soft-edges');
  });
  test('what would print too coarsely is offered where that is waived', () => {
    const coarse = { ...artwork, widthPx: 600, heightPx: 720 };
    expect(codes(worked(aside(20), [], coarse))).toContain('too-coarse');
    const all = worked(aside(20), waived('coarse'), coarse);
    expect(codes(all)).toEqual([]);
    expect(all.variants.length).toBeGreaterThan(0);
  });
});

describe('areas that must be filled', () => {
  const filled = (layer: Layer, area: object, ground?: string) =>
    codes(made({ document: { lines: [{ ...line, placements: [{ ...onArea('front', layer), ...(ground && { ground }) }] }] }, blanks: [{ ...blank, areas: [{ ...blank.areas[0]!, ...area }] }] })); // prettier-ignore
  test('a fitted motif leaves ground that shows through', () =>
    expect(filled(fitted(0.7, 30), { mustBeFilled: true })).toContain('not-filled'));
  test('one that covers does not', () => expect(filled(covering(), { mustBeFilled: true })).toEqual([]));
  test('nor a ground of ink below it', () => expect(filled(fitted(0.7, 30), { mustBeFilled: true }, '#224466')).toEqual([]));
  test('nor a repeat edge to edge; one with gaps does', () => {
    const repeated = (pitch: number): Layer => ({
      ...fitted(0.2, 0),
      spread: { kind: 'half-drop', pitch: { x: pitch, y: pitch } },
    });
    expect(filled(repeated(1), { mustBeFilled: true })).toEqual([]);
    expect(filled(repeated(1.5), { mustBeFilled: true })).toContain('not-filled');
  });
});

test('colours by rule: the ones it reads best on, so many of all', () => {
  const it = made({ document: { lines: [{ ...line, colours: { best: 1 } }] } });
  expect(it.colours.map((c) => c.name)).toEqual(['Harbour']);
});

describe('the shot list', () => {
  const shots = (list: DocketDocument['shots'], change: Change = {}) => made({ ...change, document: { shots: list } });
  const table = {
    sizeTable: {
      columns: ['Chest'],
      rows: [
        { size: 'M', cm: [52] },
        { size: 'L', cm: [56] },
      ],
    },
  };
  test('a card of sizes tells the sizes that are offered', () => {
    const it = shots([{ kind: 'card', card: 'sizes' }], { blanks: [{ ...blank, ...table }] });
    expect(it.pictures[0]).toMatchObject({ kind: 'card', card: { rows: [{ size: 'M', cm: [52] }] } });
  });
  test('one without anything to tell is left out, and that is no fault', () =>
    expect(codes(shots([...document.shots, { kind: 'card', card: 'sizes' }]))).toEqual([]));
  test('a kept picture goes in as it is; one that is gone holds the proof', () => {
    const picture = { ...artwork, id: '33333333-3333-4333-8333-333333333333', state: 'ready' } as ArtworkRow;
    const list: DocketDocument['shots'] = [{ kind: 'kept', artwork: picture.id }];
    expect(shots(list, { others: [picture] }).pictures[0]).toMatchObject({ kind: 'kept', scene: picture.id });
    expect(codes(shots(list))).toContain('picture-gone');
  });
  test('a free place waits for a hand, and says so without stopping', () => {
    const it = shots([...document.shots, { kind: 'free', says: 'a photograph of the studio' }]);
    expect([said(it, 'place-free'), codes(it)]).toEqual(['A picture is still to be put in: a photograph of the studio.', []]);
  });
});

describe('languages', () => {
  const two: Partial<RulesDocument> = { languages: ['en', 'de', 'fr'] };
  const words = { ...document.words, title: { en: '{{ artwork.name }}', de: '{{ artwork.name }}, auf Deutsch' } };
  test('each is written that both the outlet takes and the docket speaks', () => {
    const it = made({ rules: two, document: { words } });
    expect(Object.keys(it.fields.words.title!)).toEqual(['en', 'de']);
    expect(textIn(it.fields, 'title', 'de')).toBe('Keep a light on, auf Deutsch');
  });
  test('a hand in one leaves the other to its pattern', () => {
    const it = made({
      rules: two,
      document: { words },
      fields: { words: { title: { de: { value: 'Von Hand', from: 'hand', made: null } } }, tags: {} },
    });
    expect([it.fields.words.title!.en!.from, it.fields.words.title!.de!.value]).toEqual(['pattern', 'Von Hand']);
  });
  test('an outlet whose own language the docket does not speak holds the proof', () =>
    expect(codes(made({ rules: { languages: ['ja'] } }))).toContain('language-missing'));
  test('the nearest that it speaks will do: English for British English', () =>
    expect(textIn(made({ rules: { languages: ['en-GB'] } }).fields, 'title', 'en-GB')).toBe('Keep a light on Shirt'));
});

test('further texts of an outlet are made where the docket has a pattern, and are not missed where it has none', () => {
  const texts = { ...rules.texts, searchTitle: { ...text(60), required: false } };
  expect(made({ rules: { texts } }).fields.words).not.toHaveProperty('searchTitle');
  const it = made({ rules: { texts }, document: { words: { ...document.words, searchTitle: { en: '{{ artwork.name }}' } } } });
  expect(textIn(it.fields, 'searchTitle', 'en')).toBe('Keep a light on');
});

describe('files to download', () => {
  const selling: Partial<DocketDocument> = {
    lines: [],
    downloads: {
      noun: { one: 'Printable', many: 'Printables' },
      pack: 'loose where they fit',
      renditions: [
        { sheet: '4:5', formats: ['jpg', 'pdf'], ppi: 300, how: 'cover' },
        { sheet: 'ISO A', formats: ['jpg'], ppi: 300, how: 'inside' },
      ],
      note: { en: 'Thank you for {{ artwork.name }}.' },
    },
    shots: [
      { kind: 'scene', scene: 'poster-leaning', colour: 'featured' },
      { kind: 'card', card: 'files' },
    ],
    words: { title: { en: '{{ artwork.name }} {{ product.noun }}' }, description: { en: 'At once:\n{{ product.files }}' } },
  };
  const taking: Partial<RulesDocument> = { downloads: { files: 5, bytesEach: 30_000_000 } };
  const picture = {
    ...artwork,
    format: 'png',
    measured: { ...cream, clearShare: 0, picture: { kind: 'drawing', equalShare: 0.9, grainShare: 0 } },
  } as unknown as ArtworkRow;
  const sold = (change: Change = {}) => made({ artwork: picture, document: selling, rules: taking, ...change });

  test('are one variant without a choice, of no cost, priced by the plan; nothing is printed for them', () => {
    const it = sold();
    expect(it.problems.filter((p) => p.stops)).toEqual([]);
    expect(it.variants).toMatchObject([{ line: 'downloads', colour: '', size: '', finish: '', costMinor: 0, postageMinor: 0 }]);
    const sent = payloadOf(
      { ...proof(it), downloads: [{ name: 'a.jpg', file: 'x.jpg', sha256: 'y', bytes: 1, holds: [] }] },
      { docket: { ...document, ...selling }, blank: undefined, outlet, brand: 'B', motif: 'M' },
    );
    expect([sent.kind, sent.options, sent.variants[0]!.values]).toEqual(['Printable', [], []]);
    expect(sent.downloads).toEqual([{ name: 'a.jpg', file: 'x.jpg', sha256: 'y' }]);
    expect([it.prints, it.goods, it.colours]).toEqual([[], [], []]);
  });
  test('are ordered by shape and format, the largest first, and told in the description and on a card', () => {
    const { downloads, fields, pictures } = sold();
    expect(downloads!.sold.map((s) => s.name)).toEqual(['Keep a light on 4x5.jpg', 'Keep a light on 4x5.pdf', 'Keep a light on ISO A.jpg']); // prettier-ignore
    const [jpg, pdf] = downloads!.sold;
    if (jpg!.kind !== 'pixels' || pdf!.kind !== 'pixels') throw new Error('not of pixels');
    // the sheet is narrower than the picture: 5400 px over 30 in are 180 px/in
    expect(jpg!.states[0]).toMatchObject({ size: '24 × 30 in', quality: 92, print: { widthPx: 4320, heightPx: 5400 } });
    expect(pdf!.states[0]!.jpg).toBe(jpg!.states[0]!.file);
    expect(textIn(fields, 'description', 'en')).toBe('At once:\n4:5, up to 24 × 30 in: JPG, PDF\nISO A, up to A1: JPG');
    expect(downloads).toMatchObject({
      title: 'Keep a light on Printable',
      note: 'Thank you for Keep a light on.',
      limits: taking.downloads,
    });
    expect(pictures.map((p) => p.kind)).toEqual(['scene', 'card']);
  });
  test('keep their names while nothing of them changes; what goes into them gives others', () => {
    const name = (change: Change = {}) => sold(change).downloads!.manifest;
    expect(name()).toBe(name());
    const others = [
      name({ artwork: { ...picture, sha256: 'e'.repeat(64) } }),
      name({ rules: { downloads: { files: 5, bytesEach: 20_000_000 } } }),
      name({ document: { ...selling, words: { ...selling.words!, title: { en: 'Another' } } } }),
    ];
    expect(new Set([name(), ...others]).size).toBe(4);
  });
  test('an outlet that takes none is said, and so is what cannot be made of an artwork', () => {
    expect(said(sold({ rules: {} }), 'no-downloads')).toBe('The fair takes no files for buyers to download.');
    const small = { ...picture, widthPx: 500, heightPx: 625 } as ArtworkRow;
    const none = sold({ artwork: small });
    expect(said(none, 'renditions-coarse')).toMatch(/4:5 \(125 px\/in on 4 × 5 in\), ISO A \(1\d\d px\/in on A6\)/);
    expect([none.downloads, none.variants, none.problems.map((p) => p.code)]).toEqual([null, [], expect.not.arrayContaining(['price-missing'])]); // prettier-ignore
  });
  test('beside goods they are a kind of their own, which outlets with few axes get within the size', () => {
    const it = made({ document: { downloads: selling.downloads! }, rules: taking });
    const both = { ...document, downloads: selling.downloads! };
    const { options, variants } = payloadOf(proof(it), { docket: both, blank, outlet, brand: 'B', motif: 'M' });
    expect(options).toEqual(['Colour', 'Size']);
    expect(variants.at(-1)!.values).toEqual(['Printable', 'Printable']);
    expect(new Set(variants.map((v) => JSON.stringify(v.values))).size).toBe(variants.length);
  });
  test('files that are over what the outlet takes by now are told when its rules change', () => {
    const before = {
      ...proof(sold()),
      outlet: 'The fair',
      downloads: [{ name: 'a', file: 'a', sha256: 'a', bytes: 9_000_000, holds: [] }],
    };
    const codes = (downloads: RulesDocument['downloads']) =>
      recheck(before, { ...rules, ...(downloads && { downloads }) }, { ...document, ...selling }).map((p) => p.code);
    expect(codes({ files: 5, bytesEach: 30_000_000 })).toEqual([]);
    expect(codes({ files: 5, bytesEach: 1_000_000 })).toEqual(['downloads-over']);
    expect(codes(undefined)).toEqual(['downloads-over']);
  });
});

describe('words that are written and called up', () => {
  const phrase = (key: string, calls: string[], more: Partial<Phrase['document']> = {}): Phrase => ({
    key,
    name: key,
    parent: null,
    document: {
      kind: 'subject',
      calls,
      by: { en: { long: [`All about ${key}s.`], short: [`A ${key}`], tags: [`${key} gift`, `${key} art`] } },
      ...more,
    },
  });
  const tower = phrase('tower', ['lighthouse'], { meant: { one: 'keeper', many: 'keepers' } });
  const boat = phrase('boat', ['boat']);
  const words = (title: string, description: string) => ({ words: { title: { en: title }, description: { en: description } } });
  const description = (p: Prepared) => p.fields.words.description!.en!;

  test('a pattern speaks of the entry that the artwork calls up, and of any by its key', () => {
    const p = made({
      document: words('{{ artwork.name }}', '{{ phrase.long }} For {{ phrase.people }}. {{ "boat" | phrase: "short" }}.'),
      phrases: [tower, boat],
    });
    expect(description(p)).toMatchObject({ value: 'All about towers. For keepers. A boat.', from: 'phrasebook' });
    // what it was made of, so that it can be said when that changed
    expect(p.phrases).toEqual([
      { key: 'tower', revision: 3 },
      { key: 'boat', revision: 3 },
    ]);
  });
  test('what calls nothing up, or is not there, is a problem with a sentence', () => {
    const none = made({ document: words('{{ artwork.name }}', '{{ phrase.long }}') });
    expect(said(none, 'wording-missing')).toMatch(/no entry is called up/);
    const gone = made({ document: words('{{ artwork.name }}', '{{ "boat" | phrase }}') });
    expect(said(gone, 'wording-missing')).toMatch(/no entry “boat”/);
  });
  test('where nothing stands in its words, the kind of thing that the subject is calls an entry up', () => {
    const p = made({
      artwork: { ...artwork, subject: 'greyhound' },
      document: words('{{ artwork.name }}', '{{ phrase.short }}'),
      phrases: [phrase('dog', ['dog'])],
    });
    expect(description(p).value).toBe('A dog');
  });
  test('a written title fills the limit, and a written text speaks of the goods', () => {
    const p = made({ document: { ...words('{{ written.title }}', '{{ written.long }}'), tags: { en: ['{{ written.tags }}'] } }, phrases: [tower] }); // prettier-ignore
    expect(title(p)).toMatch(/^Keep a Light On Shirt/);
    expect(title(p).length).toBeLessThanOrEqual(rules.texts.title!.limit);
    expect(description(p)).toMatchObject({ from: 'drafted' });
    expect(description(p).value).toContain('“Keep a light on”');
    expect(p.fields.tags.en!.value).toContain('tower gift');
    expect(p.problems.filter((q) => q.field === 'description')).toEqual([]);
  });
  test('a field that a hand asked the writer for is written, another roll otherwise, and what a hand wrote stays', () => {
    const document = words('{{ artwork.name }}', 'As the docket has it.');
    const ask = (roll: number, fields: string[]) => ({ roll, seeds: ['gift for night owls'], fields });
    const first = made({ document, phrases: [tower], writing: ask(1, ['description']) });
    const second = made({ document, phrases: [tower], writing: ask(2, ['description']) });
    expect(description(first).value).toContain('ight owls');
    expect(description(second).value).not.toBe(description(first).value);
    expect(made({ document, phrases: [tower], writing: ask(1, ['description']) }).fields).toEqual(first.fields);
    expect(title(first)).toBe('Keep a light on');
    const kept = { words: { description: { en: { value: 'Mine.', from: 'hand' as const, made: null } } }, tags: {} };
    expect(description(made({ document, phrases: [tower], writing: ask(1, ['description']), fields: kept })).value).toBe('Mine.');
  });
  test('the note of the docket is followed', () => {
    const document = { ...words('{{ artwork.name }}', '{{ written.long }}'), writing: { days: 4, avoid: ['keepers', 'keeper'] } };
    const text = description(made({ document, phrases: [tower] })).value;
    expect(text).toContain('four working days');
    expect(text).not.toMatch(/keeper/);
  });
});

describe('a writer that takes the place of the one that ships', () => {
  const document = { words: { title: { en: '{{ written.title }}' }, description: { en: '{{ written.long }}' } }, tags: {} };
  /** Remembers what it was asked, and answers with what it is given for it. */
  function outside(answer: (brief: Brief) => Written | null) {
    const asked: Brief[][] = [];
    const writer: Writer = { write: (briefs) => Promise.resolve((asked.push([...briefs]), briefs.map(answer))) };
    return { asked, writer };
  }
  const written = (brief: Brief): Written => ({
    title: [
      { text: `A ${brief.motif.subject}`, rank: 0 },
      { text: 'never to be cut in the middle', rank: 1 },
    ],
    short: '',
    long: `${brief.goods[0]!.many} in ${brief.language}.`,
    tags: [],
  });

  test('all of a question is asked at once, each brief once, and its words are held to the outlet’s limits', async () => {
    const { asked, writer } = outside(written);
    const strict = { texts: { ...rules.texts, title: { ...rules.texts.title!, limit: 20 } } };
    const all = [making({ document }), making({ document, rules: strict }), making({ document, artwork: { ...artwork, subject: 'owl' } })]; // prettier-ignore
    const [first, short, owl] = (await prepareAll(all, writer)) as [Prepared, Prepared, Prepared];
    expect(asked.map((briefs) => briefs.map((b) => b.motif.subject))).toEqual([[artwork.subject, 'owl']]);
    expect([title(first), title(owl)].map((t) => t.split(',')[0]!.toLowerCase())).toEqual([`a ${artwork.subject}`, 'a owl']);
    expect(title(short).toLowerCase()).toBe(`a ${artwork.subject}`);
    expect(first.fields.words.description!.en).toMatchObject({ value: 'Shirts in en.', from: 'drafted' });
  });
  test('it is not asked where no pattern and no hand asks for it', async () => {
    const { asked, writer } = outside(written);
    const [p] = await prepareAll([making()], writer);
    expect([asked, title(p!)]).toEqual([[], 'Keep a light on Shirt']);
    await prepareAll([making({ writing: { roll: 1, seeds: [], fields: ['description'] } })], writer);
    expect(asked).toHaveLength(1);
  });
  test('where it does not write the language, the proof is held and says so', async () => {
    const [p] = await prepareAll([making({ document })], outside(() => null).writer);
    expect(codes(p!)).toContain('wording-missing');
  });
  test('one that answers too little is not believed at all, and one that is away is said', async () => {
    const little: Writer = { write: () => Promise.resolve([]) };
    const away: Writer = { write: () => Promise.reject(new Error('nobody there')) };
    await expect(prepareAll([making({ document })], little)).rejects.toThrow(/answered 0 of 1/);
    await expect(prepareAll([making({ document })], away)).rejects.toThrow(/nobody there/);
  });
});

test('what similar listings have as a tag counts for less where there is a choice', () => {
  const few = { tags: { max: 2, minLength: 2, maxLength: 40, counted: 'code points' as const } };
  const words = { tags: { en: ['harbour light', 'sea tower', 'night beacon'] } };
  const tags = (used: Record<string, number>) => tagsIn(made({ document: words, rules: few, artwork: { ...artwork, keywords: [] }, used: new Map(Object.entries(used)) }).fields, 'en'); // prettier-ignore
  const alone = tags({});
  expect(alone).toHaveLength(2);
  const beside = tags({ [alone[0]!]: 1, [alone[1]!]: 1 });
  expect(beside).not.toEqual(alone);
  expect(beside.some((t) => !alone.includes(t))).toBe(true);
});

test('a written title says what is searched most where there is room, and tags answer to it', () => {
  const searched = (phrase: string, worth: number) => ({ phrase, worth, searches: worth, competing: 0, clickRate: 1, months: [], source: 'fetched' as const }); // prettier-ignore
  const words = { title: { en: '{{ written.title }}' }, description: { en: 'x' } };
  const of = (demand: Making['demand'], limit = 140) => title(made({ document: { words }, demand, rules: { texts: { ...rules.texts, title: { ...rules.texts.title!, limit } } } })); // prettier-ignore
  const demand = [searched('harbour light print', 90), searched('beacon gift', 50), searched('sea mark', 10)];
  expect(of([])).not.toMatch(/Harbour Light Print/);
  expect(of(demand)).toMatch(/Harbour Light Print, Beacon Gift/);
  // the two that are worth most; what must be there comes before them
  expect(of(demand)).not.toMatch(/Sea Mark/);
  expect(of(demand, 24)).not.toMatch(/Harbour Light Print/);
});
