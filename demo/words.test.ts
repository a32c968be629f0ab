import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { syllable } from 'syllable';
import { kindOf, kindNames } from '../src/core/docket/kinds';
import { wordCount } from '../src/core/copy/telling';
import { sentencesOf } from '../src/core/writing/grammar';
import { likeness, titleFor, write } from '../src/core/writing/write';
import type { Brief } from '../src/core/writing/brief';
import { briefFor, DEMO_MOTIFS, MOTIFS, MUG, SHIRT } from '../tests/fixtures/motifs/briefs';

// what the writer makes is held to a standard: over the demo’s artwork and sixty further motifs, for three dockets
const ALL = [...DEMO_MOTIFS, ...MOTIFS];
const DOCKETS: Record<string, Partial<Brief>> = {
  shirts: { goods: [SHIRT], note: { days: 3 } },
  mugs: { goods: [MUG], note: { tone: 'plain' } },
  downloads: { goods: [], files: { noun: 'Art Print', text: 'PNG and PDF files in five sizes' }, note: { tone: 'playful' } },
};
const drafts = Object.entries(DOCKETS).map(([docket, more]) => ({
  docket,
  more,
  texts: ALL.map((m) => {
    const brief = briefFor(m, more);
    return { brief, written: write(brief)! };
  }),
}));
const every = drafts.flatMap((d) => d.texts);

test('its grammar is right: a checker finds nothing beside matters of style and spelling', () => {
  // reference: harper.js, a grammar checker. Words in quotes are the seller’s, and so is the spelling of subjects; the comma before “and” is a matter of style in British English.
  const texts = every.map(({ written }) =>
    `${written.long}\n\n${written.short}`.replace(/“[^”]*”/g, '“Hold fast”').replace(/sea shell|house plant/g, 'seashell'),
  );
  const out = execFileSync(process.execPath, [join(__dirname, '../tools/grammar.mjs')], {
    input: JSON.stringify(texts),
    maxBuffer: 1e8,
  });
  const found = (JSON.parse(out.toString()) as { kind: string; message: string; at: string }[][]).flat();
  expect(found.filter((f) => f.kind !== 'Style' && f.kind !== 'Spelling')).toEqual([]);
});

test.each(drafts)('$docket: few texts begin alike, and few are nearly equal', ({ texts }) => {
  const beginnings = texts.map(({ written }) => written.long.toLowerCase().split(/\s+/).slice(0, 5).join(' '));
  const repeated = beginnings.filter((b, i) => beginnings.indexOf(b) !== i).length;
  expect(repeated / texts.length).toBeLessThan(0.08);
  let alike = 0;
  for (let i = 0; i < texts.length; i++)
    for (let j = 0; j < i; j++) if (likeness(texts[i]!.written.long, texts[j]!.written.long) > 0.5) alike++;
  expect(alike / ((texts.length * (texts.length - 1)) / 2)).toBeLessThan(0.02);
});

test('no sentence is longer than 30 words, and texts are read easily', () => {
  // what a blank or a file states is not the writer’s
  const own = every.flatMap(({ brief, written }) => {
    const stated = [...brief.goods.flatMap((g) => [g.text, g.care, g.sizes.join(), g.colours.join()])].filter(Boolean);
    return sentencesOf(written.long.replace(/\n+/g, ' ')).filter((s) => !stated.some((t) => s.includes(t) || t.includes(s)));
  });
  expect(own.filter((s) => wordCount(s) > 30)).toEqual([]);
  // Flesch 1948, “A new readability yardstick”: 206.835 - 1.015 words a sentence - 84.6 syllables a word; 60 and more is plain English
  const words = own.reduce((n, s) => n + wordCount(s), 0);
  const ease = 206.835 - 1.015 * (words / own.length) - 84.6 * (own.reduce((n, s) => n + syllable(s), 0) / words);
  expect(ease).toBeGreaterThan(60);
});

test('no text speaks of other goods than its own', () => {
  const nouns = kindNames().map((k) => kindOf(k).one.toLowerCase());
  for (const { docket, texts } of drafts)
    for (const { brief, written } of texts) {
      const mine = [...brief.goods.flatMap((g) => [g.one, ...g.alsoCalled]), brief.files?.noun ?? ''].join(' ').toLowerCase();
      const theirs = nouns.filter((n) => !mine.includes(n) && !written.long.toLowerCase().includes('sticker sheet'));
      const text =
        `${titleFor(written, { limit: 140, counted: 'code points' })} ${written.long.replace(/“[^”]*”/g, '')} ${written.short.replace(/“[^”]*”/g, '')}`.toLowerCase();
      const own = `${brief.motif.name} ${brief.motif.subject} ${brief.motif.keywords.join(' ')}`.toLowerCase();
      const wrong = theirs.filter((n) => new RegExp(`\\b${n}s?\\b`).test(text) && !own.includes(n));
      expect([docket, brief.motif.name, wrong]).toEqual([docket, brief.motif.name, []]);
    }
});

test('nothing is left over: no slot, no doubled word, no space before a comma', () => {
  for (const { written } of every)
    for (const text of [written.long, written.short, ...written.title.map((p) => p.text), ...written.tags])
      expect(text).not.toMatch(/[{}]|undefined|null|\b(\w+) \1\b| [,.]|\.\.|\ba an\b/i);
});

test('the same brief makes the same text, another roll another', () => {
  for (const { brief, written } of every.slice(0, 40)) {
    expect(write(brief)).toEqual(written);
    expect(write({ ...brief, roll: 1 })!.long).not.toBe(written.long);
  }
});
