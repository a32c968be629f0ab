import { apart } from '../colour/apart';
import { termsOf, type BlankDocument } from '../stock/blank';
import type { DocketDocument, GoodsLine, WhenEnded } from './docket';

/** A colour that a goods line names and that cannot be had any more. */
export interface EndedColour {
  name: string;
  /** As it last was; null where that is not known. */
  hex: string | null;
  /** The sizes of the line in which it ended; null when it ended in all of them. */
  sizes: string[] | null;
  /** What could take its place: the nearest by CIEDE2000 that can be had in all sizes and is not on the line. */
  nearest: { name: string; hex: string; apart: number } | null;
}
/** What a goods line names and its blank does not offer any more. */
export interface EndedOnLine {
  line: string;
  colours: EndedColour[];
  /** Ended in every colour that the line offers. */
  sizes: string[];
  finishes: string[];
  areas: string[];
}

/** A colour farther away than that, CIEDE2000, is another one, and takes no place by rule. */
export const NEAR = 12;

/**
 * What of a goods line has ended. What is out of stock may come back, and has not. `hexOf` knows colours that the blank once had,
 * `#rrggbb`.
 */
export function endedOn(line: GoodsLine, blank: BlankDocument, hexOf: (colour: string) => string | undefined): EndedOnLine {
  const finishNames = blank.finishes?.choices.map((f) => f.name) ?? [''];
  const had = (colour: string, size: string): boolean =>
    finishNames.some((finish) => {
      const terms = termsOf(blank, { colour, size, finish });
      return terms !== null && terms.stock !== 'discontinued';
    });
  const named = Array.isArray(line.colours) ? line.colours : [];
  const offered = named.length ? named : blank.colours.map((c) => c.name);
  const endedSizes = line.sizes.filter((s) => !offered.some((c) => had(c, s)));
  // where all of the line's colours ended it is them, and not the sizes, that something can take the place of
  const sizes = endedSizes.length < line.sizes.length || !blank.sizes.some((s) => line.sizes.includes(s.name)) ? endedSizes : [];
  const left = line.sizes.filter((s) => !sizes.includes(s));
  const taken = new Set(named);
  const colours = named.flatMap((name): EndedColour[] => {
    const gone = left.filter((s) => !had(name, s));
    if (!gone.length) return [];
    const hex = hexOf(name);
    const near = hex
      ? blank.colours
          .filter((c) => !taken.has(c.name) && left.every((s) => had(c.name, s)))
          .map((c) => ({ name: c.name, hex: c.hex, apart: Math.round(apart(hex, c.hex) * 10) / 10 }))
          .reduce<EndedColour['nearest']>((best, c) => (best && best.apart <= c.apart ? best : c), null)
      : null;
    if (near) taken.add(near.name);
    return [{ name, hex: hex ?? null, sizes: gone.length < left.length ? gone : null, nearest: near }];
  });
  const finishes = Array.isArray(line.finishes) ? line.finishes : [];
  return {
    line: line.key,
    colours,
    sizes,
    finishes: finishes.filter((f) => !finishNames.includes(f)),
    areas: line.placements.map((p) => p.area).filter((a) => !blank.areas.some((x) => x.name === a)),
  };
}

/** Is there anything to decide on, by a rule that is kept? A colour that lacks some sizes only is let be by *drop sizes*. */
export const asksFor = (ended: EndedOnLine, rule: WhenEnded | undefined): boolean =>
  ended.sizes.length > 0 ||
  ended.finishes.length > 0 ||
  ended.areas.length > 0 ||
  ended.colours.some((c) => c.sizes === null || rule !== 'drop sizes');

/** One thing that a rule did to a goods line. */
export type Mended =
  | { did: 'dropped colour' | 'dropped size' | 'dropped finish'; line: string; name: string }
  | { did: 'moved colour'; line: string; name: string; to: string; apart: number };
/** What a rule could not do, and why a person has to. */
export interface NotMended {
  line: string;
  name: string;
  why: 'nothing near' | 'nothing left' | 'print area';
}

/**
 * A docket without what ended, by a rule. `drop colour` leaves out every colour that ended in some of the line's sizes, `drop sizes`
 * only those that ended in all of them (of the others, the sizes that ended are not offered), `nearest colour` puts the nearest one in
 * their place. Sizes and finishes that ended altogether are left out by every rule. What would leave nothing, and what is printed on an
 * area that is gone, stays and is told.
 */
export function mended(
  document: DocketDocument,
  ended: readonly EndedOnLine[],
  rule: WhenEnded,
): { document: DocketDocument; did: Mended[]; left: NotMended[] } {
  const did: Mended[] = [];
  const left: NotMended[] = [];
  const lines = document.lines.map((line) => {
    const its = ended.find((e) => e.line === line.key);
    return its ? mendedLine(line, its, rule, did, left) : line;
  });
  return { document: { ...document, lines }, did, left };
}

function mendedLine(line: GoodsLine, ended: EndedOnLine, rule: WhenEnded, did: Mended[], left: NotMended[]): GoodsLine {
  const at = line.key;
  for (const name of ended.areas) left.push({ line: at, name, why: 'print area' });
  const drop = (what: 'colour' | 'size' | 'finish', from: readonly string[], gone: readonly string[]): string[] => {
    const stays = from.filter((name) => !gone.includes(name));
    if (!stays.length) {
      for (const name of gone) left.push({ line: at, name, why: 'nothing left' });
      return [...from];
    }
    for (const name of gone) did.push({ did: `dropped ${what}`, line: at, name });
    return stays;
  };
  const sizes = ended.sizes.length ? drop('size', line.sizes, ended.sizes) : line.sizes;
  const finishes =
    Array.isArray(line.finishes) && ended.finishes.length ? drop('finish', line.finishes, ended.finishes) : line.finishes;
  const colours = Array.isArray(line.colours) ? coloursBy(line.colours, ended, rule, { at, drop, did, left }) : line.colours;
  const placements = line.placements.map((p) => {
    if (!p.bySize) return p;
    const { bySize, ...rest } = p;
    const kept = Object.fromEntries(
      Object.entries(bySize).filter(([size]) => sizes.includes(size) || !ended.sizes.includes(size)),
    );
    return Object.keys(kept).length ? { ...rest, bySize: kept } : rest;
  });
  return { ...line, colours, sizes, placements, ...(finishes && { finishes }) };
}

function coloursBy(
  named: string[],
  ended: EndedOnLine,
  rule: WhenEnded,
  into: {
    at: string;
    drop: (what: 'colour', from: readonly string[], gone: readonly string[]) => string[];
    did: Mended[];
    left: NotMended[];
  },
): string[] {
  const gone = ended.colours.filter((c) => rule !== 'drop sizes' || c.sizes === null);
  if (!gone.length) return named;
  if (rule !== 'nearest colour')
    return into.drop(
      'colour',
      named,
      gone.map((c) => c.name),
    );
  return named.map((name) => {
    const its = gone.find((c) => c.name === name);
    if (!its) return name;
    if (!its.nearest || its.nearest.apart > NEAR) {
      into.left.push({ line: into.at, name, why: 'nothing near' });
      return name;
    }
    into.did.push({ did: 'moved colour', line: into.at, name, to: its.nearest.name, apart: its.nearest.apart });
    return its.nearest.name;
  });
}

/** What a rule did, as a phrase. */
export function mendedPhrase(m: Mended): string {
  if (m.did === 'moved colour') return `${m.name} became ${m.to} (${m.apart} apart)`;
  return `${m.name} left out`;
}
/** What it could not do, as a sentence. */
export function notMendedSentence({ name, why }: NotMended): string {
  if (why === 'print area') return `The print area ${name} is gone: choose another in the docket.`;
  if (why === 'nothing left') return `Without ${name} nothing would be left: choose others in the docket.`;
  return `No colour is near enough to ${name}.`;
}
