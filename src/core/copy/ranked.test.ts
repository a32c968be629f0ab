import fc from 'fast-check';
import { lengthOf, type Counted, COUNTED } from '../outlet/length';
import { assembled, fillLine, isLine, partsOf, type RankedPart } from './ranked';
import { tellingWords } from './telling';

const PATTERN = `{{ artwork.name | title }} Shirt
- {{ artwork.subject | title }} Tee
-- Unisex Cotton T-Shirt
--- Gift for {{ artwork.subject | title }} Lovers`;
const subject = { artwork: { name: 'keep a light on', subject: 'lighthouse' }, product: {}, outlet: {} };
const at = (limit: number, counted: Counted = 'code points') => fillLine(PATTERN, subject, { limit, counted });

test('a pattern’s lines are parts, the less important the more dashes they begin with', () => {
  expect(partsOf('One\n\n - two \n--- three - four\n-five')).toEqual([
    { text: 'One', rank: 0 },
    { text: 'two', rank: 1 },
    { text: 'three - four', rank: 3 },
    { text: '-five', rank: 0 },
  ]);
});

test('a title fills what an outlet takes, and the least important goes first', () => {
  expect(at(140)).toEqual({
    ok: true,
    text: 'Keep A Light On Shirt, Lighthouse Tee, Unisex Cotton T-Shirt, Gift for Lighthouse Lovers',
  });
  expect(at(70)).toEqual({ ok: true, text: 'Keep A Light On Shirt, Lighthouse Tee, Unisex Cotton T-Shirt' });
  expect(at(50)).toEqual({ ok: true, text: 'Keep A Light On Shirt, Lighthouse Tee' });
  expect(at(30)).toEqual({ ok: true, text: 'Keep A Light On Shirt' });
});

test('no word of what must be there is cut, however little is taken', () => {
  expect(at(10)).toEqual({ ok: true, text: 'Keep A Light On Shirt' });
});

test('a part whose value is missing is left out where it need not be there, and told where it must', () => {
  const bare = { artwork: { name: 'Mine' }, product: {}, outlet: {} };
  expect(fillLine(PATTERN, bare, { limit: 140, counted: 'graphemes' })).toEqual({
    ok: true,
    text: 'Mine Shirt, Unisex Cotton T-Shirt',
  });
  expect(fillLine('{{ artwork.subject }}', bare, { limit: 140, counted: 'graphemes' })).toMatchObject({
    ok: false,
    fault: { code: 'missing', what: 'artwork.subject' },
  });
  expect(fillLine('Mine\n- {{ artwork.subject', bare, { limit: 140, counted: 'graphemes' })).toMatchObject({
    ok: false,
    fault: { code: 'unreadable' },
  });
});

test('a part that says nothing new is left out, plural or not', () => {
  const parts: RankedPart[] = [
    { text: 'Two Whales Shirt', rank: 0 },
    { text: 'Shirts with a Whale', rank: 1 },
    { text: 'Whale Gift', rank: 2 },
  ];
  expect(assembled(parts, { limit: 200, counted: 'code points' })).toBe('Two Whales Shirt, Whale Gift');
});

test('words are compared by what they say', () => {
  expect(tellingWords('The Boats of St-Malo, for all 3 Mice')).toEqual(['boat', 'st-malo', 'all', '3', 'mouse']);
});

test('only short plain texts are lines', () => {
  expect([isLine({ limit: 140, format: 'plain' }), isLine({ limit: 140, format: 'html' }), isLine({ limit: 5000, format: 'plain' })]).toEqual([true, false, false]); // prettier-ignore
});

const part = fc.record({ text: fc.stringMatching(/^[a-zé😀]{1,9}( [a-z]{1,6}){0,2}$/u), rank: fc.integer({ min: 0, max: 3 }) });

test('of all ways to leave parts out it is the one that keeps the more important, as long as it fits', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(part, { minLength: 1, maxLength: 7, selector: (p) => p.text }),
      fc.integer({ min: 5, max: 80 }),
      fc.constantFrom(...COUNTED),
      (parts, limit, counted) => {
        // nothing is said twice here, so that only lengths decide
        const words = parts.flatMap((p) => tellingWords(p.text));
        fc.pre(new Set(words).size === words.length && parts.every((p) => tellingWords(p.text).length));
        const order = parts.map((_, i) => i).sort((a, b) => parts[a]!.rank - parts[b]!.rank || a - b);
        const lines: { kept: string; text: string }[] = [];
        for (let mask = 0; mask < 1 << parts.length; mask++) {
          if (parts.some((p, i) => !p.rank && !(mask & (1 << i)))) continue;
          const text = parts.filter((_, i) => mask & (1 << i)).map((p) => p.text).join(', '); // prettier-ignore
          const optional = parts.some((p, i) => p.rank && mask & (1 << i));
          if (optional && lengthOf(text, counted) > limit) continue;
          lines.push({ kept: order.map((i) => (mask & (1 << i) ? '1' : '0')).join(''), text });
        }
        const best = lines.sort((a, b) => (a.kept < b.kept ? 1 : -1))[0]!;
        expect(assembled(parts, { limit, counted })).toBe(best.text);
      },
    ),
  );
});
