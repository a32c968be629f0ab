import { apart } from '../colour/apart';
import { hexToRgb } from '../colour/colour';
import { legibility, type Ink } from '../artwork/measure/measure';
import type { ShotColour } from '../docket/docket';

/** Below this share of readable ink a cloth colour is left out. */
export const READABLE = 0.62;

export interface ColourChoice {
  /** Colours to offer, in the docket's order; `print` says which of the motif's artworks goes on it. */
  offered: { name: string; hex: string; legibility: number; print: number }[];
  leftOut: { name: string; legibility: number }[];
  /** The one that artwork stands out on best. */
  featured: string;
  unreadable: boolean;
}

/** Another artwork of the motif has to read this much better before it takes a colour from the leading one. */
const CLEARLY_BETTER = 0.02;

interface Dye {
  name: string;
  hex: string;
  /** What is printed on, where that is not of this colour. */
  ground?: string;
}

/**
 * Chooses among a docket's colours by how well the artwork can be read on each. `prints` are the inks of the artworks of
 * one motif, the leading one first, null for one that brings its own ground and is read on any colour: each colour takes the one that reads best on it. Where none reads well on any, the
 * best colour is offered all the same and `unreadable` says so: a person has to look. `most` offers only so many, those that read
 * best, and of those that look alike, closer than `gap` by CIEDE2000, only the better one. `all`: a hand chose them, and they are offered
 * however the artwork reads on them.
 */
export function chooseColours(prints: (Ink[] | null)[], colours: Dye[], most = Infinity, gap = 0, all = false): ColourChoice {
  const judged = colours.map(({ name, hex, ground = hex }) => {
    const on = prints.map((inks) => (inks ? Math.round(legibility(inks, hexToRgb(ground)) * 1000) / 1000 : 1));
    const print = on.reduce((best, l, i) => (l > on[best]! + CLEARLY_BETTER ? i : best), 0);
    return { name, hex, legibility: on[print]!, print };
  });
  const best = judged.reduce((a, b) => (a.legibility >= b.legibility ? a : b));
  const unreadable = !all && best.legibility < READABLE;
  const readable = judged.filter((c) => all || (unreadable ? c === best : c.legibility >= READABLE));
  // of equals the docket's order decides
  const first = new Set<(typeof judged)[number]>();
  for (const one of [...readable].sort((a, b) => b.legibility - a.legibility))
    if (first.size < most && [...first].every((c) => apart(c.hex, one.hex) >= gap)) first.add(one);
  return {
    offered: readable.filter((c) => first.has(c)),
    leftOut: judged.filter((c) => !readable.includes(c)).map(({ name, legibility: l }) => ({ name, legibility: l })),
    featured: best.name,
    unreadable,
  };
}

/**
 * The colour of one of a shot list's pictures: the featured one first, then the others in the docket's order. One that is named or
 * written down is shown whether it is offered or not, with the artwork of the motif (`prints`, as in `chooseColours`) that reads best on
 * it; of a name that the blank does not have, the featured one takes the place.
 */
export function shotColour(
  choice: ColourChoice,
  want: ShotColour,
  dyes: readonly Dye[],
  prints: (Ink[] | null)[],
): ColourChoice['offered'][number] {
  const first = choice.offered.find((c) => c.name === choice.featured)!;
  if (want === 'featured') return first;
  if (typeof want === 'number') {
    const ring = [first, ...choice.offered.filter((c) => c !== first)];
    return ring[want % ring.length]!;
  }
  const dye = typeof want === 'string' ? { name: want, hex: want } : dyes.find((d) => d.name === want.named);
  if (!dye) return first;
  return choice.offered.find((c) => c.name === dye.name) ?? chooseColours(prints, [dye], 1, 0, true).offered[0]!;
}
