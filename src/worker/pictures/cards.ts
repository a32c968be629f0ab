import { createRequire } from 'node:module';
import { createCanvas, GlobalFonts, type SKRSContext2D } from '@napi-rs/canvas';
import type { Card } from '../../services/line/prepare/cards';

/** Side of a card, px: as large as a mockup. */
const SIDE = 2000;
const MARGIN = 150;
const PAPER = '#fbf9f3';
const INK = '#26241f';
const SOFT = '#6d675c';
const RULE = '#d8d2c4';
const SLAB = 'Card Slab';
const SANS = 'Card Sans';

const SAYS: Record<Card['card'], string> = {
  sizes: 'Sizes, laid flat',
  colours: 'Colours',
  files: 'Files to download. Nothing is posted.',
};

let ready = false;
/** Cards are set in the fonts that ship, whatever the machine has. */
function loadFonts(): void {
  if (ready) return;
  const require = createRequire(import.meta.url);
  GlobalFonts.registerFromPath(require.resolve('@fontsource-variable/besley/files/besley-latin-wght-normal.woff2'), SLAB);
  GlobalFonts.registerFromPath(require.resolve('@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2'), SANS);
  ready = true;
}

/** Writes text no wider than `room`, smaller where it must be. */
function fitted(c: SKRSContext2D, text: string, x: number, y: number, room: number, px: number, family: string): void {
  c.font = `600 ${px}px "${family}"`;
  const wide = c.measureText(text).width;
  if (wide > room) c.font = `600 ${Math.floor((px * room) / wide)}px "${family}"`;
  c.fillText(text, x, y);
}

/** Draws a card, a size table or the colours on offer, as PNG. */
export function drawCard(card: Card): Buffer {
  loadFonts();
  const canvas = createCanvas(SIDE, SIDE);
  const c = canvas.getContext('2d');
  c.fillStyle = PAPER;
  c.fillRect(0, 0, SIDE, SIDE);
  c.fillStyle = INK;
  c.textBaseline = 'alphabetic';
  fitted(c, card.title, MARGIN, MARGIN + 90, SIDE - 2 * MARGIN, 104, SLAB);
  c.fillStyle = SOFT;
  c.font = `400 46px "${SANS}"`;
  c.fillText(SAYS[card.card], MARGIN, MARGIN + 172);
  const top = MARGIN + 250;
  if (card.card === 'sizes') sizeTable(c, card, top);
  else if (card.card === 'colours') swatches(c, card, top);
  else shapes(c, card, top);
  return canvas.toBuffer('image/png');
}

/** 1 in = 2.54 cm exactly (international yard and pound agreement, 1959). */
const CM_PER_INCH = 2.54;

function sizeTable(c: SKRSContext2D, { columns, rows }: Extract<Card, { card: 'sizes' }>, top: number): void {
  const line = Math.min(132, (SIDE - MARGIN - top) / (rows.length + 1));
  const px = Math.round(line * 0.4);
  const first = 330;
  const width = (SIDE - 2 * MARGIN - first) / columns.length;
  const rule = (y: number, colour: string, thick: number) => {
    c.fillStyle = colour;
    c.fillRect(MARGIN, y, SIDE - 2 * MARGIN, thick);
  };
  c.fillStyle = SOFT;
  columns.forEach((name, i) => fitted(c, name, MARGIN + first + i * width, top + line * 0.62, width - 24, px, SANS));
  rule(top + line, INK, 5);
  rows.forEach(({ size, cm }, r) => {
    const y = top + line * (r + 1);
    c.fillStyle = INK;
    fitted(c, size, MARGIN, y + line * 0.64, first - 24, px * 1.15, SLAB);
    cm.forEach((v, i) => {
      const x = MARGIN + first + i * width;
      c.fillStyle = INK;
      c.font = `500 ${px}px "${SANS}"`;
      const text = `${Number(v.toFixed(1))} cm`;
      c.fillText(text, x, y + line * 0.5);
      c.fillStyle = SOFT;
      c.font = `400 ${Math.round(px * 0.72)}px "${SANS}"`;
      c.fillText(`${(v / CM_PER_INCH).toFixed(1)} in`, x, y + line * 0.84);
    });
    rule(y + line, RULE, 2);
  });
}

function swatches(c: SKRSContext2D, { colours }: Extract<Card, { card: 'colours' }>, top: number): void {
  const across = colours.length <= 4 ? 2 : colours.length <= 9 ? 3 : colours.length <= 16 ? 4 : 6;
  const down = Math.ceil(colours.length / across);
  const gap = 44;
  const width = (SIDE - 2 * MARGIN - gap * (across - 1)) / across;
  const height = Math.min(width, (SIDE - MARGIN - top - gap * (down - 1)) / down);
  const label = Math.min(64, height * 0.2);
  colours.forEach(({ name, hex }, i) => {
    const x = MARGIN + (i % across) * (width + gap);
    const y = top + Math.floor(i / across) * (height + gap);
    c.fillStyle = hex;
    c.fillRect(x, y, width, height - label - 12);
    c.strokeStyle = RULE;
    c.lineWidth = 2;
    c.strokeRect(x, y, width, height - label - 12);
    c.fillStyle = INK;
    fitted(c, name, x, y + height - 8, width, label * 0.8, SANS);
  });
}

/** The shapes that are sold, each drawn in its proportions, with its largest size and its formats below. */
function shapes(c: SKRSContext2D, { shapes: all }: Extract<Card, { card: 'files' }>, top: number): void {
  const across = all.length <= 3 ? all.length : all.length <= 8 ? Math.ceil(all.length / 2) : 4;
  const down = Math.ceil(all.length / across);
  const gap = 60;
  const width = (SIDE - 2 * MARGIN - gap * (across - 1)) / across;
  const height = (SIDE - MARGIN - top - gap * (down - 1)) / down;
  const text = Math.min(58, width * 0.13);
  const room = { width: width * 0.82, height: height - text * 3.6 };
  all.forEach(({ word, size, printed, formats, widthPx, heightPx }, i) => {
    const x = MARGIN + (i % across) * (width + gap);
    const foot = top + Math.floor(i / across) * (height + gap) + room.height;
    const by = Math.min(room.width / widthPx, room.height / heightPx);
    const [w, h] = [widthPx * by, heightPx * by];
    c.fillStyle = '#ffffff';
    c.fillRect(x, foot - h, w, h);
    c.strokeStyle = INK;
    c.lineWidth = 4;
    c.strokeRect(x, foot - h, w, h);
    c.fillStyle = INK;
    fitted(c, word, x + w * 0.1, foot - h / 2 + text * 0.5, w * 0.8, text * 1.3, SLAB);
    fitted(c, `${printed ? 'up to ' : ''}${size}`, x, foot + text * 1.35, width, text, SANS);
    c.fillStyle = SOFT;
    fitted(c, formats.join(', '), x, foot + text * 2.6, width, text * 0.82, SANS);
  });
}
