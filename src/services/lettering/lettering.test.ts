import { FONT_NAMES } from '../../core/lettering/fonts';
import { faultSentence } from '../../core/copy/wording';
import { lettering, type TextLayer } from '../../core/placement/form';
import { letteringOf, type LetteredArtwork } from './lettering';

const artwork: LetteredArtwork = { name: 'Tide', subject: 'sea', keywords: ['coast', 'gift'], inks: [{ rgb: [10, 20, 30] }] };
const of = (lines: string[], more: Partial<TextLayer> = {}, it = artwork) =>
  letteringOf({ ...lettering(100), lines, ...more }, it);
const says = (lines: string[], it = artwork) => {
  const made = of(lines, {}, it);
  return made.ok ? null : faultSentence(made.fault);
};

test.each(FONT_NAMES)('%s is here, and makes a drawing', (font) => {
  const made = of(['{{ name }}'], { font });
  expect(made.ok && made.it.svg).toMatch(/^<svg .*fill="#0a141e"/);
});
test('both ways of naming a field say the same', () =>
  expect(of(['{{ name }}, {{ keywords }}'])).toEqual(of(['{{ artwork.name }}, {{ artwork.keywords }}'])));
test('an artwork without ink lends none: letters are black', () => {
  const made = of(['Sea'], {}, { ...artwork, inks: [] });
  expect(made.ok && made.it.svg).toContain('fill="#000000"');
});

describe('what cannot be printed is said', () => {
  test('a field that is not filled in', () =>
    expect(says(['{{ subject }}'], { ...artwork, subject: '' })).toBe('The pattern asks for subject, which has no value.'));
  test('nothing but a condition that does not hold', () =>
    expect(says(['{% if name == "x" %}y{% endif %}'])).toBe('The pattern makes nothing that could be printed.'));
  // 149 characters would make some thousand letters, and a drawing of megabytes
  test('a short pattern that makes a text of any length, before it is drawn', () => {
    const doubled = '{%assign a=a|append:a%}'.repeat(5);
    const pattern = `{%assign a=name|append:name%}${doubled}{{a}}`;
    expect(pattern.length).toBeLessThan(200);
    expect(says([pattern], { ...artwork, name: 'x'.repeat(180) })).toBe(
      'The pattern makes too much: a text can have 300 characters. Say less in it.',
    );
  });
});
