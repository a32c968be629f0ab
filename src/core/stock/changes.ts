import { apart } from '../colour/apart';
import { same } from '../docket/docket';
import { dayName } from '../day';
import { toDecimal } from '../money/money';
import { termsOf, type BlankDocument, type Variant } from './blank';

/** What may not go on as it was comes first, then what costs more or takes longer, then what is new. */
export type Weight = 'ended' | 'worse' | 'better' | 'other';
export const WEIGHTS: readonly Weight[] = ['ended', 'worse', 'better', 'other'];

/** One thing that a print house offers otherwise than before, as a code with values. */
export interface BlankChange {
  code: string;
  weight: Weight;
  values: Record<string, unknown>;
}

const names = (of: readonly { name: string }[] | undefined): string[] => (of ?? []).map((o) => o.name);
const without = (a: readonly string[], b: readonly string[]): string[] => a.filter((x) => !b.includes(x));
const finishesOf = (blank: BlankDocument): string[] => (blank.finishes ? names(blank.finishes.choices) : ['']);

/** Everything that can be ordered of a blank, or could be if it were in stock: `MOST_VARIANTS` at most. */
const variantsIn = (blank: BlankDocument): Variant[] =>
  blank.colours.flatMap((c) =>
    blank.sizes.flatMap((s) => finishesOf(blank).map((finish) => ({ colour: c.name, size: s.name, finish }))),
  );
const keyOf = ({ colour, size, finish }: Variant): string => JSON.stringify([colour, size, finish]);

/** What is offered of each variant: its cost, and whether it can be had. Ended ones are left out. */
function offeredOf(blank: BlankDocument): Map<string, Variant & { costMinor: number; short: boolean }> {
  const out = new Map<string, Variant & { costMinor: number; short: boolean }>();
  for (const v of variantsIn(blank)) {
    const terms = termsOf(blank, v);
    if (terms && terms.stock !== 'discontinued')
      out.set(keyOf(v), { ...v, costMinor: terms.costMinor, short: terms.stock === 'out of stock' });
  }
  return out;
}

/**
 * What differs between two states of a blank, for a seller: not the paths of a document, but what became dearer, what ended, what is
 * new. Gravest first.
 */
export function blankChanges(before: BlankDocument, after: BlankDocument): BlankChange[] {
  const out: BlankChange[] = [];
  const say = (weight: Weight, code: string, values: BlankChange['values'] = {}) => out.push({ code, weight, values });
  const some = (weight: Weight, code: string, list: string[]) => list.length && say(weight, code, { names: list });
  variantChanges(before, after, say);
  for (const b of after.colours) {
    const a = before.colours.find((c) => c.name === b.name);
    const far = a ? apart(a.hex, b.hex) : 0;
    if (far >= SEEN) say('worse', 'dyed-otherwise', { name: b.name, from: a!.hex, to: b.hex, apart: Math.round(far * 10) / 10 });
  }
  some('ended', 'areas-ended', without(names(before.areas), names(after.areas)));
  some('better', 'areas-new', without(names(after.areas), names(before.areas)));
  for (const b of after.areas) {
    const a = before.areas.find((x) => x.name === b.name);
    if (!a || same(a, b)) continue;
    const size = (x: typeof b) => [x.widthMm, x.heightMm];
    say('worse', 'area-changed', { name: b.name, from: size(a), to: size(b), sized: !same(size(a), size(b)) });
  }
  for (const b of after.postage) {
    const a = before.postage.find((p) => p.region === b.region);
    if (!a || (a.firstMinor === b.firstMinor && a.furtherMinor === b.furtherMinor)) continue;
    const dearer = b.firstMinor > a.firstMinor || (b.firstMinor === a.firstMinor && b.furtherMinor > a.furtherMinor);
    say(dearer ? 'worse' : 'better', 'postage', {
      region: b.region,
      from: a.firstMinor,
      to: b.firstMinor,
      currency: after.currency,
    });
  }
  some('ended', 'regions-ended', without(before.postage.map((p) => p.region), after.postage.map((p) => p.region))); // prettier-ignore
  some('better', 'regions-new', without(after.postage.map((p) => p.region), before.postage.map((p) => p.region))); // prettier-ignore
  const days = after.productionDays - before.productionDays;
  if (days) say(days > 0 ? 'worse' : 'better', 'days', { from: before.productionDays, to: after.productionDays });
  if (before.onOfferFrom !== after.onOfferFrom)
    say('other', 'day', { from: before.onOfferFrom ?? null, to: after.onOfferFrom ?? null });
  textChanges(before, after, say);
  return out.sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight));
}

/** Colours on sizes that could be had before and cannot any more, in no finish. */
export function endedBetween(before: BlankDocument, after: BlankDocument): { colour: string; size: string }[] {
  const pair = ({ colour, size }: Variant) => JSON.stringify([colour, size]);
  const still = new Set([...offeredOf(after).values()].map(pair));
  const ended = new Map([...offeredOf(before).values()].filter((v) => !still.has(pair(v))).map((v) => [pair(v), v]));
  return [...ended.values()].map(({ colour, size }) => ({ colour, size }));
}

/** Two colours closer than that by CIEDE2000 are hardly told apart. */
const SEEN = 1;

type Say = (weight: Weight, code: string, values?: BlankChange['values']) => void;

function variantChanges(before: BlankDocument, after: BlankDocument, say: Say): void {
  const [was, is] = [offeredOf(before), offeredOf(after)];
  const ended = [...was.values()].filter((v) => !is.has(keyOf(v)));
  const fresh = [...is.values()].filter((v) => !was.has(keyOf(v)));
  for (const [axis, names] of Object.entries(grouped(ended, [...is.values()])))
    if (names.length) say('ended', `${axis}-ended`, { names });
  for (const [axis, names] of Object.entries(grouped(fresh, [...was.values()])))
    if (names.length) say('better', `${axis}-new`, { names });
  const both = [...is.values()].flatMap((v) => {
    const old = was.get(keyOf(v));
    return old ? [{ ...v, was: old }] : [];
  });
  const stocked = (code: string, weight: Weight, its: readonly Variant[], others: readonly Variant[]) =>
    its.length && say(weight, code, { names: Object.values(grouped(its, others)).flat() });
  stocked('short', 'worse', both.filter((v) => v.short && !v.was.short), [...is.values()].filter((v) => !v.short)); // prettier-ignore
  stocked('in-stock-again', 'better', both.filter((v) => !v.short && v.was.short), [...was.values()].filter((v) => !v.short)); // prettier-ignore
  // amounts of two currencies cannot be compared
  if (before.currency !== after.currency) say('worse', 'currency', { from: before.currency, to: after.currency });
  else costChanges(both, is.size, after.currency, say);
}

type Both = Variant & { costMinor: number; was: { costMinor: number } };
function costChanges(both: readonly Both[], of: number, currency: string, say: Say): void {
  for (const [code, its] of [
    ['dearer', both.filter((v) => v.costMinor > v.was.costMinor)],
    ['cheaper', both.filter((v) => v.costMinor < v.was.costMinor)],
  ] as const) {
    if (!its.length) continue;
    const share = (v: (typeof its)[number]) => Math.abs(v.costMinor - v.was.costMinor) / Math.max(1, v.was.costMinor);
    const most = its.reduce((x, y) => (share(y) > share(x) ? y : x));
    say(code === 'dearer' ? 'worse' : 'better', code, {
      count: its.length,
      of,
      from: most.was.costMinor,
      to: most.costMinor,
      percent: Math.round(share(most) * 1000) / 10,
      currency,
    });
  }
}

/** So many variants are named one by one. */
const NAMED = 12;

/** Of some variants the colours, sizes and finishes of which nothing stands in `others`, and by name what is left of them. */
function grouped(variants: readonly Variant[], others: readonly Variant[]): Record<Axis | 'variants', string[]> {
  const out: Record<Axis | 'variants', string[]> = { colours: [], sizes: [], finishes: [], variants: [] };
  let rest = [...variants];
  for (const [axis, part] of AXES) {
    const still = new Set(others.map((v) => v[part]));
    const whole = [...new Set(rest.map((v) => v[part]))].filter((name) => name && !still.has(name));
    out[axis] = whole;
    rest = rest.filter((v) => !whole.includes(v[part]));
  }
  out.variants = rest.slice(0, NAMED).map((v) => [v.colour, v.size, v.finish].filter(Boolean).join(' '));
  if (rest.length > NAMED) out.variants.push(`${rest.length - NAMED} more`);
  return out;
}
const AXES = [
  ['colours', 'colour'],
  ['sizes', 'size'],
  ['finishes', 'finish'],
] as const;
type Axis = (typeof AXES)[number][0];

function textChanges(before: BlankDocument, after: BlankDocument, say: Say): void {
  if (before.name !== after.name) say('other', 'renamed', { from: before.name, to: after.name });
  const texts = (d: BlankDocument) => d.sentences.map((s) => s.text);
  const [gone, come] = [without(texts(before), texts(after)), without(texts(after), texts(before))];
  if (gone.length || come.length) say('other', 'text', { gone: gone.length, come: come.length });
  for (const [code, of] of [
    ['care', (d: BlankDocument) => d.care],
    ['size-table', (d: BlankDocument) => d.sizeTable],
    ['safety', (d: BlankDocument) => d.safety],
  ] as const)
    if (!same(of(before), of(after))) say('other', code);
}

type Values = Record<string, never>;
const list = (of: unknown): string => {
  const all = of as string[];
  return all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)!}` : (all[0] ?? '');
};
const few = (v: Values) => ((v.names as unknown as string[]).length === 1 ? '' : 's');
const amount = (v: Values, key: string) => toDecimal({ minor: Number(v[key]), currency: String(v.currency) });
const mm = (v: unknown) => (v as number[]).map((n) => Math.round(n)).join(' × ');

const PHRASES: Record<string, (v: Values) => string> = {
  new: () => 'New',
  gone: () => 'Not offered any more',
  back: () => 'Offered again',
  'colours-ended': (v) => `Colour${few(v)} ended: ${list(v.names)}`,
  'sizes-ended': (v) => `Size${few(v)} ended: ${list(v.names)}`,
  'finishes-ended': (v) => `Finish${few(v) && 'es'} ended: ${list(v.names)}`,
  'variants-ended': (v) => `Ended: ${list(v.names)}`,
  'colours-new': (v) => `New colour${few(v)}: ${list(v.names)}`,
  'sizes-new': (v) => `New size${few(v)}: ${list(v.names)}`,
  'finishes-new': (v) => `New finish${few(v) && 'es'}: ${list(v.names)}`,
  'variants-new': (v) => `Now also ${list(v.names)}`,
  short: (v) => `Out of stock: ${list(v.names)}`,
  'in-stock-again': (v) => `In stock again: ${list(v.names)}`,
  dearer: (v) => `Dearer by up to ${v.percent}%: ${costs(v)}`,
  cheaper: (v) => `Cheaper by up to ${v.percent}%: ${costs(v)}`,
  currency: (v) => `Costs are in ${v.to}, were in ${v.from}`,
  'dyed-otherwise': (v) => `${v.name} is dyed otherwise: ${v.from} is now ${v.to}, ${v.apart} apart`,
  'areas-ended': (v) => `Print area${few(v)} ended: ${list(v.names)}`,
  'areas-new': (v) => `New print area${few(v)}: ${list(v.names)}`,
  'area-changed': (v) =>
    v.sized
      ? `The ${v.name} measures ${mm(v.to)} mm, was ${mm(v.from)}`
      : `The ${v.name} has other margins, seams or openings than before`,
  postage: (v) => `Postage ${v.region}: ${amount(v, 'to')} ${v.currency}, was ${amount(v, 'from')}`,
  'regions-ended': (v) => `Not posted any more to ${list(v.names)}`,
  'regions-new': (v) => `Now posted to ${list(v.names)}`,
  days: (v) => `Made in ${v.to} days, was ${v.from}`,
  day: (v) =>
    v.to ? (v.from ? `Comes out on ${dayName(v.to)}, was ${dayName(v.from)}` : `Comes out on ${dayName(v.to)}`) : 'On offer now',
  renamed: (v) => `Was called ${v.from}`,
  text: (v) => `Product text: ${v.come} new, ${v.gone} gone`,
  care: () => 'Care differs',
  'size-table': () => 'Size table differs',
  safety: () => 'Maker or warnings differ',
};
const costs = (v: Values) =>
  `${amount(v, 'to')} ${v.currency}, was ${amount(v, 'from')}${Number(v.count) < Number(v.of) ? ` (${v.count} of ${v.of} variants)` : ''}`;

/** What changed, as a phrase. */
export const changePhrase = ({ code, values }: Pick<BlankChange, 'code' | 'values'>): string =>
  PHRASES[code]?.(values as Values) ?? code;
