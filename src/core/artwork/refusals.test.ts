import fs from 'node:fs';
import path from 'node:path';
import { LIMITS } from '../limits';
import { note, noteSentence, refusal, refusalSentence, type RefusalCode } from './refusals';

const says = (code: RefusalCode, values: Record<string, string | number> = {}) =>
  refusalSentence(refusal(code, { file: 'tern.png', ...values }));

test.each<[RefusalCode, Record<string, string | number>, string]>([
  ['no-bytes', {}, 'tern.png is empty: it has no bytes. Export it again.'],
  ['too-many-pixels', { widthPx: 20000, heightPx: 20000 }, 'tern.png is 20000 × 20000 px; at most 150 million pixels can be taken. Export it at its print size.'],
  ['too-many-bytes', {}, 'tern.png is larger than 250 MB. Export it with compression, or at its print size.'],
  ['archive-too-many', {}, `tern.png holds more than ${LIMITS.archiveFiles} files; pack it in parts.`],
  ['packed-path', { letters: 300, inArchive: 'all.zip' }, 'tern.png in all.zip has a path of 300 letters; shorten its folders’ names.'],
  ['locked', { keeps: 'Tern' }, 'tern.png is locked with a password. Save it without one. “Tern” keeps the version it had.'],
  ['as-said', { says: 'What was written down before.' }, 'What was written down before.'],
])('%s %j is told', (code, values, sentence) => expect(says(code, values)).toBe(sentence)); // prettier-ignore

test('notes are told', () => {
  expect(noteSentence(note('first-page', { pages: 12 }))).toBe('The first of 12 pages.');
  expect(noteSentence(note('left-out', { parts: 'a script, a link' }))).toBe('Left out for safety: a script, a link.');
});

test('a sentence is whole, names the file, and lacks nothing', () => {
  const source = fs.readFileSync(path.join(__dirname, 'refusals.ts'), 'utf8').split('/** What was found')[0]!;
  const codes = [...source.matchAll(/^ {2}'?([a-z-]+)'?: \(/gm)].map((m) => m[1] as RefusalCode);
  expect(codes.length).toBeGreaterThan(30);
  const values = { says: 'so.', limit: 1e6, bits: 32, layer: 'sky', part: 'a.png', seconds: 30, megabytes: 900, letters: 9, widthPx: 1, heightPx: 1, area: 'front', what: 'its page has another size' };
  for (const code of codes.filter((c) => c !== 'as-said')) {
    expect([code, says(code, values)]).toEqual([code, expect.stringMatching(/^[^{}]+\.$/)]);
    expect([code, says(code, values)]).toEqual([code, expect.not.stringMatching(/undefined|NaN/)]);
    if (code !== 'unpacking-failed') expect(says(code, values)).toContain('tern.png');
  }
}); // prettier-ignore
