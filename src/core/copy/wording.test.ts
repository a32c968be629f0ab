import { faultSentence, fill, tagCandidates } from './wording';

/** What is filled, or the sentence that says why not. */
const told = (pattern: string, of: Parameters<typeof fill>[1]) => {
  const filled = fill(pattern, of);
  return filled.ok ? filled : { ok: false, sentence: faultSentence(filled.fault) };
};

const subject = {
  artwork: { name: 'Keep a light on', subject: 'lighthouse' },
  product: { noun: 'Shirt' },
  outlet: { name: 'Kestrel Fair' },
};

test('fills a pattern', () =>
  expect(fill('{{ artwork.name }} {{ product.noun }}, {{ artwork.subject | title }} Gift', subject)).toEqual({
    ok: true,
    text: 'Keep a light on Shirt, Lighthouse Gift',
  }));

test.each([
  ['{{ artwork.keywords }}', 'The pattern asks for the artwork’s keywords, which is not filled in.'],
  ['{{ product.colour }}', 'The pattern asks for product.colour, which has no value.'],
])('a missing value in %s is a sentence, never a hole', (pattern, sentence) =>
  expect(told(pattern, subject)).toEqual({ ok: false, sentence }),
);

test('an empty value counts as missing', () =>
  expect(fill('{{ artwork.subject }} gift', { ...subject, artwork: { name: 'x', subject: '  ' } }).ok).toBe(false));
test('a default does not paper over a missing value', () =>
  expect(fill('{{ artwork.mood | default: "calm" }}', subject).ok).toBe(false));
test.each([
  '{{ artwork.name',
  '{% include "secrets" %}',
  '{{ artwork.name | shout }}',
  '{% for i in (1..1000000000) %}x{% endfor %}',
])('%s cannot be read', (pattern) => {
  const filled = fill(pattern, subject);
  expect(filled.ok).toBe(false);
});
describe('a pattern cannot take more than its share', () => {
  const doublings = (n: number) =>
    `{% assign a = "ha" %}${'{% assign a = a | append: a %}'.repeat(n)}{{ a }}${'{{ a }}'.repeat(n)}`;
  test.each([
    ['a range, whatever is done with it', '{{ (1..1000000000) | join }}', /range/],
    ['a range within a condition', '{% if (1..9) == 3 %}x{% endif %}', /range/],
    ['a range as an argument', '{{ artwork.name | append: (1..3) }}', /range/],
    ['texts that double and double', doublings(22), /too much/],
    ['a text of more than may be made', doublings(12), /makes too much: a text can have 50,000 characters/],
    ['a pattern of megabytes', 'x'.repeat(1e6), /too long: it can have 10,000 characters/],
  ])('%s', (_, pattern, sentence) =>
    expect(told(pattern, subject)).toEqual({ ok: false, sentence: expect.stringMatching(sentence) as string }),
  );
  test('what only looks like one is text', () =>
    expect(fill('Sizes (1..3) of {{ artwork.name | append: " (1..2)" }}', subject)).toEqual({
      ok: true,
      text: 'Sizes (1..3) of Keep a light on (1..2)',
    }));
});

test.each([
  ['lighthouse', 'lighthouses'],
  ['berry', 'berries'],
  ['fox', 'foxes'],
  ['day', 'days'],
])('the plural of %s is %s', (one, many) =>
  expect(fill(`{{ artwork.subject | plural }}`, { ...subject, artwork: { subject: one } })).toEqual({ ok: true, text: many }),
);

describe('tags', () => {
  const tags = (patterns: string[], keywords: string[] = []) => tagCandidates(patterns, keywords, subject);
  test('keywords come first, then what patterns make; each once', () => {
    const { candidates } = tags(['{{ artwork.subject }} gift', 'Coastal Gift'], ['coastal  gift', 'ok']);
    expect(candidates.map((c) => c.tag)).toEqual(['coastal gift', 'ok', 'lighthouse gift']);
    expect(candidates[0]!.own).toBeGreaterThan(candidates[2]!.own);
  });
  test('one that begins with ! stays; several of one value are several', () => {
    const many = { ...subject, written: { tags: 'one two\n three four ' }, searched: { tags: 'five six' } };
    const { candidates } = tagCandidates(['! Always This', '{{ written.tags }}', '{{ searched.tags }}'], [], many);
    expect(candidates.map((c) => [c.tag, c.locked === true])).toEqual([
      ['always this', true],
      ['one two', false],
      ['three four', false],
      ['five six', false],
    ]);
    // what is searched is worth what it is searched
    expect(candidates[3]!.own).toBeLessThan(0.01);
  });
  test('where nothing is searched of it, nothing is wrong', () => {
    expect(tags(['{{ searched.tags }}'])).toEqual({ candidates: [], faults: [] });
  });
  test('a tag that lacks a value is told, once', () => {
    expect(tags(['{{ artwork.mood }} gift', '{{ artwork.mood }} art']).faults).toEqual([
      { code: 'missing', what: 'artwork.mood' },
    ]);
  });
});
