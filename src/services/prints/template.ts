import { PDFDocument, rgb } from '@cantoo/pdf-lib';
import pLimit from 'p-limit';
import sharp from 'sharp';
import { hexToRgb } from '../../core/colour/colour';
import { LIMITS } from '../../core/limits';
import { MM_PER_INCH } from '../../core/placement/lay';
import { pixelSize } from '../../core/print-file/pixels';
import {
  GUIDE_LOOKS,
  GUIDE_MM,
  guidesOf,
  templateSvg,
  type TemplateArea,
  type TemplateWords,
} from '../../core/print-file/template';
import { areaOn } from '../../core/stock/blank';
import { lettered } from '../lettering/lettering';
import { blank } from '../stockroom/blanks';
import { Trouble } from '../trouble';

export const TEMPLATE_KINDS = ['svg', 'pdf', 'png'] as const;
export type TemplateKind = (typeof TEMPLATE_KINDS)[number];
const TYPES: Record<TemplateKind, string> = { svg: 'image/svg+xml', pdf: 'application/pdf', png: 'image/png' };

/** So much of an area's width its words take, and of its height. */
const WORDS_SHARE = 0.6;
/** Rasters are drawn by threads of their own, one at a time: nobody waits for a template as for a page. */
const turn = pLimit(1);

/** A template of a print area on a size, with its guides, exactly as large as the area and its bleed. */
export async function areaTemplate(
  workspace: string,
  { id, area: name, size, kind }: { id: string; area: string; size: string | undefined; kind: TemplateKind },
): Promise<{ data: Uint8Array; type: string; fileName: string }> {
  const { document } = await blank(workspace, id);
  const found = document.areas.find((a) => a.name === name);
  const on = size ?? document.sizes[0]!.name;
  const measures = found && document.sizes.some((s) => s.name === on) ? areaOn(document, name, on) : null;
  if (!found || !measures) throw new Trouble('not-found', `${document.name} has no such print area, or no such size.`);
  const { ppi, shape, safeMm } = found;
  const area: TemplateArea = { ...measures, ...(shape && { shape }), ...(safeMm && { safeMm }) };
  const { widthPx, heightPx } = pixelSize(measures, ppi);
  const words = wordsOn(area, [
    document.name,
    `${name}, ${on}`,
    `${Math.round(area.widthMm * 10) / 10} x ${Math.round(area.heightMm * 10) / 10} mm, ${widthPx} x ${heightPx} px`,
  ]);
  const make = {
    svg: () => Buffer.from(templateSvg(area, words)),
    pdf: () => pdf(area, words),
    png: () => png(area, words, ppi),
  };
  const fileName = `${[document.name, name, ...(found.bySize?.[on] ? [on] : [])].join(', ').replace(/[/\\]/g, '-')}.${kind}`;
  return { data: await make[kind](), type: TYPES[kind], fileName };
}

function wordsOn({ widthMm, heightMm }: TemplateArea, lines: string[]): TemplateWords | null {
  const set = lettered('sans light', lines);
  if (!set) return null;
  const { path, box } = set;
  const mmPerUnit = Math.min((widthMm * WORDS_SHARE) / box.width, (heightMm * WORDS_SHARE) / box.height);
  const middle = (side: number, from: number, size: number) => side / 2 - (from + size / 2) * mmPerUnit;
  return { path, mmPerUnit, xMm: middle(widthMm, box.x, box.width), yMm: middle(heightMm, box.y, box.height) };
}

function png(area: TemplateArea, words: TemplateWords | null, ppi: number): Promise<Buffer> {
  const { widthPx, heightPx } = pixelSize(area, ppi);
  if (widthPx * heightPx > LIMITS.pixels)
    throw new Trouble('not-valid', `At ${ppi} px/in this area has too many pixels to be drawn. Take the SVG or the PDF.`, 'as');
  return turn(() =>
    sharp(Buffer.from(templateSvg(area, words, { widthPx, heightPx })), { limitInputPixels: false })
      .png({ compressionLevel: 6, adaptiveFiltering: false })
      .withMetadata({ density: ppi })
      .toBuffer(),
  );
}

const points = (mm: number): number => (mm / MM_PER_INCH) * 72;
const ink = (hex: string) => {
  const [r, g, b] = hexToRgb(hex);
  return rgb(r / 255, g / 255, b / 255);
};

/** The same as PDF: the area is its trim box. */
async function pdf(area: TemplateArea, words: TemplateWords | null): Promise<Uint8Array> {
  const b = area.bleedMm ?? 0;
  const [width, height] = [points(area.widthMm + 2 * b), points(area.heightMm + 2 * b)];
  const document = await PDFDocument.create({ updateMetadata: false });
  const page = document.addPage([width, height]);
  page.setBleedBox(0, 0, width, height);
  page.setTrimBox(points(b), points(b), points(area.widthMm), points(area.heightMm));
  // paths count downwards from the area's upper left corner, mm
  const at = { x: points(b), y: height - points(b), scale: points(1) };
  for (const { kind, path } of guidesOf(area)) {
    const { fill, stroke, dashes } = GUIDE_LOOKS[kind];
    page.drawSvgPath(path, {
      ...at,
      ...(fill && { color: ink(fill) }),
      borderColor: ink(stroke),
      borderWidth: points(GUIDE_MM) / points(1),
      borderDashArray: dashes,
    });
  }
  if (words)
    page.drawSvgPath(words.path, {
      ...{ x: points(b + words.xMm), y: height - points(b + words.yMm), scale: points(words.mmPerUnit) },
      color: ink('#6d655a'),
    });
  return document.save();
}
