import { lessEq, solve } from 'yalps';
import { lengthOf, type Counted } from '../outlet/length';
import { sameWords, wordSet } from './demand';

/** A tag that could be taken. */
export interface Candidate {
  tag: string;
  /** What it is worth by itself: how much it is meant, beside what is searched. */
  own: number;
  /** It stays, whatever else is chosen. */
  locked?: boolean;
}
/** A phrase that is searched, and what it is worth. */
export interface Wanted {
  phrase: string;
  worth: number;
}
export interface TagLimits {
  max: number;
  minLength: number;
  maxLength: number;
  counted: Counted;
}

/** A tag that was chosen, and what of the demand it covers. */
export interface ChosenTag {
  tag: string;
  covers: string[];
  worth: number;
  locked: boolean;
}
export interface Choice {
  /** The lead tag first, then in the order in which they were offered. */
  tags: ChosenTag[];
  /** Those that were nearly chosen: what they would have added. */
  nearly: { tag: string; worth: number }[];
  /** What is covered is at least this share of what can be: 1 is exact. */
  bound: number;
  tooLong: string[];
  tooShort: string[];
}

/** Single words drown: they count for so much of what they are worth. Common practice, no single source. */
const SINGLE = 0.4;
/** A tag that all similar listings have counts for so much less. */
const VARIETY = 0.5;
/** With more than this many binary variables the answer is bounded instead of exact. */
const EXACT = 160;
/** Counted, not timed: the same case is answered alike on every machine. */
const ITERATIONS = 4000;

const wordsIn = (tag: string): number => tag.split(/\s+/).length;

/**
 * Chooses the tags that cover most of what is searched, within an outlet’s count and lengths: no two with the same words in another order or
 * number, phrases before single words, what similar listings have less. A maximum coverage problem, solved as an integer programme by
 * branch and bound; `used` says of each tag the share of similar listings that have it.
 */
export function chooseTags(
  candidates: readonly Candidate[],
  wanted: readonly Wanted[],
  limits: TagLimits,
  used: ReadonlyMap<string, number> = new Map(),
): Choice {
  const tooLong: string[] = [];
  const tooShort: string[] = [];
  const known = new Map<string, Candidate>();
  for (const c of candidates) {
    const tag = c.tag.toLowerCase().replace(/\s+/g, ' ').trim();
    const length = lengthOf(tag, limits.counted);
    if (!tag || known.has(tag)) continue;
    if (length > limits.maxLength) tooLong.push(tag);
    else if (length < limits.minLength) tooShort.push(tag);
    else known.set(tag, { ...c, tag });
  }
  const all = [...known.values()];
  const sets = all.map((c) => new Set(wordSet(c.tag)));
  const factor = all.map((c) => (wordsIn(c.tag) > 1 ? 1 : SINGLE) * (1 - VARIETY * (used.get(c.tag) ?? 0)));
  const covering = wanted
    .map((w) => {
      const words = wordSet(w.phrase);
      return { ...w, by: words.length ? all.flatMap((_, i) => (words.every((x) => sets[i]!.has(x)) ? [i] : [])) : [] };
    })
    .filter((w) => w.by.length && w.worth > 0);
  const taken = solved(all, covering, factor, limits.max);
  const covers = (i: number) => covering.filter((w) => w.by.includes(i));
  const value = (i: number) => all[i]!.own * factor[i]! + covers(i).reduce((n, w) => n + w.worth, 0);
  const chosen = taken.at.map((i): ChosenTag => ({ tag: all[i]!.tag, covers: covers(i).map((w) => w.phrase), worth: value(i), locked: all[i]!.locked === true })); // prettier-ignore
  // the lead tag: some outlets show it first, and buyers read it first
  const lead = chosen.reduce((best, c, i) => (leads(c, chosen[best]!) ? i : best), 0);
  if (lead > 0) chosen.unshift(...chosen.splice(lead, 1));
  const said = new Set(taken.at.map((i) => sameWords(all[i]!.tag)));
  const covered = new Set(taken.at.flatMap((i) => covers(i).map((w) => w.phrase)));
  const nearly = all
    .map((c, i) => ({
      tag: c.tag,
      at: i,
      worth: all[i]!.own * factor[i]! + covers(i).reduce((n, w) => n + (covered.has(w.phrase) ? 0 : w.worth), 0),
    })) // prettier-ignore
    .filter(({ at, tag }) => !taken.at.includes(at) && !said.has(sameWords(tag)))
    .sort((a, b) => b.worth - a.worth)
    .slice(0, 8)
    .map(({ tag, worth }) => ({ tag, worth }));
  return { tags: chosen, nearly, bound: taken.bound, tooLong, tooShort };
}

/** Does a tag lead rather than another? Phrases before single words, then what is worth more. */
const leads = (a: ChosenTag, b: ChosenTag): boolean => {
  const [p, q] = [wordsIn(a.tag) > 1, wordsIn(b.tag) > 1];
  return p !== q ? p : a.worth > b.worth;
};

interface Covering extends Wanted {
  by: number[];
}

/** Which of them, in their order, and how near to the best that is. */
function solved(
  all: readonly Candidate[],
  covering: readonly Covering[],
  factor: readonly number[],
  max: number,
): { at: number[]; bound: number } {
  const groups = new Map<string, number[]>();
  all.forEach((c, i) => {
    const key = sameWords(c.tag);
    groups.set(key, [...(groups.get(key) ?? []), i]);
  });
  // nothing to decide: all of them fit, and none says what another does
  if (all.length <= max && groups.size === all.length) return { at: all.map((_, i) => i), bound: 1 };
  const greedy = greedily(all, covering, factor, max);
  if (all.length > EXACT) return { at: greedy.at, bound: greedy.bound };
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, ReturnType<typeof lessEq>> = { count: lessEq(max) };
  all.forEach((c, i) => {
    // a locked tag is worth more than everything else together
    const own = c.own * factor[i]! + (c.locked ? 1e7 : 0);
    variables[`x${i}`] = { worth: own, count: 1, [`b${i}`]: 1 };
    constraints[`b${i}`] = lessEq(1);
  });
  // what is covered counts as the best of those that cover it
  covering.forEach((w, d) => {
    variables[`y${d}`] = { worth: w.worth, [`c${d}`]: 1, [`u${d}`]: 1 };
    constraints[`c${d}`] = lessEq(0);
    constraints[`u${d}`] = lessEq(1);
    for (const i of w.by) variables[`x${i}`]![`c${d}`] = -1;
  });
  let g = 0;
  for (const group of groups.values()) {
    if (group.length < 2) continue;
    constraints[`g${g}`] = lessEq(1);
    for (const i of group) variables[`x${i}`]![`g${g}`] = 1;
    g++;
  }
  const found = solve(
    { direction: 'maximize', objective: 'worth', constraints, variables, integers: all.map((_, i) => `x${i}`) },
    { tolerance: 0, maxIterations: ITERATIONS },
  );
  if (found.status !== 'optimal') return { at: greedy.at, bound: greedy.bound };
  const on = new Set(found.variables.filter(([name, value]) => name[0] === 'x' && value > 0.5).map(([name]) => Number(name.slice(1)))); // prettier-ignore
  return { at: [...on].sort((a, b) => a - b), bound: 1 };
}

/**
 * The one that adds most, again and again: at least 1 - 1/e of the best (Nemhauser, Wolsey and Fisher 1978), and in truth much nearer. The bound
 * that is told is the better one for this very case: what the best so many would add if none overlapped.
 */
export function greedily(
  all: readonly Candidate[],
  covering: readonly Covering[],
  factor: readonly number[],
  max: number,
): { at: number[]; bound: number } {
  const at: number[] = [];
  const said = new Set<string>();
  const covered = new Set<number>();
  const by = all.map((_, i) => covering.flatMap((w, d) => (w.by.includes(i) ? [d] : [])));
  const adds = (i: number) => all[i]!.own * factor[i]! + by[i]!.reduce((n, d) => n + (covered.has(d) ? 0 : covering[d]!.worth), 0); // prettier-ignore
  let sum = 0;
  while (at.length < max) {
    let best = -1;
    let most = -Infinity;
    all.forEach((c, i) => {
      if (at.includes(i) || said.has(sameWords(c.tag))) return;
      const gain = adds(i) + (c.locked ? 1e7 : 0);
      if (gain > most) [best, most] = [i, gain];
    });
    if (best < 0) break;
    sum += adds(best);
    at.push(best);
    said.add(sameWords(all[best]!.tag));
    for (const d of by[best]!) covered.add(d);
  }
  // an upper bound: what was found, and what the best of the others would still add, each at its own
  const rest = all.map((_, i) => i).filter((i) => !at.includes(i)).map(adds).sort((a, b) => b - a).slice(0, max); // prettier-ignore
  const upper = sum + rest.reduce((n, v) => n + v, 0);
  return { at: at.sort((a, b) => a - b), bound: upper > 0 ? Math.max(sum / upper, 1 - 1 / Math.E) : 1 };
}
