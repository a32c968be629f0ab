import { literal } from '../word-pattern';
import { assembled, type RankedPart } from '../copy/ranked';
import { tellingWords } from '../copy/telling';
import { singular } from '../copy/plural';
import type { Whole } from '../phrasebook/entry';
import type { Brief, Tone, Writer, Written } from './brief';
import { diceFrom, type Dice } from './dice';
import { capital, inSentence, listed, numbered, sentence, titled, withArticle } from './grammar';
import { SAID } from './sentences';

/** Words a sentence may fill its slots with; what is not known is not there. */
type Slots = Partial<Record<string, string>>;

const WHEN = new Set(['occasion', 'season']);
/** The entry that says whom it is for: a person, a trade, a hobby; not when. */
const forWhom = (phrases: readonly Whole[]): Whole | undefined => phrases.find((p) => p.meant && !WHEN.has(p.kind));
const forWhen = (phrases: readonly Whole[]): Whole | undefined => phrases.find((p) => p.meant && p.kind === 'occasion');

const days = (n: number): string => (n === 1 ? 'one working day' : `${numbered(n)} working days`);
const quoted = (text: string): string => `“${text.replace(/[“”"]/g, '').replace(/[.,;:]+$/, '')}”`;

function slotsOf({ motif, phrases, goods, files, note, seeds }: Brief, dice: Dice): Slots {
  const whom = forWhom(phrases)?.meant;
  const when = forWhen(phrases)?.meant;
  const short = dice.one(phrases[0]?.wording.short ?? []);
  const one = goods.length === 1 && !files ? inSentence(goods[0]!.one) : undefined;
  const words = motif.saying?.split(/\s+/).length ?? 0;
  const slots: Slots = {
    name: quoted(motif.name),
    ...(motif.saying && { saying: quoted(motif.saying) }),
    ...(motif.saying && motif.saysAll && { whole: quoted(motif.saying) }),
    ...(words > 1 && words < 6 && { count: `${numbered(words)} words` }),
    ...(motif.subject && { subject: inSentence(singular(motif.subject)) }),
    ...(motif.colours.length > 1 && { colours: listed(motif.colours), colour: motif.colours[0]! }),
    ...(whom && { people: whom.many, person: whom.one }),
    ...(when && { occasion: when.one }),
    ...(short && { short: short.replace(/[.!]$/, '') }),
    ...(one && { noun: one, nouns: inSentence(goods[0]!.many) }),
    ...(goods.length > 1 && { goods: listed(goods.map((g) => withArticle(inSentence(g.one))), 'or') }),
    ...(note.days && { days: days(note.days) }),
    ...(note.personal && { tells: listed(note.personal.tells.map(inSentence)) }),
    ...(note.personal?.days && { extra: days(note.personal.days) }),
    ...(files && { files: files.text }),
    ...(seeds.length && { seed: dice.one(seeds)! }),
  }; // prettier-ignore
  return slots;
}

const SLOT = /\{(a:)?([a-zA-Z]+)\}/g;
/** What is said with its slots filled, each sentence with its capital; null where one of them is not known. */
function filled(says: string, slots: Slots): string | null {
  let whole = true;
  const fill = (part: string) =>
    part.replace(SLOT, (_, article: string | undefined, name: string) => {
      const value = slots[name];
      if (value === undefined) whole = false;
      return value === undefined ? '' : article ? withArticle(value) : value;
    });
  const text = says.split(/(?<=[.!?]) /).map((part) => sentence(fill(part))).join(' '); // prettier-ignore
  return whole ? text : null;
}

const bounded = (word: string): RegExp => new RegExp(`(?<![\\p{L}\\p{N}])${literal(word.trim())}(?![\\p{L}\\p{N}])`, 'iu'); // prettier-ignore

/** What a writer needs at hand to say one thing after the other, none twice, and nothing that is to be avoided. */
class Page {
  readonly dice: Dice;
  readonly slots: Slots;
  private readonly tone: Tone;
  private readonly avoid: RegExp[];
  private used = new Set<string>();

  constructor(brief: Brief) {
    this.dice = diceFrom(`${brief.key} ${brief.roll}`);
    this.slots = slotsOf(brief, this.dice);
    this.tone = brief.note.tone ?? 'warm';
    this.avoid = (brief.note.avoid ?? []).map(bounded);
  }
  allowed = (text: string): boolean => !this.avoid.some((a) => a.test(text));
  /** One way to say a thing that can be said with what is known; null where there is none. */
  say(about: string, more: Slots = {}): string | null {
    const slots = { ...this.slots, ...more };
    const ways = SAID[about]!.flatMap((s) => {
      const { says, tones } = typeof s === 'string' ? { says: s, tones: null } : s;
      if ((tones && !tones.includes(this.tone)) || this.used.has(says)) return [];
      const text = filled(says, slots);
      return text && this.allowed(text) ? [{ says, text }] : [];
    });
    const way = this.dice.one(ways);
    if (!way) return null;
    this.used.add(way.says);
    return way.text;
  }
  /** All ways at once, for texts that must fit. */
  ways = (about: string): string[] =>
    SAID[about]!.flatMap((s) => filled(typeof s === 'string' ? s : s.says, this.slots) ?? []).filter(this.allowed);
}

const said = (...texts: (string | null | undefined | false | 0)[]): string => texts.filter(Boolean).join(' ');

/** What kind of picture it is said to be. */
const openingOf = ({ motif }: Brief): string[] => [
  ...(motif.saying ? ['saying'] : []),
  ...(motif.repeat ? ['repeat'] : motif.picture ? [motif.picture] : []),
  'bare',
];

const EMOJI = { opening: '✨', gift: '🎁', goods: '🖨️', sizes: '📏', dispatch: '📦', files: '⬇️', personal: '✍️' };

function longOf(brief: Brief, page: Page): string {
  const { motif, phrases, goods, files, note, seeds } = brief;
  const mark = (kind: keyof typeof EMOJI, text: string) => (text && note.emoji ? `${EMOJI[kind]} ${text}` : text);
  const opening = openingOf(brief).reduce<string | null>((found, about) => found ?? page.say(about), null);
  const ways = (phrases[0]?.wording.long ?? []).filter(page.allowed);
  const subject = page.dice.one(ways);
  // a second entry adds its few words, where it is of another kind than the first
  const second = phrases.slice(1).find((p) => p.kind !== phrases[0]!.kind && p.wording.long.some(page.allowed));
  const beside = second && page.dice.one(second.wording.long.filter(page.allowed));
  const seen = opening ?? '';
  const told = page.slots.colours && seen.toLowerCase().includes(page.slots.colours.toLowerCase());
  const inks = page.slots.colours && !told ? page.say('colours') : null;
  const typed = seeds.filter((s) => !bounded(s).test(said(seen, subject, beside)));
  const head = page.dice.chance(50) ? [said(opening, inks), said(subject)] : [said(subject, opening), said(inks)];
  const gift = said(
    motif.audience === 'child' && page.say('child'),
    beside,
    page.say('gift'),
    page.say('occasion'),
    typed[0] && page.say('seed', { seed: typed[0] }),
    typed[1] && page.say('seed', { seed: typed[1] }),
  );
  const product = goods.flatMap((g) => [
    g.text && mark('goods', goods.length > 1 ? `${capital(inSentence(g.one))}: ${g.text}` : (page.say('goods', { text: g.text }) ?? g.text)),
    said(
      g.sizes.length > 1 && mark('sizes', page.say('sizes', { sizes: listed(g.sizes) }) ?? ''),
      g.colours.length > 1 && page.say('cloth', { cloths: listed(g.colours) }),
    ),
    g.care && page.say('care', { care: sentence(g.care) }),
  ]); // prettier-ignore
  const sold = files ? [mark('files', said(page.say('files'), page.say('fileUse'))), page.say('fileText')] : [];
  const order = goods.length
    ? [
        mark('personal', said(page.say('personal'), note.personal?.days && page.say('personalDays'))),
        mark('dispatch', said(note.days ? page.say('dispatch') : page.say('made'))),
      ]
    : [];
  const [first, ...rest] = head.filter(Boolean);
  const paragraphs = [first && mark('opening', first), ...rest, goods.length > 1 && page.say('several'), mark('gift', gift), ...sold, ...product, ...order]; // prettier-ignore
  return paragraphs
    .filter((p): p is string => Boolean(p))
    .map((p) => p.trim())
    .join('\n\n');
}

/** Does it say no word twice beside what it quotes? “A sister shirt for sisters” does. */
const saysOnce = (text: string): boolean => {
  const words = tellingWords(text.replace(/“[^”]*”/g, ''));
  return new Set(words).size === words.length;
};

/** So long may a short text be. */
const SHORT = 140;

function shortOf({ files, goods }: Brief, page: Page): string {
  const ways = page.dice.mixed(page.ways(files && !goods.length ? 'shortFiles' : 'short')).filter(saysOnce);
  // what says more comes before what says less
  const fitting = ways.filter((w) => w.length <= SHORT);
  return fitting.find((w) => w.length > 50) ?? fitting[0] ?? sentence(page.slots.name!);
}

/** Words for what hangs on walls and stands in rooms. */
const FURNISHING = /\b(decor|wall art|art|prints?|poster)$/i;
/** Does a phrase of the phrasebook suit what is offered? “Nautical decor” is no shirt. */
const suits = ({ goods, files }: Brief) => {
  const furnishes = files !== null || goods.some((g) => g.furnishes);
  return (tag: string) => furnishes || !FURNISHING.test(tag);
};
/** What a motif shows, and what it is on: “coffee” and “coffee mug” are “coffee mug”. */
const joined = (subject: string, noun: string): string =>
  noun.toLowerCase().startsWith(subject.toLowerCase()) ? noun : `${subject} ${noun}`;

function titleOf(brief: Brief, page: Page): RankedPart[] {
  const { motif, phrases, goods, files, seeds, note, searched = [] } = brief;
  const noun = goods[0]?.one ?? files?.noun ?? '';
  const also = page.dice.mixed(goods[0]?.alsoCalled ?? []);
  const name = titled(motif.name);
  const subject = motif.subject ? titled(motif.subject) : '';
  const ends = (text: string) => bounded(noun).test(text);
  const whom = forWhom(phrases)?.meant;
  // its first tag is what buyers call a present for it
  const when = forWhen(phrases)?.wording.tags[0];
  const parts: (RankedPart | false | undefined | '' | null)[] = [
    { text: noun && !ends(name) ? `${name} ${noun}` : name, rank: 0 },
    subject && !bounded(subject).test(name) && { text: joined(subject, titled(also[0] ?? noun)), rank: 1 },
    ...[...seeds, ...(note.use ?? [])].map((s) => ({ text: titled(s), rank: 1 })),
    whom && { text: page.dice.one([`Gift for ${titled(whom.many)}`, `${titled(whom.one)} Gift`, `Present for ${titled(whom.many)}`])!, rank: 2 },
    when && { text: titled(when), rank: 3 },
    ...searched.map((s) => ({ text: titled(s), rank: 3 })),
    also[1] && { text: titled(subject ? joined(subject, also[1]) : also[1]), rank: 3 },
    ...[...page.dice.mixed(phrases[0]?.wording.tags ?? []).filter(suits(brief)), ...page.dice.mixed(phrases[0]?.tagsAbove ?? []).filter(suits(brief))].map((t) => ({ text: titled(t), rank: 4 })),
  ]; // prettier-ignore
  return parts.filter((p): p is RankedPart => Boolean(p) && page.allowed((p as RankedPart).text));
}

function tagsOf(brief: Brief, page: Page): string[] {
  const { motif, phrases, goods, files, seeds, note } = brief;
  const nouns = [goods[0]?.one, ...(goods[0]?.alsoCalled ?? []), files?.noun].filter(Boolean) as string[];
  const subject = motif.subject?.toLowerCase();
  const whom = forWhom(phrases)?.meant;
  const [own, further] = [phrases[0]?.wording.tags ?? [], phrases.slice(1).flatMap((p) => p.wording.tags)];
  const all = [
    ...seeds,
    ...(note.use ?? []),
    ...(subject ? nouns.slice(0, 2).map((n) => joined(subject, n)) : []),
    ...page.dice.mixed(own).filter(suits(brief)),
    ...(whom ? [`${whom.one} gift`, `gift for ${whom.many}`] : []),
    ...motif.keywords,
    ...page.dice.mixed(further).filter(suits(brief)),
    ...page.dice.mixed(phrases.flatMap((p) => p.tagsAbove)).filter(suits(brief)),
    ...nouns,
  ].map((t) => t.toLowerCase());
  return [...new Set(all)].filter(page.allowed);
}

/**
 * Writes from a brief, in English. A pure function: the same brief makes the same text, another roll another. It says nothing of the goods that
 * their blanks do not state, and of the picture only what was recognised.
 */
export function write(brief: Brief): Written | null {
  if (!/^en(-|$)/i.test(brief.language)) return null;
  const page = new Page(brief);
  return { long: longOf(brief, page), short: shortOf(brief, page), title: titleOf(brief, page), tags: tagsOf(brief, page) };
}

/** The writer that ships with the product. */
export const builtInWriter: Writer = { write: (briefs) => Promise.resolve(briefs.map(write)) };

/** Parts of a title as a pattern has them: one a line, less important the more dashes it begins with. */
export const asPattern = (parts: readonly RankedPart[]): string =>
  parts.map(({ text, rank }) => (rank ? `${'-'.repeat(rank)} ${text}` : text)).join('\n');

/** A title as it would stand at an outlet, to be looked at. */
export const titleFor = (written: Written, rule: Parameters<typeof assembled>[1]): string => assembled(written.title, rule);

/** How alike two texts are: what they share of their runs of three words (Broder 1997, resemblance), 0 to 1. */
export function likeness(a: string, b: string): number {
  const runs = (text: string) => {
    const words = text.toLowerCase().match(/[\p{L}\p{N}’']+/gu) ?? [];
    return new Set(words.slice(2).map((_, i) => words.slice(i, i + 3).join(' ')));
  };
  const [p, q] = [runs(a), runs(b)];
  if (!p.size && !q.size) return 1;
  let both = 0;
  for (const run of p) if (q.has(run)) both++;
  return both / (p.size + q.size - both);
}
