import { houseLists, NO_WORDS, type HouseLists } from '../../core/checking/house-words';
import { sentenceKey, type GoodsTold } from '../../core/checking/look';
import { otherNouns } from '../../core/checking/nouns';
import { plural } from '../../core/copy/plural';
import type { Noun } from '../../core/correcting/finding';
import { kindNames, kindOf } from '../../core/docket/kinds';
import type { RulesDocument } from '../../core/outlet/rules';
import type { Tx } from '../../data/database';
import * as data from '../../data/line/findings';
import { listOutlets } from '../../data/outlets/outlets';
import { workspaceName } from '../../data/people/workspaces';
import { blanksByIds, type BlankRow } from '../../data/stockroom/blanks';
import { listDockets, type DocketRow } from '../../data/stockroom/dockets';
import { phrasebookOf } from './phrasebook';

/** Goes up when the checks themselves become others: all words are looked over again. */
const CHECKS_AT = 2;
/** The basis as it is now, as one word. */
export const basisNow = (tx: Tx): Promise<string> => data.basisNow(tx, CHECKS_AT);

const WORD = /[\p{L}\p{M}]+(?:[’'][\p{L}\p{M}]+)*/gu;
/** Words of a text in small letters, as a dictionary has them. */
export const wordsOf = (text: string): string[] => (text.toLowerCase().match(WORD) ?? []).map((w) => w.replaceAll('’', "'"));

/** What all proofs of a workspace are looked over by. */
export interface Basis {
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

/** What a docket’s goods are called, and what is stated of them; null where it has none. `nouns` are those of all goods, each once. */
export function goodsTold(docket: DocketRow, blanks: readonly BlankRow[], nouns: readonly Noun[]): GoodsTold | null {
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

/** Reads the basis. */
export async function basisOf(tx: Tx): Promise<Basis> {
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
    key: await basisNow(tx),
    lists: houseLists(house?.document ?? NO_WORDS),
    goods: new Map(dockets.flatMap((d) => {
      const told = goodsTold(d, mine(d), once);
      return told ? [[d.id, told] as const] : [];
    })),
    outlets: new Map(outlets),
    vocabulary,
  }; // prettier-ignore
}
