import fs from 'node:fs';
import path from 'node:path';
import { activityPhrase } from './activity';

const says = (did: string, values: object) => activityPhrase({ did, values: values as Record<string, unknown> });

test.each<[string, object, string]>([
  ['artwork.changed', { count: 1, fields: ['title', 'drawer'] }, 'Changed 1 artwork: title, filed'],
  ['artwork.changed', { count: 1, name: 'Tern', fields: ['subject'] }, 'Changed “Tern”: subject'],
  ['artwork.changed', { count: 1200, fields: [], standing: 'aside' }, 'Put 1,200 artworks aside'],
  ['proof.changed', { fields: ['title', 'tags'], name: 'Tern', docket: 'Shirt', outlet: 'Quayside' }, 'Changed title, tags of “Tern” on Shirt at Quayside'],
  ['proof.sent', { count: 2, live: true }, 'Sent 2 proofs to go live'],
  ['proof.sent', { count: 1, over: true }, 'Sent 1 proof, also over what was changed there'],
  ['listing.changed', { title: 'Tern', outlet: 'Quayside', fields: ['prices'] }, 'Sent a change of “Tern” to Quayside: prices and sizes'],
  ['listing.changed', { title: 'Tern', outlet: 'Quayside', fields: [] }, 'Sent a change of “Tern” to Quayside: its state'],
  ['listing.put', { count: 3, goal: 'ended' }, 'Put 3 listings to an end'],
  ['placement.changed', { count: 120, docket: 'Shirt', area: 'front' }, 'Placed 120 artworks otherwise on Shirt, front'],
  ['placement.given-back', { count: 1, name: 'Tern', docket: 'Shirt', area: 'front' }, 'Gave “Tern” back to the docket Shirt, front'],
  ['trouble.waived', { count: 3, docket: 'Mug', area: 'around', code: 'on-seam', reason: 'so meant' }, 'Waived on Mug, around, for 3 artworks: on a seam. “so meant”'],
  ['trouble.counts-again', { count: 1, name: 'Tern', docket: 'Mug', area: 'around', code: 'coarse' }, 'Let it count again on Mug, around, for “Tern”: too coarse'],
  ['plan.changed', { name: 'steady', dockets: 1 }, 'Changed the price plan “steady”, which 1 docket follows'],
  ['plan.changed', { name: 'steady', dockets: 0 }, 'Changed the price plan “steady”, which 0 dockets follow'],
])('%s %j is told', (did, values, phrase) => expect(says(did, values)).toBe(phrase)); // prettier-ignore

test('everything that is written down has a sentence', () => {
  const root = path.join(__dirname, '../..');
  const files = ['services', 'data', 'worker'].flatMap((top) =>
    fs.readdirSync(path.join(root, top), { recursive: true, encoding: 'utf8' }).map((f) => path.join(root, top, f)),
  );
  const texts = files.filter((f) => f.endsWith('.ts')).map((f) => fs.readFileSync(f, 'utf8'));
  const recorded = [...new Set(texts.flatMap((t) => [...t.matchAll(/did: '([a-z-]+\.[a-z-]+)'/g)].map((m) => m[1]!)))];
  expect(recorded.length).toBeGreaterThan(15);
  expect(recorded.filter((did) => says(did, { count: 1, fields: [] }) === did)).toEqual([]);
});

test('what a rule did to dockets says what, and that it was by the rule', () => {
  const did = [{ did: 'dropped colour', line: 'goods', name: 'Moss' }, { did: 'moved colour', line: 'goods', name: 'Chalk', to: 'Foam', apart: 1.4 }]; // prettier-ignore
  expect(says('docket.mended', { count: 1, name: 'Shirts', did, byRule: true })).toBe(
    'By its rule for what ends, changed the docket “Shirts”: Moss left out, Chalk became Foam (1.4 apart)',
  );
  expect(says('docket.mended', { count: 3, did: [] })).toBe('Changed 3 dockets: its rule for what ends');
});
