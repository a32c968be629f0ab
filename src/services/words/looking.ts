import { ALIKE, alikeGroups, sketchOf } from '../../core/checking/sketch';
import { MOST_WHAT, type Finding } from '../../core/checking/checks';
import { beginning } from '../../core/checking/piece';
import { houseLists, NO_WORDS, type HouseLists } from '../../core/checking/house-words';
import { lookOver, sentenceKey, type GoodsTold, type LookedField } from '../../core/checking/look';
import { otherNouns } from '../../core/checking/nouns';
import { isLine } from '../../core/copy/ranked';
import type { Value } from '../../core/correcting/correct';
import type { Noun } from '../../core/correcting/finding';
import { kindNames, kindOf } from '../../core/docket/kinds';
import { tagProblems, textProblems } from '../../core/listing/check';
import type { InLanguages } from '../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../core/outlet/rules';
import { plural } from '../../core/copy/plural';
import { inWorkspace, type Tx } from '../../data/database';
import { addJob } from '../../data/jobs';
import * as data from '../../data/line/findings';
import type { LookedOver, ToLookAt } from '../../data/line/findings';
import { workspaceName } from '../../data/people/workspaces';
import { listOutlets } from '../../data/outlets/outlets';
import { blanksByIds, type BlankRow } from '../../data/stockroom/blanks';
import { listDockets, type DocketRow } from '../../data/stockroom/dockets';
import { saidText } from '../line/prepare/telling';
import { phrasebookOf } from './phrasebook';
import { isOlder, sourceOf } from './translated-from';

/** How words are spelt. */
export interface Spelling {
  isRight: (word: string) => boolean;
  /** What it might be instead, the likeliest first; none where it is like none, or very many were asked for at once. */
  instead: (word: string) => string[];
  /** A look begins: so many words more may be asked for. */
  begin: () => void;
}

/** Goes up when the checks themselves become others: all words are looked over again. */
const CHECKS_AT = 2;
const WINDOW = 250;
/** Others have their turn after so long. */
const TURN_MS = 5000;
/** Descriptions of one outlet are held against each other up to so many, the newest: their sketches and bands take 100 MB. */
const MOST_COMPARED = 60_000;

const WORD = /[\p{L}\p{M}]+(?:[’'][\p{L}\p{M}]+)*/gu;
const wordsOf = (text: string): string[] => (text.toLowerCase().match(WORD) ?? []).map((w) => w.replaceAll('’', "'"));

/** What all proofs of a workspace are looked over by. */
interface Basis {
  /** Changes when a proof must be looked over again that did not change itself. */
  key: string;
  lists: HouseLists;
  goods: ReadonlyMap<string, GoodsTold>;
  outlets: ReadonlyMap<string, { name: string; rules: RulesDocument }>;
  /** Words of the trade and of the house, which no dictionary need have. */
  vocabulary: ReadonlySet<string>;
}

const statedOf = (docket: DocketRow, blanks: readonly BlankRow[]): string =>
  [
    ...blanks.flatMap(({ document: b }) => [
      b.name,
      b.kind,
      b.care,
      ...b.sentences.filter((s) => s.for === 'buyers').map((s) => s.text),
      ...b.colours.map((c) => c.name),
      ...kindOf(b.kind).tags,
    ]),
    ...docket.document.lines.flatMap((l) => [l.noun.one, l.noun.many]),
    docket.document.downloads?.noun.one ?? '',
  ].join('\n');

function goodsTold(docket: DocketRow, blanks: readonly BlankRow[], nouns: readonly Noun[]): GoodsTold | null {
  const { lines, downloads } = docket.document;
  const own = [...lines.map((l) => l.noun), ...(downloads ? [downloads.noun] : [])];
  if (!own[0]) return null;
  const stated = statedOf(docket, blanks);
  const sentences = (who: 'buyers' | 'sellers') =>
    new Set(blanks.flatMap((b) => b.document.sentences.filter((s) => s.for === who).map((s) => sentenceKey(s.text))));
  return {
    noun: own[0],
    others: otherNouns(nouns, [...own.map((n) => n.one), ...blanks.flatMap((b) => [b.document.kind, kindOf(b.document.kind).one])], stated),
    stated,
    statedKey: sentenceKey(stated),
    sentences: { buyers: sentences('buyers'), sellers: sentences('sellers') },
    files: downloads !== undefined || docket.document.writing?.personal !== undefined,
  }; // prettier-ignore
}

async function basisOf(tx: Tx): Promise<Basis> {
  const house = await data.houseWordsRow(tx);
  const dockets = await listDockets(tx);
  const blanks = new Map(
    (await blanksByIds(tx, [...new Set(dockets.flatMap((d) => d.document.lines.map((l) => l.blank)))])).map((b) => [b.id, b]),
  );
  const book = await phrasebookOf(tx);
  const outlets = (await listOutlets(tx)).flatMap((o) => (o.rules ? [[o.id, { name: o.name, rules: o.rules }] as const] : []));
  const nouns: Noun[] = [
    ...dockets.flatMap((d) => d.document.lines.map((l) => l.noun)),
    ...kindNames().map((k) => {
      const { one, many } = kindOf(k);
      return { one, many: many ?? plural(one) };
    }),
  ];
  const once = [...new Map(nouns.map((n) => [n.one.toLowerCase(), n])).values()];
  const mine = (d: DocketRow) => d.document.lines.map((l) => blanks.get(l.blank)).filter((b): b is BlankRow => b !== undefined);
  const vocabulary = new Set<string>();
  const know = (text: string) => wordsOf(text).forEach((w) => vocabulary.add(w));
  for (const e of book.entries.values()) know(JSON.stringify(e.document));
  for (const d of dockets) know(`${d.name}\n${statedOf(d, mine(d))}`);
  for (const [, o] of outlets) know(o.name);
  know(await workspaceName(tx));
  for (const n of once) know(`${n.one} ${n.many}`);
  return {
    key: await data.basisNow(tx, CHECKS_AT),
    lists: houseLists(house?.document ?? NO_WORDS),
    goods: new Map(dockets.flatMap((d) => {
      const told = goodsTold(d, mine(d), once);
      return told ? [[d.id, told] as const] : [];
    })),
    outlets: new Map(outlets),
    vocabulary,
  }; // prettier-ignore
}

/** Whose words a field has, where they were translated. */
const machineIn = (by: InLanguages<Value> | undefined, language: string): Pick<LookedField, 'byMachine' | 'older'> => ({
  byMachine: by?.[language]?.from === 'translated',
  older: isOlder(by?.[language], sourceOf(by, language)),
});

/** A proof's fields in a language, with what its outlet's rules say to them; none of those that it was not written in. */
function fieldsIn({ fields }: ToLookAt, rules: RulesDocument, outlet: string, language: string): LookedField[] {
  const texts = Object.entries(rules.texts).flatMap(([field, rule]): LookedField[] => {
    const is = fields.words[field]?.[language];
    const needed = rule.required && language === mainLanguage(rules);
    if (!is && !needed) return [];
    const value = is?.value ?? '';
    return [{ field, label: rule.label, kind: isLine(rule) ? 'line' : 'long', value, problems: textProblems(field, rule, value, outlet), ...machineIn(fields.words[field], language) }]; // prettier-ignore
  });
  const tags = rules.tags && fields.tags[language];
  if (tags) texts.push({ field: 'tags', label: 'Tags', kind: 'tags', value: tags.value, problems: tagProblems(rules.tags!, tags.value, outlet), places: rules.tags!.max, ...machineIn(fields.tags, language) }); // prettier-ignore
  return texts;
}

/** Text of a description without what is said of the goods word for word: that is alike because the goods are. */
const withoutGoods = (text: string, goods: GoodsTold | undefined): string =>
  goods ? text.split(/\n+/).filter((line) => !goods.statedKey.includes(sentenceKey(line))).join('\n') : text; // prettier-ignore

function lookAt(p: ToLookAt, basis: Basis, spelling: Spelling): LookedOver {
  const outlet = basis.outlets.get(p.outletId);
  if (!outlet) return { id: p.id, version: p.version, title: null, sketch: null, findings: [] };
  const { name, rules } = outlet;
  const goods = basis.goods.get(p.docketId);
  const { artwork } = p;
  const motif = [artwork.name, artwork.subject, ...artwork.keywords, artwork.saidByHand ?? saidText(artwork.said ?? [])].join(
    ', ',
  );
  const own = new Set(wordsOf(motif));
  const known = (word: string) =>
    own.has(word) || basis.vocabulary.has(word) || basis.lists.right.has(word) || spelling.isRight(word);
  const findings = rules.languages
    .flatMap((language) =>
      lookOver(
        { language, outlet: p.outletId, fields: fieldsIn(p, rules, name, language), goods: goods ?? null, motif },
        { lists: basis.lists, known },
      ),
    )
    .map((f) => (f.check === 'spelling' ? { ...f, values: { instead: spelling.instead(f.what) } } : f));
  const language = mainLanguage(rules);
  const title = p.fields.words.title?.[language]?.value.trim().replace(/\s+/g, ' ');
  const sketch = sketchOf(withoutGoods(p.fields.words.description?.[language]?.value ?? '', goods));
  return {
    id: p.id,
    version: p.version,
    title: title ? beginning(`${language} ${title}`, 1000) : null,
    sketch: sketch && Buffer.from(sketch.buffer).toString('hex'),
    findings,
  };
}

/** The same, whatever stands there: one that our own code fails at is told in the log, and holds up no other. */
function lookedAt(p: ToLookAt, basis: Basis, spelling: Spelling): LookedOver {
  try {
    return lookAt(p, basis, spelling);
  } catch (error) {
    console.error(`looking the words of proof ${p.id} over:`, error);
    return { id: p.id, version: p.version, title: null, sketch: null, findings: [] };
  }
}

/** Goes on with a look, window by window, until all is looked over, it is stopped, or others have their turn. */
export async function lookOn(workspace: string, spelling: () => Spelling): Promise<void> {
  const [basis, at] = await inWorkspace(workspace, async (tx) => [await basisOf(tx), await data.lookRow(tx)] as const);
  if (at?.state !== 'going') return;
  if (at.looked === 0) spelling().begin();
  let after = 0;
  for (const began = performance.now(); performance.now() - began < TURN_MS;) {
    const seen = await inWorkspace(workspace, async (tx) => {
      const look = await data.lookForUpdate(tx);
      if (look?.state !== 'going') return null;
      const window = await data.toLookAt(tx, basis.key, after, WINDOW);
      await data.keepFindings(tx, basis.key, window.map((p) => lookedAt(p, basis, spelling()))); // prettier-ignore
      const looked = look.looked + window.length;
      await data.setLook(tx, { state: 'going', looked, total: Math.max(look.total, looked) });
      return window;
    });
    if (!seen) return;
    if (!seen.length) return together(workspace, basis);
    after = seen.at(-1)!.seq;
  }
  await inWorkspace(workspace, (tx) => addJob(tx, 'words.look', { workspace }));
}

/** Holds listings against each other, and ends a look; what changed meanwhile is looked over next time. */
async function together(workspace: string, basis: Basis): Promise<void> {
  const alike: (Finding & { proof: string })[] = [];
  for (const [outlet, { rules }] of basis.outlets) {
    const found = await inWorkspace(workspace, (tx) => data.sketchesAt(tx, outlet, MOST_COMPARED));
    const language = mainLanguage(rules);
    const sketches = found.map(({ sketch }) => new Uint32Array(sketch.buffer.slice(sketch.byteOffset, sketch.byteOffset + sketch.length)));
    const groups = alikeGroups(sketches);
    const titles = await inWorkspace(workspace, (tx) => data.titlesOf(tx, groups.map((g) => found[g[0]!]!.id))); // prettier-ignore
    for (const group of groups) {
      const first = titles.get(found[group[0]!]!.id)?.replace(/^\S+ /, '') ?? 'without a title';
      if (basis.lists.isLeft('alike', first)) continue;
      for (const i of group) alike.push({ proof: found[i]!.id, check: 'alike', field: 'description', language, what: beginning(first, MOST_WHAT), values: { of: group.length, share: ALIKE } }); // prettier-ignore
    }
  } // prettier-ignore
  await inWorkspace(workspace, async (tx) => {
    const look = await data.lookForUpdate(tx);
    await data.findSameTitles(tx);
    await data.dropFindings(tx, (await data.houseWordsRow(tx))?.document.left ?? []);
    await data.keepAlike(tx, alike);
    if (look?.state !== 'going') return;
    // what all are held against may have changed under the look: who changed it saw that one goes on, and began none
    const now = await data.basisNow(tx, CHECKS_AT);
    if (now === basis.key) return data.setLook(tx, { ...look, state: 'done' });
    await data.setLook(tx, { state: 'going', looked: 0, total: await data.countToLookAt(tx, now) });
    await addJob(tx, 'words.look', { workspace });
  });
}

/** Has the words of all proofs looked over that were not as they are now; goes on where that was stopped. Returns how many are to come. */
export const beginLook = (workspace: string): Promise<number> =>
  inWorkspace(workspace, async (tx) => {
    const left = await data.countToLookAt(tx, await data.basisNow(tx, CHECKS_AT));
    const look = await data.lookForUpdate(tx);
    if (look?.state === 'going') return left;
    await data.setLook(tx, { state: 'going', total: left, looked: 0 });
    await addJob(tx, 'words.look', { workspace });
    return left;
  });

/** Stops a look where it is; what was found stays. */
export const stopLook = (workspace: string): Promise<void> =>
  inWorkspace(workspace, async (tx) => {
    const look = await data.lookForUpdate(tx);
    if (look?.state === 'going') await data.setLook(tx, { ...look, state: 'stopped' });
  });

/** How many proofs were not looked over as they are now, and whether a look goes on. */
export async function lookNow(tx: Tx): Promise<{ waiting: number; look: data.LookRow | null }> {
  return { waiting: await data.countToLookAt(tx, await data.basisNow(tx, CHECKS_AT)), look: await data.lookRow(tx) };
}
