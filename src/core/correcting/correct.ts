import { closedUp } from '../copy/closed-up';
import { isLine } from '../copy/ranked';
import { withoutRepeats } from '../copy/without-repeats';
import type { PatternFault } from '../copy/wording';
import { fill } from '../copy/wording';
import { lengthOf, shorten } from '../outlet/length';
import type { RulesDocument, TextRule } from '../outlet/rules';
import { inSentence, capital, titled } from '../writing/grammar';
import { MOST_TEXT, nounSwapped, replaced, TooMuch } from './finding';
import type { Step } from './steps';

export type Value = string | string[];
export type TagRule = NonNullable<RulesDocument['tags']>;

/** A field that is corrected: what it says, the rule that its outlet has for it, and what the docket's rule would make of it. */
export interface Cell {
  field: string;
  language: string;
  value: Value;
  made: Value | null;
  /** What a translator made of the same field in another language; null where there is nothing to translate, or it is not to be. */
  translated?: Value | null;
  text?: TextRule;
  tags?: TagRule;
}
export type Corrected = { ok: true; value: Value } | { ok: false; fault: PatternFault };

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
/** Tags without what is empty or said twice. */
const neat = (tags: readonly string[]): string[] => {
  const seen = new Set<string>();
  return tags.flatMap((tag) => {
    const t = tag.replace(/\s+/g, ' ').trim();
    const key = t.toLowerCase();
    if (!t || seen.has(key)) return [];
    seen.add(key);
    return [t];
  });
};
/** Puts a text before or behind another, with a space where a hand would leave one, and not where it stands already. */
function put(value: string, text: string, behind: boolean): string {
  const bare = text.trim();
  if (behind ? value.toLowerCase().endsWith(bare.toLowerCase()) : value.toLowerCase().startsWith(bare.toLowerCase()))
    return value;
  if (!value) return bare;
  if (behind) return value.replace(/\s+$/, '') + (/^[\s,.;:!?…)]/.test(text) ? '' : ' ') + text.trimEnd();
  return text.trimStart() + (/[\s(“‘]$/.test(text) ? '' : ' ') + value.replace(/^\s+/, '');
}

function cased(text: string, style: NonNullable<Step['style']>, language: string): string {
  if (style === 'upper') return text.toLocaleUpperCase(language);
  if (style === 'lower') return text.toLocaleLowerCase(language);
  const shouted = text === text.toLocaleUpperCase(language);
  const plain = shouted ? text.toLocaleLowerCase(language) : text;
  const lines = plain.split('\n');
  if (style === 'title') return lines.map(titled).join('\n');
  return lines.map((l) => l.replace(/[^.!?…]+[.!?…]*/g, (s) => s.replace(/^(\s*)(.*)$/s, (_, gap: string, said: string) => gap + capital(inSentence(said))))).join('\n'); // prettier-ignore
}

/** One text after one step; `text` is what the step puts, with its values filled in. */
function stepped(value: string, step: Step, text: string, cell: Cell): string {
  switch (step.does) {
    case 'put-before':
      return put(value, text, false);
    case 'put-after':
      return put(value, text, true);
    case 'replace': {
      const made = replaced(value, {
        what: step.what!,
        put: text,
        how: step.how ?? 'plain',
        exact: step.exact ?? false,
        keepCase: step.keepCase ?? false,
      });
      return made !== value && !text.trim() ? closedUp(made) : made;
    }
    case 'set':
      return text;
    case 'clear':
      return '';
    case 'case':
      return cased(value, step.style!, cell.language);
    case 'noun':
      return nounSwapped(value, step.from!, step.to!);
    case 'fit':
      return cell.text ? shorten(value, cell.text.limit, cell.text.counted) : value;
    case 'no-repeats':
      return cell.text && isLine(cell.text) ? withoutRepeats(value) : value;
    default:
      return value;
  }
}

const takes = (rule: TagRule | undefined, tag: string): boolean =>
  !rule || (lengthOf(tag, rule.counted) >= rule.minLength && lengthOf(tag, rule.counted) <= rule.maxLength);

function tagsStepped(tags: string[], step: Step, text: string, cell: Cell): string[] {
  const rule = cell.tags;
  const named = neat(step.tags ?? []);
  const further = named.filter((t) => !tags.some((have) => same(have, t)));
  switch (step.does) {
    case 'add-tags':
      return [...tags, ...further];
    case 'fit-tags':
      return [...tags, ...further.filter((t) => takes(rule, t))].slice(0, Math.max(tags.length, rule?.max ?? Infinity));
    case 'remove-tags':
      return tags.filter((t) => !named.some((n) => same(n, t)));
    case 'set':
      return neat(text.split(/[,\n]/));
    case 'clear':
      return [];
    case 'fit':
      return neat(tags).filter((t) => takes(rule, t)).slice(0, rule?.max); // prettier-ignore
    default:
      return neat(tags.map((t) => stepped(t, step, text, cell)));
  }
}

/**
 * What a field says after the steps that are about it, in their order. `subject` is what they may speak of. Where a step speaks of
 * something that this artwork lacks nothing is changed, and that is said.
 */
export function corrected(cell: Cell, steps: readonly Step[], subject: object): Corrected {
  let value = cell.value;
  for (const step of steps) {
    if (!step.fields.includes(cell.field)) continue;
    let [text, lacks] = [step.text ?? '', null as PatternFault | null];
    if (/\{[{%]/.test(text)) {
      const filled = fill(text, subject);
      if (filled.ok) text = (/^\s+/.exec(step.text!)?.[0] ?? '') + filled.text;
      else lacks = filled.fault;
    }
    if (lacks) return { ok: false, fault: lacks };
    try {
      if (step.does === 'back-to-rule') value = cell.made ?? value;
      else if (step.does === 'translate') value = cell.translated ?? value;
      else if (step.does === 'take') continue;
      else value = Array.isArray(value) ? tagsStepped(value, step, text, cell) : stepped(value, step, text, cell);
    } catch (error) {
      if (error instanceof TooMuch) return TOO_MUCH;
      throw error;
    }
    // no step begins with more than a text may have
    if (sizeOf(value) > MOST_TEXT) return TOO_MUCH;
  }
  const is = Array.isArray(value) ? value : value.replace(/[ \t]+$/gm, '').trim();
  return { ok: true, value: is };
}
const TOO_MUCH: Corrected = { ok: false, fault: { code: 'too-much', what: String(MOST_TEXT) } };
const sizeOf = (value: Value): number => (Array.isArray(value) ? value.reduce((n, t) => n + t.length, 0) : value.length);

export const sameValue = (a: Value, b: Value): boolean =>
  Array.isArray(a) || Array.isArray(b) ? JSON.stringify(a) === JSON.stringify(b) : a === b;
