import { priceKey, type ProofFields, type ProofVariant } from '../../core/listing/proof';
import { mainLanguage } from '../../core/outlet/rules';
import { inWorkspace, type Tx } from '../../data/database';
import * as artworks from '../../data/artwork/artworks';
import { record } from '../../data/desk/activity';
import * as data from '../../data/line/proofs';
import type { ProofRow } from '../../data/line/proofs';
import { putPrices } from '../../data/line/variants';
import { contentsOf } from './content';
import { keepFields } from './keeping';
import { makingsOf } from './prepare/making';
import type { Prepared } from './prepare/prepare';
import { prepareAll } from './prepare/prepare-all';
import { priceLabels } from './prepare/prices';
import { lineNames } from './prepare/problems';
import { Trouble } from '../trouble';
import { handWritten } from '../words/translated-from';

export type { ProofRow };

export const listProofs = (workspace: string, filter: Parameters<typeof data.listProofs>[1]): Promise<ProofRow[]> =>
  inWorkspace(workspace, (tx) => data.listProofs(tx, filter));

export async function proof(workspace: string, id: string): Promise<ProofRow> {
  const found = await inWorkspace(workspace, (tx) => data.proofById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such proof.');
  return found;
}

/** A change by hand. `pattern` names fields that go back to what the docket makes of them. */
export interface ProofChange {
  /** The version of the proof that the change was made on. */
  version?: number;
  title?: string;
  description?: string;
  tags?: string[];
  /** Further texts of the outlet, by name. */
  texts?: Record<string, string>;
  /** In which language words are changed; the outlet's own where none is named. */
  language?: string;
  /** New prices by what they are the price of, minor units. */
  prices?: Record<string, number>;
  pattern?: string[];
}

/**
 * Changes a proof. What a hand wrote is marked and kept when the proof is drafted again. One that stands at its outlet as it was is
 * to be looked at again: what differs from what was sent can be sent as a change.
 */
export async function changeProof(workspace: string, id: string, change: ProofChange): Promise<ProofRow> {
  const byDocket = change.pattern?.length ? await madeByDocket(workspace, id, change) : null;
  return inWorkspace(workspace, async (tx) => {
    const { it, edited, names } = await editable(tx, id, change);
    // what the docket makes was worked out before, of that very state: the writer is not asked while the proof is held
    if (byDocket && byDocket.version !== it.version) throw changedMeanwhile(it, change);
    const { fields, variants } = byDocket ? { fields: byDocket.made.fields, variants: pricedAnew(edited.variants, byDocket.made, names) } : edited; // prettier-ignore
    const stay = byDocket ? [...byDocket.made.problems, ...it.problems.filter((p) => p.field === 'downloads')] : it.problems;
    await keep(tx, { ...it, problems: stay, fields, variants });
    await record(tx, {
      did: 'proof.changed',
      about: 'proof',
      ids: [id, it.artworkId, ...(it.listing ? [it.listing.id] : [])],
      values: { name: it.artwork, docket: it.docket, outlet: it.outlet, fields: namesIn(change) },
      undo: { kind: 'proof', id, was: { fields: it.fields, variants: it.variants }, is: { fields, variants } },
    });
    return (await data.proofById(tx, id))!;
  });
}

/** Writes a proof's new words and prices, with what is wrong with them and in what they differ from what was sent. */
async function keep(tx: Tx, now: ProofRow): Promise<void> {
  await keepFields(tx, [now]);
  await putPrices(tx, now.id, now.variants);
}

const namesIn = (change: ProofChange): string[] => [
  ...(['title', 'description', 'tags', 'prices'] as const).filter((n) => change[n] !== undefined || change.pattern?.includes(n)),
  ...Object.keys(change.texts ?? {}),
];

/** Somebody else changed the proof since it was looked at. Which fields they changed is not known: those asked for are named. */
function changedMeanwhile(now: ProofRow, change: ProofChange): Trouble {
  const names = namesIn(change);
  return new Trouble(
    'conflict',
    `This proof was changed meanwhile. Look at its ${names.join(', ') || 'fields'} as they are now, and change them again.`,
    'version',
    names,
  );
}

function withWords(fields: ProofFields, change: ProofChange, language: string, known: string[]): ProofFields {
  const words = { ...fields.words };
  const texts: Record<string, string> = { ...change.texts };
  if (change.title !== undefined) texts.title = change.title;
  if (change.description !== undefined) texts.description = change.description;
  for (const [name, value] of Object.entries(texts)) {
    if (!known.includes(name)) throw new Trouble('not-valid', `${name} is not a text of this outlet.`, name);
    words[name] = { ...words[name], [language]: handWritten(words[name], language, value.trim()) };
  }
  const tags = { ...fields.tags };
  if (change.tags) {
    const value = change.tags.map((t) => t.trim()).filter(Boolean);
    tags[language] = handWritten(tags, language, value);
  }
  return { words, tags };
}

function withPrices(
  variants: ProofVariant[],
  prices: Record<string, number> | undefined,
  names: Record<string, string>,
): ProofVariant[] {
  if (!prices) return variants;
  const label = priceLabels(variants, names);
  for (const [of, minor] of Object.entries(prices))
    if (!Number.isInteger(minor) || minor <= 0 || minor > 10_000_000)
      throw new Trouble('not-valid', `The price for ${of} must be a positive amount.`, 'prices');
  // a hand that sets one price has looked at all of them: none changes by itself any more
  return variants.map((v) => ({ ...v, priceMinor: prices[label(v)] ?? v.priceMinor, from: 'hand' as const }));
}

/** A proof that may be changed, held for that, with what a hand's change makes of it. Throws a Trouble where it may not. */
async function editable(tx: Tx, id: string, change: ProofChange) {
  const it = await data.proofForUpdate(tx, id);
  if (!it) throw new Trouble('not-found', 'There is no such proof.');
  if (it.state === 'drafting') throw new Trouble('conflict', 'This proof is still being drafted.');
  if (it.docketRevision === null) throw new Trouble('conflict', 'This proof was never drafted to its end. Draft it again first.');
  if (it.state === 'sending') throw new Trouble('conflict', 'This proof is being sent; it can be changed when it is there.');
  const content = (await contentsOf(tx, [it])).get(id);
  if (!content) throw new Trouble('conflict', `${it.outlet} has not told its rules yet.`);
  if (change.version !== undefined && change.version !== it.version) throw changedMeanwhile(it, change);
  const { outlet } = content;
  const language = change.language ?? mainLanguage(outlet.rules);
  if (!outlet.rules.languages.includes(language))
    throw new Trouble('not-valid', `${outlet.name} is not written in ${language}.`, 'language');
  const edited = {
    fields: withWords(it.fields, change, language, Object.keys(outlet.rules.texts)),
    variants: withPrices(it.variants, change.prices, lineNames(content.docket)),
  };
  return { it, edited, language, names: change.pattern ?? [] };
}

/** What the docket makes of a proof whose fields go back to it, beside what the same change writes by hand. */
async function madeByDocket(workspace: string, id: string, change: ProofChange): Promise<{ version: number; made: Prepared }> {
  const { making, version } = await inWorkspace(workspace, async (tx) => {
    const { it, edited, language, names } = await editable(tx, id, change);
    const artwork = (await artworks.artworkById(tx, it.artworkId))!;
    const words = Object.fromEntries(
      Object.entries(edited.fields.words).map(([name, by]) => {
        if (!names.includes(name)) return [name, by];
        const { [language]: _, ...rest } = by;
        return [name, rest];
      }),
    );
    const { [language]: ours, ...others } = edited.fields.tags;
    const tags = names.includes('tags') ? others : { ...others, ...(ours && { [language]: ours }) };
    const variants = edited.variants.map((v) => (names.includes('prices') ? { ...v, from: 'plan' as const } : v));
    const [making] = await makingsOf(tx, artwork, [{ ...it, fields: { words, tags }, variants }]);
    if (!making) throw new Trouble('conflict', `${it.outlet} has not told its rules yet.`);
    return { making, version: it.version };
  });
  return { version, made: (await prepareAll([making]))[0]! };
}

/** Goods stay as they were drafted: only what they cost follows the plan again, where that was asked for. */
function pricedAnew(variants: readonly ProofVariant[], made: Prepared, names: readonly string[]): ProofVariant[] {
  const prices = new Map(made.variants.map((v) => [priceKey(v), v]));
  return variants.map((v) => {
    const now = prices.get(priceKey(v));
    if (!names.includes('prices') || !now) return v;
    return { ...v, priceMinor: now.madeMinor, madeMinor: now.madeMinor, from: 'plan' };
  });
}

/** Puts a proof's words and prices back to what they were, where nothing has changed them since. Returns what stays. */
export async function putProofBack(
  tx: Tx,
  id: string,
  was: { fields: ProofFields; variants: ProofVariant[] },
  is: { fields: ProofFields; variants: ProofVariant[] },
): Promise<string[]> {
  const it = await data.proofForUpdate(tx, id);
  const content = it && (await contentsOf(tx, [it])).get(id);
  if (!it || !content) throw new Trouble('conflict', 'That proof is not here any more.');
  if (it.state === 'sending' || it.state === 'drafting')
    throw new Trouble('conflict', `This proof is ${it.state}; take the change back when that is over.`);
  const left: string[] = [];
  const equal = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const fields: ProofFields = { words: { ...it.fields.words }, tags: it.fields.tags };
  for (const name of new Set([...Object.keys(was.fields.words), ...Object.keys(is.fields.words)])) {
    if (equal(was.fields.words[name], is.fields.words[name])) continue;
    if (equal(it.fields.words[name], is.fields.words[name])) fields.words[name] = was.fields.words[name] ?? {};
    else left.push(name);
  }
  if (!equal(was.fields.tags, is.fields.tags)) {
    if (equal(it.fields.tags, is.fields.tags)) fields.tags = was.fields.tags;
    else left.push('tags');
  }
  const prices = new Map(was.variants.map((v) => [priceKey(v), v]));
  const set = new Map(is.variants.map((v) => [priceKey(v), v.priceMinor]));
  const variants = it.variants.map((v) => {
    const before = prices.get(priceKey(v));
    if (!before || before.priceMinor === set.get(priceKey(v))) return before ? { ...v, from: before.from } : v;
    if (v.priceMinor !== set.get(priceKey(v))) {
      if (!left.includes('prices')) left.push('prices');
      return v;
    }
    return { ...v, priceMinor: before.priceMinor, from: before.from };
  });
  await keep(tx, { ...it, fields, variants });
  return left;
}
