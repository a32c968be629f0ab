import { readFileSync } from 'node:fs';
import { assembled } from '../src/core/copy/ranked';
import { chooseTags, type Candidate } from '../src/core/tags/choose';
import { worth, wordSet } from '../src/core/tags/demand';
import { demandFromTable } from '../src/core/tags/demand-table';
import { likeness, write } from '../src/core/writing/write';
import { briefFor, DEMO_MOTIFS, MOTIFS, SHIPPED, SHIRT } from '../tests/fixtures/motifs/briefs';
import { figure } from './figure';

const OUTLETS = [
  { title: 140, tags: { max: 13, minLength: 3, maxLength: 20, counted: 'code points' as const } },
  { title: 180, tags: { max: 80, minLength: 2, maxLength: 40, counted: 'code points' as const } },
  { title: 90, tags: { max: 10, minLength: 2, maxLength: 30, counted: 'utf-16 units' as const } },
];
/** Two texts that share more than this of their runs of three words are nearly equal. */
const NEARLY = 0.5;

/** Words of 120 motifs for three outlets, tags of a thousand listings, and how much texts are alike. */
export function wording(): void {
  const table = demandFromTable(readFileSync('standins/demand/phrases.csv', 'utf8'));
  if (!table.ok) throw new Error(table.sentence);
  const all = table.read.found;
  const searchedOf = (subject: string, more: readonly string[]) => {
    const about = new Set(wordSet(subject));
    const known = new Set([...about, ...wordSet([...more, 'gift', 'present', 'idea', 'lover'].join(' '))]);
    return all
      .filter((d) => d.words.some((w) => about.has(w)) && d.words.every((w) => known.has(w)))
      .map((d) => ({ phrase: d.phrase, worth: worth(d) }))
      .sort((a, b) => b.worth - a.worth)
      .slice(0, 120);
  };

  const motifs = [...DEMO_MOTIFS, ...MOTIFS, ...MOTIFS.slice(0, 24).map((m) => ({ ...m, name: `${m.name} again` }))].slice(
    0,
    120,
  );
  let began = performance.now();
  const drafts = motifs.map((m) => {
    const written = write(briefFor(m, { note: { days: 3 } }))!;
    const searched = searchedOf(m.subject ?? m.name, [...m.keywords, SHIRT.one, ...SHIRT.alsoCalled]);
    const candidates: Candidate[] = [...written.tags.map((tag, i) => ({ tag, own: 1.5 - i / 1000 })), ...searched.map((s) => ({ tag: s.phrase, own: 0 }))]; // prettier-ignore
    for (const o of OUTLETS) {
      assembled(written.title, { limit: o.title, counted: 'code points' });
      chooseTags(candidates, searched, o.tags);
    }
    return written.long;
  });
  figure(
    'words.draft_120_seconds',
    (performance.now() - began) / 1000,
    's',
    'words of 120 motifs for 3 outlets, one processor; aim 10',
  );

  let [alike, pairs] = [0, 0];
  for (let i = 0; i < drafts.length; i++)
    for (let j = 0; j < i; j++, pairs++) if (likeness(drafts[i]!, drafts[j]!) > NEARLY) alike++;
  figure('words.near_equal_share', alike / pairs, '', 'pairs of 120 drafts of one docket that share over half of their runs of three words; aim 0.02'); // prettier-ignore

  const entries = [...SHIPPED.values()];
  const cases = Array.from({ length: 1000 }, (_, i) => {
    const [one, two] = [entries[i % entries.length]!, entries[(i * 7 + 3) % entries.length]!];
    const searched = searchedOf(one.document.calls[i % one.document.calls.length]!, ['shirt', 'mug']);
    const tags = [...(one.document.by.en?.tags ?? []), ...(two.document.by.en?.tags ?? [])];
    return {
      searched,
      candidates: [...tags.map((tag) => ({ tag, own: 1.5 })), ...searched.map((s) => ({ tag: s.phrase, own: 0 }))],
    };
  });
  began = performance.now();
  const bounds = cases.map((c) => chooseTags(c.candidates, c.searched, OUTLETS[0]!.tags).bound);
  figure('words.tags_1000_seconds', (performance.now() - began) / 1000, 's', 'tags of 1,000 listings, one processor; aim 5');
  // an answer that was not found to be exact is taken at its bound
  figure('words.tag_gap', 1 - bounds.reduce((a, b) => a + b, 0) / bounds.length, '', `against exact, 1,000 listings, ${bounds.filter((b) => b === 1).length} of them exact; aim 0.02`); // prettier-ignore
}
