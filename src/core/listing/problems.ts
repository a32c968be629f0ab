import type { PatternFault } from '../copy/wording';
import { faultSentence } from '../copy/wording';
import { dayName } from '../day';

/** `goods` is what is offered: blank, colours, sizes, currency. Further texts of an outlet go by their own names. */
export type FieldName = 'title' | 'description' | 'tags' | 'prices' | 'pictures' | 'artwork' | 'goods' | (string & {});

/** A mend that the program can make. */
export interface Mend {
  code: 'take' | 'shorten' | 'keep-first' | 'drop' | 'drop-repeats' | 'signs' | 'cut';
  value: unknown;
}

/** Something wrong with a proof: what it is, and what its sentence needs. `stops` keeps the proof from being passed. */
export interface Problem {
  code: string;
  field: FieldName;
  stops: boolean;
  values: Record<string, unknown>;
  mend?: Mend;
}

/** Does what was found when a proof was drafted still hold on a day (ISO 8601)? What was announced comes out. */
export const holdsOn = ({ code, values }: Problem, day: string): boolean => code !== 'not-out-yet' || String(values.day) > day;

type Values = Record<string, never>;
const list = (names: unknown): string => (names as string[]).join(', ');
const quoted = (names: unknown): string => (names as string[]).map((n) => `“${n}”`).join(', ');
const LANGUAGES = new Intl.DisplayNames('en', { type: 'language' });
/** What a language is called; its tag where it has no name. */
const languageWord = (tag: string): string => {
  try {
    return LANGUAGES.of(tag) ?? tag;
  } catch {
    return tag;
  }
};
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const percent = (share: unknown): string => `${Math.round(Number(share) * 100)}%`;
const onLine = (v: Values): string => (v.line ? ` (${String(v.line)})` : '');

/** Bytes as outlets count them: a megabyte is a million (IEC 80000-13). */
const bytes = (n: unknown): string => `${Math.round(Number(n) / 10_000) / 100} MB`;

/** Every problem as a sentence with a way out. */
const SENTENCES: Record<string, (v: Values) => string> = {
  discontinued: (v) =>
    v.what === 'area'
      ? `${v.blank} has no print area ${v.area} any more. Choose another in the docket.`
      : v.what === 'sizes'
        ? `${v.house} no longer offers ${list(v.names)} of ${v.blank}; left out.`
        : v.what === 'blank'
          ? `${v.blank} is not in the stockroom any more. Choose another blank in the docket.`
          : `${v.house} no longer offers ${v.blank} in ${list(v.names)}; left out.`,
  'out-of-stock': (v) => `Out of stock at ${v.house}, left out: ${list(v.names)}.`,
  'not-out-yet': (v) =>
    `${v.house} has announced ${v.blank}${onLine(v)} for ${dayName(String(v.day))}: it can be prepared and sent, and goes on offer by itself on that day.`,
  'too-coarse': (v) =>
    `At ${v.widthMm} mm wide this prints at ${v.ppi} px/in; the docket asks for ${v.wanted}. Bring in a larger file, or print it smaller.`,
  'sizes-left-out': (v) =>
    `Left out, would print too coarsely: ${(v.sizes as unknown as [string, number][]).map(([n, ppi]) => `${n} (${ppi} px/in)`).join(', ')}${onLine(v)}. The docket asks for ${v.wanted}.`,
  cropped: (v) =>
    `Left out, would be cropped too much${onLine(v)}: ${(v.sizes as unknown as [string, number][]).map(([n, share]) => `${n} (${percent(share)})`).join(', ')}. The docket lets ${percent(v.most)} be cut.`,
  unreadable: (v) =>
    `The artwork cannot be read well on any of this docket’s ${v.count} colours${onLine(v)}; ${v.best} is the best of them.`,
  'hard-to-read': (v) =>
    `Chosen by hand, hard to read${onLine(v)}: ${(v.colours as unknown as [string, number][]).map(([n, l]) => `${n} (${percent(l)})`).join(', ')}.`,
  'colours-left-out': (v) =>
    `Left out, hard to read${onLine(v)}: ${(v.colours as unknown as [string, number][]).map(([n, l]) => `${n} (${percent(l)})`).join(', ')}.`,
  twins: (v) =>
    `${(v.prints as unknown as [string, string[]][]).map(([name, on]) => `“${name}” on ${on.join(', ')}`).join('; ')}.`,
  'cut-off': (v) =>
    `${percent(v.by ?? v.share)} of the motif lies outside the print area${onLine(v)} and would be cut off. Place it otherwise, or waive it on the bench.`,
  'not-filled': (v) =>
    `The print area ${v.area}${onLine(v)} must be filled, and ${percent(v.by ?? v.share)} of it would show through. Let it cover, repeat it, or waive it on the bench.`,
  'in-cut-out': (v) => `On ${v.area}${onLine(v)} an opening would cut the motif. Place it otherwise, or waive it on the bench.`,
  'on-seam': (v) => `On ${v.area}${onLine(v)} the motif would cross a seam. Place it otherwise, or waive it on the bench.`,
  'soft-edges': (v) =>
    `Its half see-through edge is ${Number(v.by).toFixed(1)} mm wide on ${v.area}${onLine(v)}: on cloth that prints as a fringe. Bring in a file with clean edges, print it smaller, or offer it all the same on the bench.`,
  'border-cut': (v) =>
    `Its border runs into the bleed of ${v.area}${onLine(v)}: ${Number(v.by).toFixed(1)} mm of it would be left after cutting, which looks crooked. Print it smaller or larger, or waive it on the bench.`,
  'outside-safe': (v) =>
    `On ${v.area}${onLine(v)} the motif reaches ${Number(v.by).toFixed(1)} mm over the safe margin, where it may be cut. Place it otherwise, or waive it on the bench.`,
  'text-not-filled': (v) => `The text on ${v.area} cannot be filled. ${v.why}`,
  'letters-missing': (v) =>
    `The font ${v.font} has no ${(v.letters as unknown as string[]).join(' ')}, which the text on ${v.area} needs. Choose another font in the docket.`,
  'print-gone': (v) => `What is printed on ${v.area} is not here any more. Choose another in the docket.`,
  'scene-gone': () =>
    'A scene of the list of pictures is not here any more. Choose another on the contact sheet or in the docket.',
  'colour-not-offered': (v) => `The picture “${v.scene}” shows ${v.colour}, which buyers cannot order here.`,
  'picture-gone': () => 'A kept picture of the shot list is not here any more. Choose another in the docket.',
  'card-empty': (v) => `There is nothing to tell on the card of ${String(v.card)}; it is left out.`,
  'place-free': (v) => (v.says ? `A picture is still to be put in: ${String(v.says)}.` : 'A picture is still to be put in.'),
  'no-downloads': (v) => `${v.outlet} takes no files for buyers to download.`,
  'renditions-coarse': (v) =>
    `Left out of the files, too few pixels: ${(v.sheets as unknown as [string, string, number][]).map(([n, size, ppi]) => `${n} (${ppi} px/in on ${size})`).join(', ')}. The docket asks for ${v.wanted}.`,
  'renditions-cropped': (v) =>
    `Left out of the files, would be cropped too much: ${(v.sheets as unknown as [string, number][]).map(([n, share]) => `${n} (${percent(share)})`).join(', ')}.`,
  'not-traced': () => 'No SVG: the artwork has too many shades to be traced. Offer it as PNG, or bring in a drawing.',
  'enclosure-gone': () => 'A file that is to go along is not here any more. Choose another in the docket.',
  'download-smaller': (v) =>
    `${v.name} is made for ${v.size}, not for ${v.wanted}: ${v.outlet} takes files of at most ${bytes(v.max)}.`,
  'download-tight': (v) =>
    `${v.name} is packed at quality ${v.quality} to stay within ${bytes(v.max)}, which may be seen in fine parts.`,
  'download-too-large': (v) =>
    `${v.name} stays larger than ${bytes(v.max)}, which is what ${v.outlet} takes. Leave it out, or offer it as JPG.`,
  'downloads-too-many': (v) =>
    `They need ${v.needs} files or archives; ${v.outlet} takes ${v.max} of at most ${bytes(v.each)}. Offer fewer shapes or formats.`,
  'downloads-too-much': (v) => `They have ${bytes(v.bytes)} in all; ${v.outlet} takes ${bytes(v.max)}.`,
  'download-failed': (v) => String(v.why),
  'downloads-over': (v) =>
    v.what === 'none'
      ? `${v.outlet} takes no files for buyers to download any more.`
      : v.what === 'count'
        ? `There are ${v.count} files to download; ${v.outlet} takes ${v.max}. Draft it again.`
        : `A file to download has ${bytes(v.bytes)}; ${v.outlet} takes ${bytes(v.max)}. Draft it again.`,
  'currency-differs': (v) =>
    `${v.house} counts in ${v.theirs}, ${v.outlet} in ${v.ours}; there is no rate between them here yet.`,
  'wording-missing': (v) => faultSentence(v.fault as unknown as PatternFault),
  'language-missing': (v) =>
    `The docket says nothing in ${languageWord(String(v.language))}, which ${v.outlet} needs: write it, or have it translated in the galley.`,
  'by-machine': (v) =>
    v.what
      ? `${capital(String(v.what).replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`))}: translated by a machine, nobody has looked at it yet.`
      : 'Translated by a machine: nobody has looked at it yet.',
  'title-missing': () => 'There is no title.',
  'description-missing': () => 'There is no description.',
  'text-missing': (v) => `There is no ${v.label}, which ${v.outlet} needs.`,
  'title-too-long': (v) => `Title is ${v.length} ${counted(v)}; ${v.outlet} takes ${v.limit}.`,
  'description-too-long': (v) => `Description is ${v.length} ${counted(v)}; ${v.outlet} takes ${v.limit}.`,
  'text-too-long': (v) => `${capital(String(v.label))} is ${v.length} ${counted(v)}; ${v.outlet} takes ${v.limit}.`,
  'too-many-tags': (v) => `There are ${v.count} tags; ${v.outlet} takes ${v.max}.`,
  'tag-length': (v) => `Tags need ${v.min} to ${v.max} characters: ${quoted(v.tags)}.`,
  'tag-repeated': (v) => `Tags are repeated: ${list(v.tags)}.`,
  'price-missing': () => 'There is no price that meets the plan: fees and margin together take all of it.',
  'below-cost': (v) => `Below cost in ${list(v.sizes)}: cost and fees are more than the price.`,
  'too-many-pictures': (v) => `There are ${v.count} pictures; ${v.outlet} takes ${v.max}.`,
  'pictures-missing': (v) => `${v.missing} of ${v.wanted} pictures could not be made.${v.again ? ' Draft it again.' : ''}`,
  'pictures-no-room': (v) =>
    `${v.missing} of ${v.wanted} pictures found no room on the disk. Make room, then draft it again; what is there stays.`,
  'pictures-heavy': (v) =>
    `${v.count === 1 ? 'A picture is' : `${v.count} pictures are`} heavier than the ${bytes(v.maxBytes)} that ${v.outlet} takes, however they are made.`,
  'pictures-coarse': (v) =>
    `${v.count === 1 ? 'A picture is' : `${v.count} pictures are`} visibly coarser to stay within the ${bytes(v.maxBytes)} of ${v.outlet}: quality ${v.quality} of 100, ${v.sidePx} px.`,
  'too-many-axes': (v) =>
    `There are ${v.count} things to choose, ${list(v.axes)}; ${v.outlet} takes ${v.max}. Offer fewer goods lines or finishes.`,
  'not-taken': (v) =>
    v.how === 'signs'
      ? `${v.outlet} takes no angle brackets (< and >) in the ${v.name}.`
      : v.how === 'kinds'
        ? `${v.count} kinds, colours by sizes, are too many: ${v.outlet} takes ${v.max}. Offer fewer colours or sizes.`
        : `${v.outlet} would not take it (${v.at} ${v.says}).`,
  'left-over': (v) => `Left to be filled in: ${quoted(v.pieces)}.`,
  personal: (v) => `Buyers would read ${quoted(v.pieces)}: an address or a number of a person.`,
  stuffed: (v) => `“${v.word}” stands in it ${v.times} times; said over and over, words put buyers off and count once.`,
  'not-ordered': () =>
    'What it would be sent as could not be put together on our side. Draft it again; if that does not help, look at its docket.',
  'not-drafted': () => 'Drafting failed again and again on our side. Draft it again; if that does not help, look at its docket.',
};

/** Code points and the like are characters to a person, unless bytes are meant. */
const counted = (v: Values): string => (v.counted === 'bytes' ? 'bytes' : 'characters');

/** A problem as a sentence. Those written down before problems had codes and values bring their own. */
export const sentenceOf = ({ code, values }: Pick<Problem, 'code' | 'values'>): string =>
  typeof values.says === 'string' && code !== 'place-free' && values.how === undefined
    ? values.says
    : (SENTENCES[code]?.(values as Values) ?? code);

const MENDS: Record<Mend['code'], (value: unknown) => string> = {
  shorten: () => 'Shorten to fit',
  'keep-first': (value) => `Keep the first ${(value as unknown[]).length}`,
  drop: () => 'Drop them',
  'drop-repeats': () => 'Drop repeats',
  signs: () => 'Write ♥, ‹ and › instead',
  cut: () => 'Cut it out',
  take: () => 'Take it as it is',
};
/** What a mend is called on its button. */
export const mendLabel = ({ code, value }: Mend): string => MENDS[code](value);
