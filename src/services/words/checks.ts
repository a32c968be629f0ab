import { CHECKS, CHECK_WORDS, mayBeLeft, type Check } from '../../core/checking/checks';
import { HouseWords, needsLook, NO_WORDS } from '../../core/checking/house-words';
import { mendingLabel, mendingOf, type Mending } from '../../core/checking/mending';
import { findingSentence } from '../../core/checking/sentences';
import { inWorkspace, type Tx } from '../../data/database';
import { record } from '../../data/desk/activity';
import * as data from '../../data/line/findings';
import { Trouble } from '../trouble';
import { lookNow } from './looking';

/** So many of the things that one check found are listed; the others come up when these are mended. */
const MOST_GROUPS = 100;

/** The same thing in some listings, with what mends it in all of them. */
export interface Found {
  what: string;
  says: string;
  listings: number;
  fields: string[];
  languages: string[];
  mend: { label: string; does: NonNullable<Mending> } | null;
}
export interface ChecksSeen {
  /** Proofs whose words were not looked over as they are now. */
  waiting: number;
  look: data.LookRow | null;
  checks: {
    check: Check;
    label: string;
    says: string;
    listings: number;
    /** Things that were found, also those beyond the listed ones. */
    total: number;
    found: Found[];
  }[];
}

/** What was found in the words of all proofs, by check, the same in many listings as one. */
export const checksSeen = (workspace: string): Promise<ChecksSeen> =>
  inWorkspace(workspace, async (tx) => {
    // how far it is, first: what is said to be done is then all in what is counted
    const now = await lookNow(tx);
    const counts = await data.findingCounts(tx);
    const groups = await data.findingGroups(tx, MOST_GROUPS);
    return {
      ...now,
      checks: CHECKS.map((check) => {
        const mine = groups.filter((g) => g.check === check);
        return {
          check,
          ...CHECK_WORDS[check],
          listings: counts[check] ?? 0,
          total: mine[0]?.groups ?? 0,
          found: mine.map(foundOf),
        };
      }),
    };
  });

function foundOf({ check, what, listings, fields, languages, told }: data.FindingGroup): Found {
  const finding = { check, what, values: told };
  const does = mendingOf(finding, fields);
  return {
    what,
    says: findingSentence(finding),
    listings,
    fields,
    languages,
    mend: does && { label: mendingLabel(finding), does },
  };
}

export interface HouseWordsSeen {
  document: HouseWords;
  revision: number;
}
const seenIn = async (tx: Tx): Promise<HouseWordsSeen> => {
  const it = await data.houseWordsRow(tx);
  return { document: it?.document ?? NO_WORDS, revision: it?.revision ?? 0 };
};
export const houseWords = (workspace: string): Promise<HouseWordsSeen> => inWorkspace(workspace, seenIn);

/** Lists without what is empty or said twice, in small letters and capitals. */
function tidied(words: HouseWords): HouseWords {
  const once = <T>(all: readonly T[], key: (x: T) => string): T[] => [
    ...new Map(all.map((x) => [key(x).toLowerCase(), x])).values(),
  ];
  const neat = (all: readonly string[]) => once(all.map((w) => w.replace(/\s+/g, ' ').trim()).filter(Boolean), (w) => w);
  return {
    right: neat(words.right),
    trademarks: neat(words.trademarks),
    barred: once(words.barred.map((b) => ({ ...b, word: b.word.trim() })).filter((b) => b.word), (b) => `${b.word} ${b.outlet ?? ''}`),
    left: once(words.left, (l) => `${l.check} ${l.what}`),
  }; // prettier-ignore
}

async function keep(tx: Tx, before: HouseWordsSeen, document: HouseWords): Promise<HouseWordsSeen> {
  if (!(await data.keepHouseWords(tx, document, before.revision, needsLook(before.document, document))))
    throw new Trouble('conflict', 'Somebody changed these lists meanwhile. Look at them again.');
  await data.dropFindings(tx, [...document.left, ...document.right.map((what) => ({ check: 'spelling' as const, what }))]);
  return { document, revision: before.revision + 1 };
}

/** Keeps the lists that words are held against. Throws Trouble where somebody changed them meanwhile. */
export const keepHouseWords = (workspace: string, seen: number, words: HouseWords): Promise<HouseWordsSeen> =>
  inWorkspace(workspace, async (tx) => {
    const before = await seenIn(tx);
    if (before.revision !== seen) throw new Trouble('conflict', 'Somebody changed these lists meanwhile. Look at them again.');
    const document = tidied(words);
    const lists = (Object.keys(LISTS) as (keyof HouseWords)[]).filter((l) => JSON.stringify(before.document[l]) !== JSON.stringify(document[l])); // prettier-ignore
    if (!lists.length) return before;
    await record(tx, { did: 'house-words.changed', about: 'phrasebook', ids: [], values: { lists: lists.map((l) => LISTS[l]) } });
    return keep(tx, before, document);
  });
const LISTS: Record<keyof HouseWords, string> = {
  right: 'spelt right',
  barred: 'barred',
  trademarks: 'trademarks',
  left: 'left as they are',
};

/** Leaves something that was found as it is, in every listing: a word is then spelt right. */
export const leaveFound = (workspace: string, check: Check, what: string): Promise<HouseWordsSeen> =>
  inWorkspace(workspace, async (tx) => {
    if (!mayBeLeft(check))
      throw new Trouble('not-valid', 'That is about a whole field: it is mended listing by listing, or all at once.', 'check');
    const before = await seenIn(tx);
    const { document } = before;
    const next: HouseWords =
      check === 'spelling' ? { ...document, right: [...document.right, what] } : { ...document, left: [...document.left, { check, what }] };
    await record(tx, { did: 'house-words.left', about: 'phrasebook', ids: [], values: { what } });
    return keep(tx, before, tidied(next));
  }); // prettier-ignore
