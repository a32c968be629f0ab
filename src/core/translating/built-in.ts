import { splitSentences } from '../stock/sentences';
import { readTable } from '../tables/csv';
import { splitLine } from './pieces';
import type { ToTranslate, Translated, Translator } from './translator';

/** A row of a table: English, and the same in the other languages, by column. */
export type Row = Readonly<Record<string, string>>;
/** The words that the built-in translator has: goods, other words, short phrases with slots, whole sentences with slots. */
export interface Tables {
  goods: readonly Row[];
  words: readonly Row[];
  phrases: readonly Row[];
  sentences: readonly Row[];
}

const TO = ['de', 'fr', 'es'] as const;
type To = (typeof TO)[number];
/** Quotation marks as each language sets them. */
const QUOTED: Record<To, string> = { de: '„$1“', fr: '« $1 »', es: '«$1»' };
/** Slots within slots go no deeper. */
const DEEPEST = 4;
/** A piece or a sentence longer than that is none that the tables have: it stays as it came, and no pattern is tried on it without end. */
const LONGEST = 400;

/** So many pieces are remembered, of a sentence’s length each. */
const KEPT = 5000;

/** What was said, and whether all of it is in the other language. */
interface Said {
  text: string;
  whole: boolean;
}
const said = (text: string, whole: boolean): Said => ({ text, whole });
const key = (text: string): string => text.toLowerCase().replaceAll('’', "'").replace(/\s+/g, ' ').trim();
const capital = (text: string): string => text.replace(/^[^\p{L}]*\p{L}/u, (m) => m.toUpperCase());

interface Pattern {
  match: RegExp;
  slots: string[];
  row: Row;
  /** Letters outside of slots: the more a pattern says itself, the surer it is. */
  letters: number;
  /** The longest of what it says itself, in small letters: where that does not stand it need not be tried. */
  needs: string;
}

/** What may stand in a slot of English, by the first letters of its name. */
const SLOTS: readonly [name: RegExp, may: string][] = [
  [/^name$/, '“[^”]{1,200}”|[^.!?]{1,120}?'],
  // where little else is said, only what stands in quotes is surely a name
  [/^quoted$/, '“[^”]{1,200}”'],
  [/^n\d?$/, '\\d+(?:[.,]\\d+)?'],
  [/^(?:text|keep)$/, '.{1,4000}'],
  [/./, '[^.!?:“”]{1,300}?'],
];

function patternOf(row: Row): Pattern {
  const slots: string[] = [];
  const source = row.en!.split(/(\{\w+\})/).map((part) => {
    const slot = /^\{(\w+)\}$/.exec(part)?.[1];
    if (!slot)
      return key(` ${part} `) === '' ? part : part.replace(/[.*+?^$()|[\]\\{}]/g, '\\$&').replace(/\ba (?=$)/, '(?:a|an) ');
    slots.push(slot);
    return `(${SLOTS.find(([name]) => name.test(slot))![1]})`;
  });
  const needs = row.en!.toLowerCase().split(/\{\w+\}|\ba (?=\{)/).reduce((a, b) => (b.length > a.length ? b : a)); // prettier-ignore
  return { match: new RegExp(`^${source.join('')}$`, 'isu'), slots, row, letters: row.en!.replace(/\{\w+\}/g, '').length, needs };
}

/** The built-in translator over some tables: German, French and Spanish from English, of what the trade and our own writer say. */
export function builtIn(tables: Tables): Translator {
  const goods = new Map(tables.goods.map((r) => [key(r.en!), r]));
  const words = new Map([...tables.goods, ...tables.words].map((r) => [key(r.en!), r]));
  const ordered = (rows: readonly Row[]) => rows.map(patternOf).sort((a, b) => b.letters - a.letters);
  const [phrases, sentences] = [ordered(tables.phrases), ordered(tables.sentences)];

  const AND: Record<To, string> = { de: ' und ', fr: ' et ', es: ' y ' };
  const whole = (text: string, to: To): string | null => words.get(key(text))?.[to] || null;
  /** The form in which a word stands before another one that it is joined to, in German: “Krabben-Shirt”. */
  const stem = (text: string): string | null => words.get(key(text))?.stem || whole(text, 'de');

  /** A thing with what it is of or for, the last words being goods: “crab shirt”. */
  function ofGoods(text: string, to: To, kept: Kept): Said | null {
    const parts = text.split(' ');
    for (let n = 1; n < parts.length; n++) {
      const head = goods.get(key(parts.slice(n).join(' ')));
      if (!head) continue;
      const [before, noun] = [parts.slice(0, n).join(' '), head[to]!];
      const own = kept.has(key(before));
      if (to === 'de') {
        const joined = own ? null : stem(before);
        if (!joined && !own) return null;
        return said(joined ? `${joined}-${capital(noun)}` : `${before} ${noun}`, true);
      }
      const it = own ? said(before, true) : phrase(before, to, kept, DEEPEST);
      // half in one language and half in another is of no use
      return it.whole ? said(`${noun} ${it.text}`, true) : null;
    }
    return null;
  }

  /** A phrase: whole, by a pattern, as goods with what they are of, or word by word. */
  function phrase(text: string, to: To, kept: Kept, deep: number): Said {
    const bare = text.trim();
    if (bare.length > LONGEST) return said(bare, false);
    if (kept.has(key(bare)) || !/\p{L}/u.test(bare)) return said(bare, true);
    const known = whole(bare, to);
    if (known) return said(known, true);
    if (deep > 0)
      for (const p of phrases) {
        const made = byPattern(p, bare, to, kept, deep);
        if (made) return made;
      }
    const made = ofGoods(bare, to, kept);
    if (made) return made;
    return said(bare, false);
  }

  /** Several things with commas and “and” between them. */
  function list(text: string, to: To, kept: Kept, deep: number): Said {
    const items = text.split(/,\s*(?:and\s+)?|\s+and\s+/i).filter(Boolean);
    const made = items.map((i) => phrase(i, to, kept, deep));
    const texts = made.map((m) => m.text);
    const last = texts.pop()!;
    return said(texts.length ? texts.join(', ') + AND[to] + last : last, made.every((m) => m.whole)); // prettier-ignore
  }

  function slot(name: string, text: string, to: To, kept: Kept, deep: number): Said {
    if (/^n\d?$/.test(name)) return said(text, true);
    if (name === 'name' || name === 'quoted') return said(text.replace(/^“(.*)”$/s, QUOTED[to]), true);
    if (name === 'keep') return said(text.replace(/ and (?=[^ ]+$)/, AND[to]), true);
    if (name === 'text') return long(text, to, kept, deep - 1);
    if (name === 'list') return list(text, to, kept, deep - 1);
    if (name === 'days') return days(text, to);
    if (name === 'noun') return said('', true);
    if (name === 'stem') {
      const it = to === 'de' ? stem(text) : whole(text, to);
      return it ? said(it, true) : said(text, kept.has(key(text)));
    }
    return phrase(text, to, kept, deep - 1);
  }
  function days(text: string, to: To): Said {
    const [, n = '', unit = ''] = /^(\S+) (working days?)$/i.exec(text) ?? [];
    const [many, of] = [/^\d+$/.test(n) ? n : whole(n, to), whole(unit, to)];
    return many && of ? said(`${many} ${of}`, true) : said(text, false);
  }

  function byPattern({ match, slots, row, needs }: Pattern, text: string, to: To, kept: Kept, deep: number): Said | null {
    const found = text.toLowerCase().includes(needs) ? match.exec(text) : null;
    if (!found || !row[to]) return null;
    let all = true;
    const by = new Map<string, string>();
    slots.forEach((name, i) => {
      const made = slot(name, found[i + 1]!, to, kept, deep);
      all &&= made.whole;
      by.set(name, made.text);
      // what is a stem in German is the thing itself elsewhere
      if (name === 'stem') by.set('thing', made.text);
    });
    // a phrase whose parts are not known says nothing surer than the parts
    if (!all && slots.some((s) => s === 'stem' || s === 'people')) return null;
    const put = row[to].replace(/\{(\w+)\}/g, (_, name: string) => by.get(name) ?? '');
    return said(/^\{/.test(row[to]) ? put : capitalAs(text, put), all);
  }
  const capitalAs = (was: string, is: string): string => (/^[^\p{L}]*\p{Lu}/u.test(was) ? capital(is) : is);

  /** Sentences one by one; those that are not known stay as they are. */
  function long(text: string, to: To, kept: Kept, deep: number): Said {
    const made = splitSentences(text).map((s) => sentence(s, to, kept, deep));
    return said(made.map((m) => m.text).join(' '), made.every((m) => m.whole)); // prettier-ignore
  }
  function sentence(text: string, to: To, kept: Kept, deep: number): Said {
    if (deep < 0 || text.length > LONGEST) return said(text, false);
    for (const p of sentences) {
      const made = byPattern(p, text, to, kept, deep);
      if (made?.whole) return said(capital(made.text), true);
    }
    const it = phrase(text.replace(/\.$/, ''), to, kept, 1);
    return it.whole ? said(it.text + (text.endsWith('.') ? '.' : ''), true) : said(text, false);
  }

  /** Many texts say the same: pieces that name nothing of a motif are the same whatever it is called. */
  const before = new Map<string, Said>();
  function once(text: string, to: To, kept: Kept, how: typeof sentence | typeof phrase): Said {
    const lower = key(text);
    for (const k of kept) if (lower.includes(k)) return how(text, to, kept, DEEPEST);
    const asked = `${to} ${how === phrase} ${text}`;
    let made = before.get(asked);
    if (!made) {
      made = how(text, to, kept, DEEPEST);
      if (before.size >= KEPT) before.clear();
      before.set(asked, made);
    }
    return made;
  }

  function one({ text, kind, keep }: ToTranslate, to: To): Translated {
    const kept: Kept = new Set(keep.map(key));
    const left: string[] = [];
    if (kind === 'line') {
      const made = splitLine(text, keep).map((piece, i) => {
        if (i % 2) return piece;
        const it = once(piece, to, kept, phrase);
        if (!it.whole) left.push(piece);
        return capitalAs(piece, it.text);
      });
      return { text: made.join(''), left };
    }
    const lines = text.split('\n').map((line) => {
      const [, sign, rest] = /^(\s*(?:[-•*]\s+)?)(.*)$/s.exec(line)!;
      const made = splitSentences(rest!).map((s) => {
        const it = once(s, to, kept, sentence);
        if (!it.whole) left.push(s);
        return it.text;
      });
      return sign! + made.join(' ');
    });
    return { text: lines.join('\n'), left };
  }

  return {
    from: ['en'],
    to: TO,
    translate: (texts, _from, to) => Promise.resolve(texts.map((t) => one(t, to as To))),
  };
}
type Kept = ReadonlySet<string>;

/** The tables as they are read from files (CSV, RFC 4180), by name. Throws where one cannot be read. */
export function tablesFrom(file: (name: keyof Tables) => string): Tables {
  const read = (name: keyof Tables): Row[] => {
    const found = readTable(file(name), { maxRows: 5000 });
    if (!found.ok) throw new Error(`${name}: ${found.sentence}`);
    return found.table.rows;
  };
  return { goods: read('goods'), words: read('words'), phrases: read('phrases'), sentences: read('sentences') };
}
