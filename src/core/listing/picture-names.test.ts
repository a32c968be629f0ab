import fc from 'fast-check';
import { PICTURE_NAMES } from './default-picture-names';
import { picturePath, placesIn } from './picture-names';

const named = { artwork: 'Tides in/out', docket: 'Shirts', outlet: 'Quayside' };
const picture = { place: 3, shows: 'Close, on oak', colour: 'Ink' };
const path = (pattern: string, it = picture, of = named) => {
  const filled = picturePath(pattern, of, it);
  if (!filled.ok) throw new Error(filled.fault.code);
  return filled.text;
};

test('a folder an outlet and a listing, and files that sort as its pictures do', () => {
  expect(path(PICTURE_NAMES)).toBe('Quayside/Tides in-out, Shirts/03 Close, on oak, Ink');
  expect(path(PICTURE_NAMES, { place: 12, shows: 'size chart', colour: '' })).toBe('Quayside/Tides in-out, Shirts/12 size chart');
});
test('a value that there is not is a fault', () =>
  expect(picturePath('{{ picture.mood }}', named, picture)).toEqual({ ok: false, fault: { code: 'missing', what: 'picture.mood' } })); // prettier-ignore
test('names out of anything stay names of files', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), fc.string({ maxLength: 60 }), (artwork, shows) => {
      fc.pre(artwork.trim() !== '' && shows.trim() !== '');
      const made = path('{{ artwork.name }}/{{ picture.scene }}', { ...picture, shows }, { ...named, artwork });
      expect(made).not.toMatch(/[\0-\x1f<>:"|?*\\]|\.\.\/|^\//);
    }),
  ));

test.each<[string, number[]]>([
  ['', [1, 2, 3, 4, 5, 6, 7, 8, 9]],
  ['1-6', [1, 2, 3, 4, 5, 6]],
  ['1 – 3, 9', [1, 2, 3, 9]],
  ['4,', [4]],
])('places “%s” are %j', (text, are) => {
  const among = placesIn(text)!;
  expect([1, 2, 3, 4, 5, 6, 7, 8, 9].filter(among)).toEqual(are);
});
test.each(['0', '6-1', 'first', '1;2', '-3', '1-2-3'])('“%s” are no places', (text) => expect(placesIn(text)).toBeNull());
