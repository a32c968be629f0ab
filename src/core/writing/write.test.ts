import fc from 'fast-check';
import { briefFor, MOTIFS, MUG, SHIRT } from '../../../tests/fixtures/motifs/briefs';
import type { Brief, Motif } from './brief';
import { diceFrom, fnv1a } from './dice';
import { sentencesOf } from './grammar';
import { SAID } from './sentences';
import { asPattern, likeness, titleFor, write } from './write';

const FISHING = MOTIFS.find((m) => m.name === 'Reel therapy')!;
const made = (more: Partial<Brief> = {}, motif: Motif = FISHING) => write(briefFor(motif, more))!;
/** The same over many rolls: what holds for all of them. */
const rolls = (more: Partial<Brief>, motif?: Motif) => Array.from({ length: 30 }, (_, roll) => made({ ...more, roll }, motif));

test('it writes English, and says so where it does not', () => {
  expect(write(briefFor(FISHING, { language: 'de' }))).toBeNull();
  expect(write(briefFor(FISHING, { language: 'en-GB' }))).not.toBeNull();
});

describe('what is known is said, and nothing else', () => {
  test('the goods as their blank states them', () => {
    for (const { long } of rolls({ goods: [SHIRT] })) {
      expect(long).toContain(SHIRT.text);
      expect(long).toContain('S, M, L, XL and 2XL');
      expect(long).toContain('White, Navy, Heather Grey and Black');
      expect(long).toContain('Do not iron the print.');
    }
  });
  test('of goods that state nothing, nothing is said', () => {
    const bare = { ...SHIRT, text: '', care: '', sizes: ['One size'], colours: [] };
    for (const { long } of rolls({ goods: [bare] }))
      expect(long).not.toMatch(/cotton|wash|One size|[Ss]izes|Colours( to|:)|Choose your colour|jersey/);
  });
  test('a motif without words is not said to say anything', () => {
    const silent: Motif = { ...FISHING, saying: null, saysAll: false };
    for (const { long, short } of rolls({}, silent))
      expect(`${long} ${short}`).not.toMatch(/it says|says this|that is all it says/);
  });
  test('that it says nothing else, only where it does not', () => {
    for (const { long } of rolls({}, { ...FISHING, saysAll: false })) expect(long).not.toContain('that is all it says');
  });
  test('a photograph is no drawing, and what is neither is none', () => {
    const photograph: Motif = { ...FISHING, saying: null, picture: 'photograph' };
    for (const { long } of rolls({}, photograph)) expect(long).not.toMatch(/drawing|drawn/);
    for (const { long } of rolls({}, { ...photograph, picture: null })) expect(long).not.toMatch(/drawing|drawn|photograph/);
  });
  test('colours that were not told are not named', () => {
    for (const { long, short } of rolls({}, { ...FISHING, colours: [] })) expect(`${long}${short}`).not.toMatch(/navy|cream|rust|[Pp]rinted in|colours are/); // prettier-ignore
  });
  test('with no subject, no entry and no words there is still something to say', () => {
    const nothing: Motif = { name: 'Untitled study 4', subject: null, saying: null, saysAll: false, keywords: [], colours: [], picture: null, repeat: false, audience: null, occasion: null }; // prettier-ignore
    const { long, short, title, tags } = made({}, nothing);
    expect(long).toContain('“Untitled study 4”');
    expect(short).toMatch(/Untitled study 4/);
    expect(title[0]).toEqual({ text: 'Untitled Study 4 Shirt', rank: 0 });
    expect(tags).toContain('shirt');
  });
});

describe('the note is followed', () => {
  test('days, emoji, and what a buyer tells', () => {
    const note = { days: 4, emoji: true, personal: { tells: ['Name', 'Year'], days: 2 } };
    for (const { long } of rolls({ note })) {
      expect(long).toContain('four working days');
      expect(long).toContain('name and year');
      expect(long).toContain('two working days');
      expect(long).toMatch(/🎁|📦|✍️/u);
    }
    for (const { long } of rolls({})) expect(long).not.toMatch(/\p{Extended_Pictographic}/u);
  });
  test('words to avoid stand nowhere', () => {
    const avoid = ['gift', 'present', 'angler', 'anglers', 'fishing'];
    for (const { long, short, title, tags } of rolls({ note: { avoid } })) {
      const text = [long, short, ...title.map((p) => p.text), ...tags].join(' ').replace(/“[^”]*”/g, '');
      expect(text).not.toMatch(/\b(gift|present|anglers?)\b/i);
    }
  });
  test('plain is not playful', () => {
    const playful = Object.values(SAID).flat().flatMap((s) => (typeof s !== 'string' && s.tones.includes('playful') ? [s.says] : [])); // prettier-ignore
    expect(playful.length).toBeGreaterThan(5);
    for (const { long } of rolls({ note: { tone: 'plain' } })) {
      expect(long).not.toMatch(/Warning:|No further explanation|has ever complained/);
    }
  });
  test('phrases typed for a selection are said in title, text and tags', () => {
    const seeds = ['gift for grandad', 'lake weekend'];
    for (const { long, title, tags } of rolls({ seeds })) {
      for (const seed of seeds) expect(long.toLowerCase()).toContain(seed);
      expect(title.map((p) => p.text)).toEqual(expect.arrayContaining(['Gift for Grandad', 'Lake Weekend']));
      expect(tags.slice(0, 2)).toEqual(seeds);
    }
  });
});

describe('other things that are sold', () => {
  test('several goods are told one by one, none as the only one', () => {
    for (const { long } of rolls({ goods: [SHIRT, MUG] })) {
      expect(long).toMatch(/a shirt or a mug/);
      expect(long).toContain('Shirt: Midweight');
      expect(long).toContain('Mug: Glazed');
      expect(long).not.toMatch(/this shirt|This shirt/);
    }
  });
  test('files are no parcel', () => {
    const files = { noun: 'Art Print', text: 'JPG in five shapes' };
    for (const { long, title, short } of rolls({ goods: [], files })) {
      expect(long).toContain('JPG in five shapes');
      expect(long).toMatch(/[Nn]othing (comes by post|is sent by post|in the post)|No parcel/);
      expect(long).not.toMatch(/printed to order|working days/);
      expect(title[0]!.text).toBe('Reel Therapy Art Print');
      expect(short).toMatch(/print|files|download/i);
    }
  });
  test('what furnishes no room is no decor', () => {
    for (const { title, tags } of rolls(
      { goods: [MUG] },
      MOTIFS.find((m) => m.name === 'Misty pines'),
    ))
      expect([...title.map((p) => p.text), ...tags].join(' ')).not.toMatch(/decor|wall art|\bprint\b/i);
  });
});

describe('titles', () => {
  test('begin with the motif and its noun, fill the limit and cut no word', () => {
    for (const written of rolls({})) {
      const words = new Set(written.title.flatMap((p) => p.text.split(' ')));
      for (const limit of [40, 80, 140]) {
        const title = titleFor(written, { limit, counted: 'code points' });
        expect(title.startsWith('Reel Therapy Shirt')).toBe(true);
        expect(title.length).toBeLessThanOrEqual(limit);
        for (const word of title.replace(/,/g, '').split(' ')) expect(words).toContain(word);
      }
    }
  });
  test('as a pattern each part has its dashes', () => {
    expect(asPattern([{ text: 'A', rank: 0 }, { text: 'B', rank: 2 }])).toBe('A\n-- B'); // prettier-ignore
  });
});

test('every sentence of every text is one: a capital, an end, no doubled space', () => {
  fc.assert(
    fc.property(fc.constantFrom(...MOTIFS), fc.nat(500), fc.constantFrom('plain', 'warm', 'playful'), (motif, roll, tone) => {
      const { long } = made({ roll, note: { tone: tone as 'plain' } }, motif);
      for (const paragraph of long.split('\n\n'))
        for (const s of sentencesOf(paragraph)) expect(s).toMatch(/^[\p{Lu}\p{N}“].*[.!?:…][”’)]?$/su);
      expect(long).not.toMatch(/ {2}|\n{3}/);
    }),
    { numRuns: 120 },
  );
});

describe('likeness', () => {
  test('of a text with itself 1, with another 0, and the same either way', () => {
    expect(likeness('one two three four', 'one two three four')).toBe(1);
    expect(likeness('one two three four', 'five six seven eight')).toBe(0);
    expect(likeness('a b c d e', 'b c d e f')).toBeCloseTo(2 / 4);
    fc.assert(fc.property(fc.lorem(), fc.lorem(), (a, b) => likeness(a, b) === likeness(b, a)));
  });
});

describe('dice', () => {
  // reference: the test vectors of FNV-1a, 32 bits, by Noll (also RFC 9923)
  test.each([
    ['', 0x811c9dc5],
    ['a', 0xe40c292c],
    ['b', 0xe70c2de5],
    ['foobar', 0xbf9cf968],
  ])('the hash of %j', (text, hash) => {
    expect(fnv1a(text)).toBe(hash);
  });
  test('the same text throws the same, and every side comes up about as often', () => {
    const sides = [0, 0, 0, 0, 0, 0];
    for (let i = 0; i < 6000; i++) sides[diceFrom(`throw ${i}`).one([0, 1, 2, 3, 4, 5])!]!++;
    // chi-squared with five degrees of freedom: 20.5 is passed by one in a thousand
    expect(sides.reduce((sum, n) => sum + (n - 1000) ** 2 / 1000, 0)).toBeLessThan(20.5);
    expect(diceFrom('x').mixed([1, 2, 3, 4, 5])).toEqual(diceFrom('x').mixed([1, 2, 3, 4, 5]));
    expect([...diceFrom('y').mixed([1, 2, 3, 4, 5])].sort()).toEqual([1, 2, 3, 4, 5]);
  });
});
