import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import opentype, { type Font } from 'opentype.js';

const require = createRequire(import.meta.url);

const FILES = {
  slab: '@fontsource/alfa-slab-one/files/alfa-slab-one-latin-400-normal.woff',
  script: '@fontsource/pacifico/files/pacifico-latin-400-normal.woff',
  round: '@fontsource/bowlby-one/files/bowlby-one-latin-400-normal.woff',
  didone: '@fontsource/abril-fatface/files/abril-fatface-latin-400-normal.woff',
  sans: '@fontsource/josefin-sans/files/josefin-sans-latin-700-normal.woff',
  thin: '@fontsource/josefin-sans/files/josefin-sans-latin-400-normal.woff',
  western: '@fontsource/rye/files/rye-latin-400-normal.woff',
  poster: '@fontsource/anton/files/anton-latin-400-normal.woff',
  brush: '@fontsource/lobster/files/lobster-latin-400-normal.woff',
  marker: '@fontsource/permanent-marker/files/permanent-marker-latin-400-normal.woff',
  book: '@fontsource/playfair-display/files/playfair-display-latin-900-normal.woff',
};
export type Face = keyof typeof FILES;

const loaded = new Map<Face, Font>();
function font(face: Face): Font {
  let found = loaded.get(face);
  if (!found) {
    const data = readFileSync(require.resolve(FILES[face]));
    loaded.set(face, (found = opentype.parse(data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength))));
  }
  return found;
}

/** A glyph's outline with its own origin, and where it stands on the line. */
function setLine(
  text: string,
  face: Face,
  size: number,
  spacing: number,
): { width: number; glyphs: { x: number; width: number; path: opentype.Path }[] } {
  const f = font(face);
  const scale = size / f.unitsPerEm;
  let x = 0;
  const glyphs = f.stringToGlyphs(text).map((glyph, i, all) => {
    const at = x;
    const next = all[i + 1];
    const width = (glyph.advanceWidth ?? 0) * scale;
    x += width + spacing + (next ? f.getKerningValue(glyph, next) * scale : 0);
    return { x: at, width, path: glyph.getPath(0, 0, size) };
  });
  return { width: x - spacing, glyphs };
}

/** A line of lettering as SVG path data, centred on `cx` with its baseline at `y`. `fit` scales it to that width. */
export function lettering(
  text: string,
  o: { face: Face; size: number; cx: number; y: number; spacing?: number; fit?: number },
): { d: string; width: number; size: number } {
  const first = setLine(text, o.face, o.size, o.spacing ?? 0);
  const size = o.fit ? (o.size * o.fit) / first.width : o.size;
  const { width, glyphs } = o.fit ? setLine(text, o.face, size, ((o.spacing ?? 0) * size) / o.size) : first;
  const d = glyphs.map((g) => move(g.path, (px, py) => [o.cx - width / 2 + g.x + px, o.y + py])).join('');
  return { d, width, size };
}

/** Lettering on a circle: `radius` at the baseline, centred at the top (or, with `below`, at the bottom and read from left to right). */
export function arched(
  text: string,
  o: { face: Face; size: number; cx: number; cy: number; radius: number; spacing?: number; below?: boolean },
): string {
  const { width, glyphs } = setLine(text, o.face, o.size, o.spacing ?? 0);
  return glyphs
    .map((g) => {
      const along = g.x + g.width / 2 - width / 2;
      const turn = (along / o.radius) * (o.below ? -1 : 1);
      const [sin, cos] = [Math.sin(turn), Math.cos(turn)];
      return move(g.path, (px, py) => {
        const [lx, ly] = [px - g.width / 2, py];
        const r = o.below ? o.radius + ly : -o.radius + ly;
        return [o.cx + lx * cos - r * sin, o.cy + lx * sin + r * cos];
      });
    })
    .join('');
}

function move(path: opentype.Path, to: (x: number, y: number) => [number, number]): string {
  const at = (x: number, y: number) =>
    to(x, y)
      .map((v) => v.toFixed(1))
      .join(' ');
  return path.commands
    .map((c) => {
      if (c.type === 'M' || c.type === 'L') return `${c.type}${at(c.x, c.y)}`;
      if (c.type === 'C') return `C${at(c.x1, c.y1)} ${at(c.x2, c.y2)} ${at(c.x, c.y)}`;
      if (c.type === 'Q') return `Q${at(c.x1, c.y1)} ${at(c.x, c.y)}`;
      return 'Z';
    })
    .join('');
}
