import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import type { Rgb } from '../../core/colour/colour';
import { fill, type PatternFault } from '../../core/copy/wording';
import { FONTS, type FontName } from '../../core/lettering/fonts';
import { LIMITS } from '../../core/limits';
import { letteringSvg, outlined } from '../../core/lettering/outline';
import type { TextLayer } from '../../core/placement/form';
import { inkHex } from '../../core/placement/ink';
import { packageFolder } from '../../files/package-folder';

const fonts = new Map<FontName, Font>();
/** A font that ships; read once. */
function fontNamed(name: FontName): Font {
  const known = fonts.get(name);
  if (known) return known;
  const { package: from, file } = FONTS[name];
  const font = create(readFileSync(join(packageFolder(from), 'files', `${file}.woff`))) as Font;
  fonts.set(name, font);
  return font;
}

/** What of an artwork lettering can speak of. */
export interface LetteredArtwork {
  name: string;
  subject: string;
  keywords: readonly string[];
  /** Its colours, from the most used on. */
  inks: readonly { rgb: Rgb }[];
}

/** Lettering as a drawing with its stated size; `missing` are letters that the font does not have. */
export interface Lettered {
  svg: string;
  widthPx: number;
  heightPx: number;
  missing: string[];
}
export type Lettering = { ok: true; it: Lettered } | { ok: false; fault: PatternFault };

/** What letters are of where their artwork has no ink to lend them. */
const BLACK = '#000000';
/** So many drawings are kept: a proof asks for the same ones for every size and scene. */
const KEPT = 100;
const kept = new Map<string, Lettering>();

/** The lettering of a layer, filled from an artwork; a fault where its pattern asks for what that lacks, or prints nothing. */
export function letteringOf({ lines, font, colour, outline, arc, spacing }: TextLayer, artwork: LetteredArtwork): Lettering {
  const fields = { name: artwork.name, subject: artwork.subject, keywords: artwork.keywords.join(', ') };
  const filled: string[] = [];
  for (const line of lines) {
    const made = fill(line, { ...fields, artwork: fields });
    if (!made.ok) return made;
    filled.push(made.text.replace(/\s+/g, ' '));
  }
  // before anything is drawn: a short pattern can make a text of any length
  if (filled.join('').length > LIMITS.letters) return { ok: false, fault: { code: 'too-much', what: String(LIMITS.letters) } };
  const style = {
    colour: inkHex(colour, artwork) ?? BLACK,
    ...(outline && { outline }),
    ...(arc && { arc }),
    ...(spacing && { spacing }),
  };
  const key = JSON.stringify([filled, font, style]);
  const known = kept.get(key);
  if (known) return known;
  const drawn = outlined(fontNamed(font), filled, style);
  const made: Lettering = drawn
    ? { ok: true, it: { ...letteringSvg(drawn, style), missing: drawn.missing } }
    : { ok: false, fault: { code: 'empty' } };
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, made);
  return made;
}

/** Plain lines of text as outlines in a font that ships. */
export const lettered = (font: FontName, lines: readonly string[]) => outlined(fontNamed(font), lines, { colour: BLACK });
