import { changedWords, WORDS_OF_LISTINGS } from '../../core/listing/compare';
import type { ListingPayload } from '../../core/listing/payload';
import type { Value } from '../../core/correcting/correct';
import type { Field } from '../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../core/outlet/rules';
import type { Tx } from '../../data/database';
import { changeProofs, type ProofRow } from '../../data/line/proofs';
import { putWords, standingWords } from '../../data/line/galley';
import { contentsOf, stateAfter } from './content';
import { recheck, recheckWords } from './prepare/problems';

/**
 * Writes new words and prices of proofs, with what is wrong with them by their outlets' rules and in what they differ from what was
 * sent. Proofs of outlets that have not told their rules are left aside.
 */
export async function keepFields(tx: Tx, proofs: readonly ProofRow[]): Promise<void> {
  const contents = await contentsOf(tx, proofs);
  await changeProofs(
    tx,
    proofs.flatMap((now) => {
      const content = contents.get(now.id);
      if (!content) return [];
      const problems = recheck(now, content.outlet.rules, content.docket);
      const state = stateAfter(problems, content, now.state);
      return [{ id: now.id, fields: now.fields, problems, state, changed: content.changed }];
    }),
  );
}

/** New words of a proof in one language. */
export interface NewWords {
  id: string;
  outlet: string;
  rules: RulesDocument;
  language: string;
  /** Fields by name; null takes one out. */
  put: Record<string, Field<Value> | null>;
  /** What stands of them, and of all further texts where one of these is among them. */
  beside: Record<string, Field<Value> | null>;
}

/**
 * The same where only words are new, for thousands: goods, pictures and prices are not looked at, for what is wrong with them and
 * differs in them stays as it is.
 */
export async function keepWords(tx: Tx, words: readonly NewWords[]): Promise<void> {
  if (!words.length) return;
  const standing = new Map((await standingWords(tx, words.map((w) => w.id))).map((s) => [s.id, s])); // prettier-ignore
  await putWords(
    tx,
    words.flatMap((w) => {
      const it = standing.get(w.id);
      if (!it) return [];
      const main = w.language === mainLanguage(w.rules);
      const now = { ...w.beside, ...w.put };
      const problems = main ? recheckWords(it.problems, w.put, w.rules, w.outlet) : it.problems;
      const changed =
        main && it.sent
          ? [
              ...changedWords(it.sent, listingWords(now)),
              ...it.changed.filter(
                (f) => !(WORDS_OF_LISTINGS as readonly string[]).includes(f) || !asListed(Object.keys(w.put)).has(f),
              ),
            ]
          : it.changed;
      const state = stateAfter(problems, it.sent ? { stands: true, listing: { sent: it.sent }, changed } : undefined, it.state);
      return [{ id: w.id, language: w.language, put: w.put, problems, changed, state }];
    }),
  );
}

/** Which parts of a listing some fields are: further texts are one. */
const asListed = (names: readonly string[]): Set<string> =>
  new Set(names.map((n) => (n === 'title' || n === 'description' || n === 'tags' ? n : 'texts')));

/** Words of a proof as its listing has them; only those parts that are known. */
function listingWords(fields: NewWords['put']): Partial<Pick<ListingPayload, 'title' | 'description' | 'tags' | 'texts'>> {
  const further = Object.entries(fields).filter(([n]) => !['title', 'description', 'tags'].includes(n));
  return {
    ...('title' in fields && { title: (fields.title?.value as string | undefined) ?? '' }),
    ...('description' in fields && { description: (fields.description?.value as string | undefined) ?? '' }),
    ...('tags' in fields && { tags: (fields.tags?.value as string[] | undefined) ?? [] }),
    ...(further.length && { texts: Object.fromEntries(further.flatMap(([n, f]) => (f?.value ? [[n, f.value as string]] : []))) }),
  };
}
