import { faultSentence, fill, fillTags } from './wording';

const counted = 'code points' as const;
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
  // 3 to 20 characters, 13 to a listing is one well-known limit (common practice)
  const limits = { max: 13, minLength: 3, maxLength: 20, counted };
  test('keywords come first, repeats and long ones are left out', () => {
    const made = fillTags(
      ['{{ artwork.subject }} gift', 'Coastal Gift', 'a very long tag that no outlet would take'],
      ['coastal gift', 'ok'],
      subject,
      limits,
    );
    expect(made.tags).toEqual(['coastal gift', 'lighthouse gift']);
    expect(made.tooLong).toEqual(['a very long tag that no outlet would take']);
  });
  test('never more than the outlet takes', () =>
    expect(
      fillTags(
        Array.from({ length: 30 }, (_, i) => `tag number ${i}`),
        [],
        subject,
        limits,
      ).tags,
    ).toHaveLength(13));
  test('a tag that lacks a value is told', () =>
    expect(fillTags(['{{ artwork.mood }} gift'], [], subject, limits).faults).toEqual([
      { code: 'missing', what: 'artwork.mood' },
    ]));
});
