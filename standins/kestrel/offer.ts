import type { Fault } from '../problem';
import { MADE, MAKERS, NOTICEBOARD, SHELVES } from './noticeboard';

export interface Words {
  headline: string;
  text: string;
  catchwords: string[];
  shelf: string | null;
  maker: string;
  made: string;
  /** What the buyer has to tell, e.g. a name to be printed. */
  tell: string | null;
}
export interface Goods {
  choices: string[];
  kinds: { picks: string[]; price: number; code: string }[];
}

/** A record as this stand-in keeps it. */
export interface Offer extends Words, Goods {
  id: string;
  /** The stallholder's own mark for it. The fair keeps it and looks offers up by it, but never compares it. */
  ticket: string;
  standing: 'set-aside' | 'on-the-table' | 'packed-away';
  pictures: { place: number; said: string; sha256: string }[];
  /** What a buyer is handed at once. */
  downloads: { place: number; name: string; bytes: number; sha256: string }[];
  /** Paid until this day; then it is paid again by itself, or packed away. */
  table: { until: string | null; again: boolean };
}

const length = (text: string) => [...text].length; // the fair counts code points
const isText = (v: unknown): v is string => typeof v === 'string';

/** What the noticeboard has against an offer's words. */
export function faultsOfWords(w: Partial<Words>): Fault[] {
  const faults: Fault[] = [];
  const need = (ok: boolean, name: keyof Words, detail: string) => void (ok || faults.push({ pointer: `#/${name}`, detail }));
  const { headline, text, catchwords, tell } = NOTICEBOARD;
  const fits = (value: unknown, longest: number) => isText(value) && value.trim() !== '' && length(value) <= longest;
  need(fits(w.headline, headline.longest), 'headline', `has 1 to ${headline.longest} characters`);
  need(fits(w.text, text.longest), 'text', `has 1 to ${text.longest} characters`);
  need(!isText(w.text) || !/[<>]/.test(w.text), 'text', 'is plain: no angle brackets');
  const words = w.catchwords;
  if (!Array.isArray(words) || words.length > catchwords.most || !words.every(isText))
    need(false, 'catchwords', `is a list of at most ${catchwords.most}`);
  else {
    need(
      words.every((c) => length(c) >= catchwords.shortest && length(c) <= catchwords.longest),
      'catchwords',
      `have ${catchwords.shortest} to ${catchwords.longest} characters each`,
    );
    need(new Set(words.map((c) => c.toLowerCase())).size === words.length, 'catchwords', 'are all different');
  }
  need(w.shelf === null || SHELVES.includes(w.shelf!), 'shelf', `is one of ${SHELVES.join(', ')}, or null`);
  need(MAKERS.includes(w.maker!), 'maker', `is one of ${MAKERS.join(', ')}`);
  need(MADE.includes(w.made!), 'made', `is one of ${MADE.join(', ')}`);
  need(w.tell === null || fits(w.tell, tell.longest), 'tell', `has 1 to ${tell.longest} characters, or is null`);
  return faults;
}

/** What the noticeboard has against an offer's choices and kinds. */
export function faultsOfGoods(g: Partial<Goods>): Fault[] {
  const { axes, most, lowest_price } = NOTICEBOARD.kinds;
  if (!Array.isArray(g.choices) || g.choices.length > axes || !g.choices.every(isText))
    return [{ pointer: '#/choices', detail: `has at most ${axes} names` }];
  if (!Array.isArray(g.kinds) || !g.kinds.length || g.kinds.length > most)
    return [{ pointer: '#/kinds', detail: `has 1 to ${most} kinds` }];
  return g.kinds.flatMap((kind, i): Fault[] => {
    const at = `#/kinds/${i}`;
    if (!Number.isInteger(kind?.price) || kind.price < lowest_price)
      return [{ pointer: `${at}/price`, detail: `is ${lowest_price} or more, in whole minor units` }];
    if (!Array.isArray(kind.picks) || kind.picks.length !== g.choices!.length)
      return [{ pointer: `${at}/picks`, detail: 'picks once for every choice' }];
    return [];
  });
}
