import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PDFDocument, rgb, type PDFPage } from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';
import { hexToRgb } from '../../core/colour/colour';
import { FONTS, type FontName } from '../../core/lettering/fonts';
import { packageFolder } from '../../files/package-folder';

/** What the page of contents says: what is handed over, file by file. */
export interface Contents {
  title: string;
  note: string;
  /** Archives and files by themselves, each with the lines about what it holds. */
  parts: { name: string; lines: { name: string; about: string }[] }[];
}

/** A4 (ISO 216), points. */
const [WIDTH, HEIGHT] = [595.28, 841.89];
const MARGIN = 56;
const ROOM = WIDTH - 2 * MARGIN;
const colour = (hex: string) => {
  const [r, g, b] = hexToRgb(hex);
  return rgb(r / 255, g / 255, b / 255);
};
const INK = colour('#26241f');
const SOFT = colour('#6d675c');
const RULE = colour('#d8d2c4');

const fontData = (name: FontName): Buffer =>
  readFileSync(join(packageFolder(FONTS[name].package), 'files', `${FONTS[name].file}.woff`));

/** The letters of a text that a font has; others are left out rather than shown as boxes. */
function shownIn(font: fontkit.Font, text: string): string {
  return [...text.normalize('NFC')].filter((c) => c === '\n' || font.hasGlyphForCodePoint(c.codePointAt(0)!)).join('');
}

/** How wide letters are set, points: by their advances, which kerning only narrows. Each letter is asked for once. */
function measuring(font: fontkit.Font): (text: string, size: number) => number {
  const known = new Map<string, number>();
  const advance = (letter: string): number => {
    let wide = known.get(letter);
    if (wide === undefined)
      known.set(letter, (wide = font.glyphForCodePoint(letter.codePointAt(0)!).advanceWidth / font.unitsPerEm));
    return wide;
  };
  return (text, size) => [...text].reduce((sum, letter) => sum + advance(letter), 0) * size;
}

/** Words broken into lines no wider than `room`, points; a word that is wider is cut. */
function broken(text: string, wide: (text: string) => number, room: number): string[] {
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    let at = 0;
    for (const word of paragraph.split(' ')) {
      const its = wide(word);
      if (line && at + wide(' ') + its > room) {
        lines.push(line);
        [line, at] = ['', 0];
      }
      if (line) {
        line += ` ${word}`;
        at += wide(' ') + its;
        continue;
      }
      for (const letter of word) {
        if (line && at + wide(letter) > room) {
          lines.push(line);
          [line, at] = ['', 0];
        }
        line += letter;
        at += wide(letter);
      }
    }
    lines.push(line);
  }
  return lines;
}

/** Draws the page of contents, over as many pages as it needs. Its text is text: it can be searched and copied. */
export async function contentsPdf({ title, note, parts }: Contents): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false });
  document.registerFontkit(fontkit);
  document.setTitle(title);
  document.setProducer('Union Press');
  const load = async (name: FontName) => {
    const data = fontData(name);
    const has = fontkit.create(data) as fontkit.Font;
    return { set: await document.embedFont(data, { subset: true }), has, wide: measuring(has) };
  };
  const [bold, plain] = [await load('sans'), await load('sans light')];
  let page: PDFPage = document.addPage([WIDTH, HEIGHT]);
  let y = HEIGHT - MARGIN;
  const down = (by: number) => {
    y -= by;
    if (y > MARGIN) return;
    page = document.addPage([WIDTH, HEIGHT]);
    y = HEIGHT - MARGIN - by;
  };
  const write = (text: string, font: typeof bold, size: number, leading: number, ink = INK, indent = 0) => {
    for (const line of broken(shownIn(font.has, text), (t) => font.wide(t, size), ROOM - indent)) {
      down(leading);
      if (line) page.drawText(line, { x: MARGIN + indent, y, size, font: font.set, color: ink });
    }
  };
  write(title, bold, 22, 27);
  if (note) {
    down(10);
    write(note, plain, 11, 16);
  }
  for (const { name, lines } of parts) {
    down(22);
    page.drawLine({ start: { x: MARGIN, y: y + 8 }, end: { x: WIDTH - MARGIN, y: y + 8 }, thickness: 0.75, color: RULE });
    write(name, bold, 12.5, 16);
    for (const line of lines) {
      if (line.name !== name) write(line.name, bold, 10.5, 16, INK, 12);
      if (line.about) write(line.about, plain, 10, 14, SOFT, 12);
    }
  }
  return document.save();
}
