import { thousands } from '../thousands';
import { Liquid, TypeGuards, type Template, type TagToken } from 'liquidjs';
import { LIMITS } from '../limits';
import type { Candidate } from '../tags/choose';
import { plural } from './plural';
import { VALUES, type WordingSubject } from './values';

/** What is wrong with a pattern: a code, and what its sentence needs. */
export interface PatternFault {
  code: 'too-much' | 'too-long' | 'missing' | 'unreadable' | 'empty';
  /** The value that is missing, why it cannot be read, or how much it may make where that is less than usual. */
  what?: string;
}
export type Filled = { ok: true; text: string } | { ok: false; fault: PatternFault };

/** Patterns may use these filters and no others; `title`, `plural` and `phrase` are our own. */
const FILTERS = [
  'capitalize',
  'downcase',
  'upcase',
  'append',
  'prepend',
  'replace',
  'truncate',
  'strip',
  'default',
  'first',
  'last',
  'split',
  'join',
];

const engine = new Liquid({
  strictVariables: true,
  strictFilters: true,
  ownPropertyOnly: true,
  outputEscape: undefined,
  parseLimit: LIMITS.patternLength,
  renderLimit: LIMITS.fillMilliseconds,
  memoryLimit: LIMITS.fillMemory,
});
for (const name of Object.keys(engine.filters)) if (!FILTERS.includes(name)) delete engine.filters[name];
engine.registerFilter('title', (v: unknown) =>
  String(v).replace(/(^|[\s-])(\p{L})/gu, (_, gap: string, letter: string) => gap + letter.toUpperCase()),
);
engine.registerFilter('plural', (v: unknown) => plural(String(v)));
// an entry of the phrasebook by its key
engine.registerFilter('phrase', function (key: unknown, what: unknown = 'long') {
  const { phrases } = this.context.globals as { phrases?: WordingSubject['phrases'] };
  const part = what === 'short' || what === 'tags' ? what : 'long';
  const said = phrases?.(String(key), part);
  if (!said) throw new Error(`undefined variable: phrase ${String(key)}`);
  return said;
});
// no tag reads files or loops without end
for (const name of Object.keys(engine.tags))
  if (!['if', 'unless', 'case', 'assign', 'comment'].includes(name)) delete engine.tags[name];

const parsed = new Map<string, Template[]>();
function parse(pattern: string): Template[] {
  let found = parsed.get(pattern);
  if (!found) {
    if (parsed.size > 500) parsed.clear();
    found = engine.parse(pattern);
    if (holdsRange(found)) throw new Error('it counts through a range, which no wording needs');
    parsed.set(pattern, found);
  }
  return found;
}

/** Does a pattern count from one number to another anywhere in it? What it was read into is searched through. */
function holdsRange(within: unknown, seen = new Set<unknown>()): boolean {
  if (typeof within !== 'object' || within === null || within === engine || seen.has(within)) return false;
  seen.add(within);
  return TypeGuards.isRangeToken(within) || Object.values(within).some((v) => holdsRange(v, seen));
}

/** Fills a pattern with a subject’s values, which stand in groups, within the limits for patterns. A value that the pattern needs and the subject lacks is a problem with a sentence, never a hole. */
export function fill(pattern: string, subject: object): Filled {
  try {
    const { phrases } = subject as WordingSubject;
    const text = (engine.renderSync(parse(pattern), present(subject), { globals: { phrases } }) as string)
      .replace(/[ \t]+/g, ' ')
      .replace(/ ?\n ?/g, '\n')
      .trim();
    if (text.length > LIMITS.filledLength) return { ok: false, fault: { code: 'too-much' } };
    return { ok: true, text };
  } catch (error) {
    return { ok: false, fault: faultOf(error as Error & { token?: TagToken }) };
  }
}

/** Every value that a pattern may ask for, as long as values are. */
const FULL: WordingSubject = (() => {
  const value = 'word '.repeat(40);
  const groups = Object.entries(VALUES).map(([group, names]) => [
    group,
    Object.fromEntries(Object.keys(names).map((n) => [n, value])),
  ]);
  return { ...(Object.fromEntries(groups) as WordingSubject), phrases: () => value };
})();

/** What is wrong with a pattern before it is used: it cannot be read, asks for what there is not, or makes too much. */
export function patternFault(pattern: string): string | null {
  const filled = fill(pattern, FULL);
  return filled.ok ? null : faultSentence(filled.fault);
}

/** Empty text counts as missing. */
function present(subject: object): Record<string, string | Record<string, string>> {
  return Object.fromEntries(
    Object.entries(subject as Record<string, string | Record<string, string | undefined> | (() => void)>).flatMap(
      ([name, value]): [string, string | Record<string, string>][] => {
        if (typeof value === 'string') return value.trim() ? [[name, value]] : [];
        if (typeof value === 'function') return [];
        return [[name, Object.fromEntries(Object.entries(value).filter((e): e is [string, string] => Boolean(e[1]?.trim())))]];
      },
    ),
  );
}

function faultOf(error: Error): PatternFault {
  if (/parse length limit/.test(error.message)) return { code: 'too-long' };
  if (/(memory alloc|template render) limit/.test(error.message)) return { code: 'too-much' };
  const missing = /undefined variable: ([\w.]+(?: [\w-]+)?)/.exec(error.message);
  if (missing) return { code: 'missing', what: missing[1]! };
  return { code: 'unreadable', what: error.message.split('\n')[0]!.replace(/, line:\d+, col:\d+/, '') };
}

/** What is wrong with a pattern, as a sentence. */
export function faultSentence({ code, what = '' }: PatternFault): string {
  if (code === 'too-long') return `The pattern is too long: it can have ${thousands(LIMITS.patternLength)} characters.`;
  if (code === 'empty') return 'The pattern makes nothing that could be printed.';
  if (code === 'too-much')
    return `The pattern makes too much: a text can have ${thousands(Number(what || LIMITS.filledLength))} characters. Say less in it.`;
  if (code === 'unreadable') return `The pattern cannot be read: ${what}.`;
  const [group, name] = what.split('.');
  if (what.startsWith('phrase ')) return `There is no entry “${what.slice(7)}” in the phrasebook, or it says nothing.`;
  if (group === 'phrase') return 'The pattern asks for the phrasebook, and no entry is called up by this artwork.';
  if (group === 'searched') return 'The pattern asks for what is searched, and nothing is known of what this artwork shows.';
  if (group === 'written') return 'The pattern asks for a text written from the artwork, which is not written in this language.';
  return group === 'artwork' && name
    ? `The pattern asks for the artwork’s ${name}, which is not filled in.`
    : `The pattern asks for ${what}, which has no value.`;
}

/** Tags that patterns and an artwork's own keywords make, in their order, each once; those that stay begin with `!`. */
export function tagCandidates(
  patterns: readonly string[],
  keywords: readonly string[],
  subject: WordingSubject,
): { candidates: Candidate[]; faults: PatternFault[] } {
  const candidates: Candidate[] = [];
  const faults: PatternFault[] = [];
  const offer = (text: string, own: number) => {
    const locked = /^\s*!/.test(text);
    const tag = text.replace(/^\s*!/, '').toLowerCase().replace(/\s+/g, ' ').trim();
    // what is meant more stands before: a little of it decides where nothing else does
    if (tag && !candidates.some((c) => c.tag === tag))
      candidates.push({ tag, own: own - candidates.length / 1000, ...(locked && { locked }) });
  };
  for (const keyword of keywords) offer(keyword, OWN_WORDS);
  for (const pattern of patterns) {
    const filled = fill(pattern, subject);
    // a value may bring several, one a line
    // what is searched is worth what it is searched, and nothing beside
    const own = /\bsearched\./.test(pattern) ? 0 : OF_PATTERNS;
    if (filled.ok) for (const tag of filled.text.split('\n')) offer(tag, own);
    else if (filled.fault.what?.startsWith('searched'))
      continue; // nothing is searched of it: that holds nobody up
    else if (!faults.some((f) => f.code === filled.fault.code && f.what === filled.fault.what)) faults.push(filled.fault);
  }
  return { candidates, faults };
}
/** What a seller's own words, and those of patterns, are worth beside what is searched: visits in a month, fitted by eye. */
const OWN_WORDS = 3;
const OF_PATTERNS = 1.5;
