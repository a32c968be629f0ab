import { canonicalLanguage, lookUp } from './languages';

// RFC 5646, appendix A: tags that it gives as examples, with the case of section 2.1.1; the last ones it gives as not well formed
test.each([
  ['de', 'de'],
  ['ZH-hant', 'zh-Hant'],
  ['sr-latn-RS', 'sr-Latn-RS'],
  ['SL-nedis', 'sl-nedis'],
  ['es-419', 'es-419'],
  ['en-US-u-islamcal', 'en-US-u-islamcal'],
  ['de-419-DE', null],
  ['a-DE', null],
  ['ar-a-aaa-b-bbb-a-ccc', null],
])('%s', (tag, canonical) => expect(canonicalLanguage(tag)).toBe(canonical));

// RFC 4647, section 3.4: the worked example of lookup takes away one part after another, and a single letter with what follows it
test('what serves a wanted language is found by saying less', () => {
  const wanted = 'zh-Hant-CN-x-private1-private2';
  for (const tag of [wanted, 'zh-Hant-CN-x-private1', 'zh-Hant-CN', 'zh-Hant', 'zh'])
    expect(lookUp(wanted, ['en', tag])).toBe(tag);
  expect(lookUp(wanted, ['zh-Hant-CN-x', 'de'])).toBeNull();
  expect(lookUp('en-GB', ['EN-gb'])).toBe('EN-gb');
});
