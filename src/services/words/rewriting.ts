import { textIn, tagsIn, isKept, type ProofFields } from '../../core/listing/proof';
import type { AskedWriting } from '../../core/writing/brief';
import { artworksByIds } from '../../data/artwork/artworks';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import { draftHere, MENDABLE } from '../../data/line/contact';
import { listProofs } from '../../data/line/proofs';
import { addRun } from '../../data/line/runs';
import * as data from '../../data/line/writing';
import { differing, grouped, turnedBack, type Groups, type Wanted } from '../bench/steps';
import { makingsOf, type Making } from '../line/prepare/making';
import { prepareAll } from '../line/prepare/prepare-all';
import { proofsMeant, type ProofSearch } from '../line/proof-windows';
import { Trouble } from '../trouble';

export type ProofsAsked = { ids: string[] } | { search: ProofSearch };

/** What the writer is asked for, for many proofs at once. */
export interface Wish {
  fields: string[];
  seeds: string[];
  /** So many throws of the dice further than the last: none writes the same again with these phrases. */
  throws: number;
}

/** Why a proof's words stay as they are. */
export type LeftAlone = 'being made' | 'being sent' | 'never drafted';

/** One field as it is and as it would be. */
export interface Rewrite {
  field: string;
  label: string;
  language: string;
  now: string | string[];
  next: string | string[];
  /** What a hand wrote stays. */
  stays: boolean;
}
export interface RewriteSeen {
  total: number;
  left: Partial<Record<LeftAlone, number>>;
  items: { proof: string; artwork: string; docket: string; outlet: string; fields: Rewrite[] }[];
}

const idsOf = async (tx: Tx, asked: ProofsAsked): Promise<string[]> =>
  'ids' in asked ? [...new Set(asked.ids)] : proofsMeant(tx, asked.search);

/** What each proof would ask for, after the wish. */
const wishedFor = (before: AskedWriting | undefined, { fields, seeds, throws }: Wish): AskedWriting => ({
  roll: (before?.roll ?? 0) + throws,
  seeds,
  fields: [...new Set([...(before?.fields ?? []), ...fields])].sort(),
});

async function sorted(tx: Tx, ids: readonly string[]): Promise<{ free: string[]; left: RewriteSeen['left'] }> {
  const left: RewriteSeen['left'] = {};
  const found = new Map((await data.statesOf(tx, ids)).map((p) => [p.id, p]));
  const free = ids.filter((id) => {
    const it = found.get(id);
    if (!it) return false;
    const why: LeftAlone | null = !it.drafted ? 'never drafted' : it.state === 'drafting' ? 'being made' : it.state === 'sending' ? 'being sent' : null; // prettier-ignore
    if (why) left[why] = (left[why] ?? 0) + 1;
    return !why;
  });
  return { free, left };
}

/** What the first of some proofs say now and would say, field by field; nothing is written. */
export async function tryWriting(workspace: string, asked: ProofsAsked, wish: Wish, most: number): Promise<RewriteSeen> {
  const { makings, proofs, total, left } = await inWorkspace(workspace, async (tx) => {
    const ids = await idsOf(tx, asked);
    if (!ids.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
    const { free, left } = await sorted(tx, ids);
    const proofs = await listProofs(tx, { ids: free.slice(0, most), limit: most });
    const artworks = new Map((await artworksByIds(tx, [...new Set(proofs.map((p) => p.artworkId))])).map((a) => [a.id, a]));
    const makings: Making[] = [];
    for (const proof of proofs) {
      const writing = wishedFor(proof.writing ?? undefined, wish);
      const [making] = await makingsOf(tx, artworks.get(proof.artworkId)!, [{ ...proof, writing }]);
      if (making) makings.push(making);
    }
    return { makings, proofs: new Map(proofs.map((p) => [p.id, p])), total: free.length, left };
  });
  const prepared = await prepareAll(makings);
  const items = makings.map((making, i): RewriteSeen['items'][number] => {
    const proof = proofs.get(making.proofId)!;
    const fields = wish.fields.flatMap((field) => rewritesOf(field, making, proof.fields, prepared[i]!.fields));
    return { proof: proof.id, artwork: proof.artwork, docket: proof.docket, outlet: proof.outlet, fields };
  });
  return { total, left, items };
}

/** What a field says now and would say, by language. */
function rewritesOf(field: string, making: Making, now: ProofFields, next: ProofFields): Rewrite[] {
  if (field === 'tags')
    return Object.keys(next.tags).map((language) => ({
      ...{ field, language, label: 'Tags', now: tagsIn(now, language), next: tagsIn(next, language) },
      stays: isKept(next.tags[language]!.from),
    }));
  const rule = making.outlet.rules.texts[field];
  if (!rule) return [];
  return Object.entries(next.words[field] ?? {}).map(([language, { value, from }]) => ({
    ...{ field, language, label: rule.label, now: textIn(now, field, language), next: value },
    stays: isKept(from),
  }));
}

/** What taking it back needs. */
export interface WritingUndo {
  kind: 'writing';
  was: Groups<AskedWriting>;
  is: Groups<AskedWriting>;
}

/** Has proofs written anew: those that were asked for are drafted again where they are, and what a hand wrote stays. */
export const writeAnew = (
  workspace: string,
  asked: ProofsAsked,
  wish: Wish,
  except: readonly string[],
): Promise<{ proofs: number; left: RewriteSeen['left']; undo: string | null }> =>
  inWorkspace(workspace, async (tx) => {
    const ids = (await idsOf(tx, asked)).filter((id) => !except.includes(id));
    if (!ids.length) throw new Trouble('not-valid', 'Say which proofs.', 'ids');
    const { free, left } = await sorted(tx, ids);
    const now = await data.ownWriting(tx, free);
    const { was, is } = differing(now, new Map(free.map((id) => [id, wishedFor(now.get(id), wish)])));
    if (!is.size) return { proofs: 0, left, undo: null };
    await put(tx, workspace, is);
    const back: WritingUndo = { kind: 'writing', was: grouped(was), is: grouped(is) };
    const undo = await record(tx, {
      did: 'words.written',
      about: 'proof',
      ids: [...is.keys()],
      values: { proofs: is.size, fields: wish.fields },
      undo: { ...back },
    });
    return { proofs: is.size, left, undo };
  });

async function put(tx: Tx, workspace: string, wanted: Wanted<AskedWriting>): Promise<void> {
  for (const { value, artworks: ids } of grouped(wanted)) await data.putWriting(tx, ids, value);
  await draftHere(tx, workspace, [...wanted.keys()], () => addRun(tx, 'Written anew'));
}

/** What was asked of the writer as it was before a step, or after it again; what was changed since, or is under way, stays. */
export async function putWritingBack(
  tx: Tx,
  workspace: string,
  step: WritingUndo,
  again: boolean,
): Promise<{ count: number; left: number }> {
  const back = await turnedBack(step, again, (ids) => data.ownWriting(tx, ids));
  const states = new Map((await data.statesOf(tx, back.put.map(([id]) => id))).map((p) => [p.id, p.state])); // prettier-ignore
  const free = back.put.filter(([id]) => (MENDABLE as readonly string[]).includes(states.get(id) ?? 'drafting'));
  if (free.length) await put(tx, workspace, new Map(free));
  return { count: back.count, left: back.left + back.put.length - free.length };
}
