import { CHECKS, type Check } from '../../core/checking/checks';
import { sentenceOf } from '../../core/listing/problems';
import { inWorkspace, type Tx } from '../../data/database';
import { PROOF_STATES, type ProofState } from '../../data/line/proofs';
import * as data from '../../data/line/proof-windows';
import { PROOF_SORTS, type ProofFilter, type ProofSort } from '../../data/line/proof-windows';
import { isId } from '../../core/id';
import { miniIn } from '../artwork/pictures';
import { Trouble } from '../trouble';

/** An id, or its first eight characters; anything else names nothing. */
const NAMES_ONE = /^[0-9a-f]{8}(-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})?$/i;

/** A search among proofs, as it stands in an address; what is left out narrows nothing. */
export type ProofSearch = Partial<Record<(typeof PROOF_SEARCH_PARTS)[number], string>>;
export const PROOF_SEARCH_PARTS = [
  'run',
  'state',
  'outlet',
  'docket',
  'find',
  'says',
  'found',
  'language',
  'ids',
  'picked',
  'stale',
  'wrong',
  'sort',
] as const;

/** What a search means. Throws Trouble on a state, an order or an id that there is not. */
export function proofFilterOf(s: ProofSearch): { filter: ProofFilter; sort: ProofSort } {
  const states = s.state?.split(',').filter(Boolean);
  const strange = states?.find((x) => !PROOF_STATES.includes(x as ProofState));
  if (strange) throw new Trouble('not-valid', `A proof is never ${strange}.`, 'state');
  for (const [part, word] of [
    ['run', 'run'],
    ['docket', 'docket'],
    ['picked', 'selection'],
  ] as const)
    // prettier-ignore
    if (s[part] && !isId(s[part])) throw new Trouble('not-valid', `There is no ${word} of that id.`, part);
  const found = s.found ? foundOf(s.found) : null;
  const sort = s.sort || 'newest';
  if (!(sort in PROOF_SORTS)) throw new Trouble('not-valid', `Proofs are not sorted by ${sort}.`, 'sort');
  return {
    sort: sort as ProofSort,
    filter: {
      ...(s.run && { run: s.run }),
      ...(states?.length && { states: states as ProofState[] }),
      ...(s.outlet && { outlet: s.outlet }),
      ...(s.docket && { docket: s.docket }),
      ...(s.find?.trim() && { find: s.find }),
      ...(s.says?.trim() && { says: s.says.trim() }),
      ...(found && { found }),
      ...(s.language && { language: s.language }),
      ...(s.ids && { among: s.ids.split(',').filter((id) => NAMES_ONE.test(id)) }),
      ...(s.picked && { picked: s.picked }),
      ...(s.stale && { stale: true }),
      ...(s.wrong && { wrong: true }),
    },
  };
}

/** What a part of an address means: a check, or what one found behind a colon. Throws Trouble on a check that there is not. */
function foundOf(said: string): ProofFilter['found'] {
  const [, check, what] = /^([a-z-]+)(?::(.*))?$/s.exec(said) ?? [];
  if (!CHECKS.includes(check as Check)) throw new Trouble('not-valid', 'Words are not looked over for that.', 'found');
  return { check: check!, ...(what && { what }) };
}

/** A proof as a line of the list. */
export interface ProofLineReport extends Omit<data.ProofLine, 'problem' | 'because'> {
  /** What stops it, as a sentence. */
  problem: string | null;
  outOfDate: boolean;
}
export interface ProofWindow {
  /** Where the window begins, from 0. */
  from: number;
  total: number;
  /** All that are meant, by state. */
  states: Partial<Record<ProofState, number>>;
  rows: ProofLineReport[];
}

const count = (states: ProofWindow['states']): number => Object.values(states).reduce((n, c) => n + c, 0);

/** A window of a search among proofs: from a place on, or the one in which a proof stands (the first where it is not found). */
export function proofWindow(
  workspace: string,
  search: ProofSearch,
  o: { from: number; count: number; around?: string },
): Promise<ProofWindow> {
  const { filter, sort } = proofFilterOf(search);
  return inWorkspace(workspace, async (tx) => {
    const states = await data.countMeant(tx, filter);
    const at = o.around === undefined ? null : await data.placeOf(tx, filter, sort, o.around);
    const from = at === null ? o.from : at - (at % Math.max(1, o.count));
    const ids = await data.proofsFrom(tx, filter, sort, from, o.count);
    return {
      from,
      total: count(states),
      states,
      rows: (await data.proofLines(tx, ids)).map(({ problem, because, small, ...p }) => ({
        ...p,
        small: small && miniIn(workspace, small),
        problem: problem?.stops ? sentenceOf(problem) : null,
        outOfDate: because.length > 0,
      })),
    };
  });
}

/** How many proofs a search means, by state. */
export const countProofs = (workspace: string, search: ProofSearch): Promise<{ total: number; states: ProofWindow['states'] }> =>
  inWorkspace(workspace, async (tx) => {
    const states = await data.countMeant(tx, proofFilterOf(search).filter);
    return { total: count(states), states };
  });

/** The next proof behind one that is in a state, round to the first; null when none is. */
export const nextInState = (
  workspace: string,
  search: ProofSearch,
  after: string | null,
  state: ProofState,
): Promise<{ id: string; at: number } | null> => {
  const { filter, sort } = proofFilterOf(search);
  return inWorkspace(workspace, async (tx) => {
    const behind = after ? await data.placeOf(tx, filter, sort, after) : null;
    return (
      (behind !== null && (await data.nextFrom(tx, filter, sort, state, behind + 1))) || data.nextFrom(tx, filter, sort, state, 0)
    );
  });
};

/** Ids of all that a search means, in some states. */
export function proofsMeant(tx: Tx, search: ProofSearch, states?: readonly ProofState[]): Promise<string[]> {
  const { filter } = proofFilterOf(search);
  const both = filter.states && states ? filter.states.filter((s) => states.includes(s)) : (states ?? filter.states);
  return data.proofsMeant(tx, { ...filter, ...(both && { states: both }) });
}
