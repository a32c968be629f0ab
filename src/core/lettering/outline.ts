import type { Font } from 'fontkit';
import { chain, moved, scaled, turned, type Affine, type Box } from '../placement/affine';

/** How lettering is set. */
export interface LetteringStyle {
  colour: string;
  /** A line around every letter, outside of it: its width as a share of the font's size. */
  outline?: { colour: string; share: number };
  /** Degrees that a line of letters goes around: upwards bent like a bridge, downwards like a bowl where negative. */
  arc?: number;
  /** Letters further apart, as a share of the font's size. */
  spacing?: number;
}

/** Lettering as outlines: a drawing in units of a thousandth of the font's size, and the box of all that prints of it. */
export interface Lettering {
  path: string;
  box: Box;
  /** Letters that the font does not have, each once. */
  missing: string[];
}

const EM = 1000;
/** From line to line, as a share of the font's size. */
const LEADING = 1.12;
/** A bend leaves the innermost line at least this radius, as a share of the font's size. */
const LEAST_RADIUS = 0.8;

/** Sets lines of text in a font, centred below each other, straight or bent. Null when there is nothing to print. */
export function outlined(font: Font, lines: readonly string[], style: LetteringStyle): Lettering | null {
  const scale = EM / font.unitsPerEm;
  const set = lines.map((line) => {
    const { glyphs, positions } = font.layout(line);
    let x = 0;
    const its = glyphs.map(({ path }, i) => {
      const { xAdvance, xOffset, yOffset } = positions[i]!;
      const advance = xAdvance * scale;
      const one = { path, x, advance, dx: xOffset * scale, dy: -yOffset * scale };
      x += advance + (style.spacing ?? 0) * EM;
      return one;
    });
    const last = its.at(-1);
    return { its, width: last ? last.x + last.advance : 0 };
  });
  const place = placing(style.arc ?? 0, Math.max(...set.map((l) => l.width)), lines.length);
  const drawn: string[] = [];
  const boxes: Box[] = [];
  for (const [row, { its, width }] of set.entries())
    for (const { path, x, advance, dx, dy } of its) {
      if (!path.commands.length) continue;
      // fonts count upwards
      const map = chain(place(x + advance / 2 - width / 2, row), moved(dx - advance / 2, dy), scaled(scale, -scale));
      const laid = path.transform(map.a, map.b, map.c, map.d, map.e, map.f);
      const { minX, minY, maxX, maxY } = laid.bbox;
      boxes.push({ x: minX, y: minY, width: maxX - minX, height: maxY - minY });
      drawn.push(laid.toSVG());
    }
  if (!boxes.length) return null;
  const letters = [...new Set(lines.join(''))].filter((letter) => letter.trim() !== '');
  return {
    path: drawn.join(''),
    box: around(boxes, (style.outline?.share ?? 0) * EM),
    missing: letters.filter((letter) => !font.hasGlyphForCodePoint(letter.codePointAt(0)!)),
  };
}

function around(boxes: readonly Box[], more: number): Box {
  const [left, top] = [Math.min(...boxes.map((b) => b.x)) - more, Math.min(...boxes.map((b) => b.y)) - more];
  const [right, bottom] = [Math.max(...boxes.map((b) => b.x + b.width)), Math.max(...boxes.map((b) => b.y + b.height))];
  return { x: left, y: top, width: right + more - left, height: bottom + more - top };
}

/**
 * Where a letter stands whose middle is so far from the middle of its line. Bent lines are parts of circles around one middle; the
 * letters keep their shape and turn with the circle, and along its longest line the bend goes around as many degrees as are asked for.
 */
function placing(arc: number, longest: number, rows: number): (along: number, row: number) => Affine {
  const leading = EM * LEADING;
  if (!arc) return (along, row) => moved(along, row * leading);
  const wanted = longest / ((Math.abs(arc) * Math.PI) / 180);
  const up = arc > 0;
  // bent upwards, the lines below lie further in
  const radius = Math.max(wanted, EM * LEAST_RADIUS + (up ? (rows - 1) * leading : 0));
  return (along, row) => {
    const its = up ? radius - row * leading : radius + row * leading;
    const degrees = (along / its) * (180 / Math.PI);
    // the middle of the circle is at the origin while the letter is turned around it
    return up
      ? chain(moved(0, radius), turned(degrees), moved(0, -its))
      : chain(moved(0, -radius), turned(-degrees), moved(0, its));
  };
}

/** The longer side of lettering when its drawing states a size, px: it is drawn at any. */
const STATED = 2000;

/** Lettering as an SVG of its own, and its stated size. */
export function letteringSvg(
  { path, box }: Lettering,
  { colour, outline }: LetteringStyle,
): { svg: string; widthPx: number; heightPx: number } {
  const k = STATED / Math.max(box.width, box.height);
  const [widthPx, heightPx] = [Math.max(1, Math.round(box.width * k)), Math.max(1, Math.round(box.height * k))];
  const n = (value: number) => String(Math.round(value * 10) / 10);
  // the line is drawn below the letter, so that only its outer half is seen
  const line = outline
    ? ` stroke="${outline.colour}" stroke-width="${n(outline.share * EM * 2)}" stroke-linejoin="round" paint-order="stroke"`
    : '';
  const view = [box.x, box.y, box.width, box.height].map(n).join(' ');
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${heightPx}" viewBox="${view}" preserveAspectRatio="none"><path d="${path}" fill="${colour}"${line}/></svg>`,
    widthPx,
    heightPx,
  };
}
