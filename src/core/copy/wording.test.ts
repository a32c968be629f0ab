import { fill, fillTags } from './wording';

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
  expect(fill(pattern, subject)).toEqual({ ok: false, sentence }),
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
  const limits = { max: 13, minLength: 3, maxLength: 20 };
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
    expect(fillTags(['{{ artwork.mood }} gift'], [], subject, limits).sentences).toHaveLength(1));
});
