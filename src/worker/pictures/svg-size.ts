import type { Element } from '@xmldom/xmldom';

/** Lengths of SVG in CSS pixels: 1 in = 96 px = 72 pt = 6 pc = 25.4 mm (CSS Values and Units, 6.2). */
const PX: Record<string, number> = {
  '': 1,
  px: 1,
  pt: 96 / 72,
  pc: 16,
  in: 96,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  q: 96 / 101.6,
  em: 16,
  ex: 8,
};

/** A length in CSS pixels; null for none, a share of something, or anything that is not a positive length. */
export function pixels(length: string | null): number | null {
  const found = /^\s*\+?(\d*\.?\d+(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(length ?? '');
  const unit = PX[found?.[2]?.toLowerCase() ?? '?'];
  const value = found && unit !== undefined ? Number(found[1]) * unit : NaN;
  return Number.isFinite(value) && value > 0 ? value : null;
}

/** The four numbers of a viewBox, or null for one that cannot be used. */
export function viewBox(text: string | null): [number, number, number, number] | null {
  const numbers = (text ?? '').trim().split(/[\s,]+/).map(Number); // prettier-ignore
  if (numbers.length !== 4 || !numbers.every(Number.isFinite) || numbers[2]! <= 0 || numbers[3]! <= 0) return null;
  return numbers as [number, number, number, number];
}

/**
 * The size at which a drawing is meant, in CSS pixels, whatever its units: its width and height where both are lengths; one
 * of them and the shape of its viewBox; else the viewBox (SVG 2, 8.2). Null when it says nothing of its size.
 */
export function meantSize(root: Element): { width: number; height: number } | null {
  const [width, height] = [pixels(root.getAttribute('width')), pixels(root.getAttribute('height'))];
  const box = viewBox(root.getAttribute('viewBox'));
  if (width && height) return { width, height };
  if (!box) return null;
  const shape = box[2] / box[3];
  if (width) return { width, height: width / shape };
  if (height) return { width: height * shape, height };
  return { width: box[2], height: box[3] };
}

/**
 * Has a drawing drawn at so many pixels: sets its width and height, and gives it a viewBox of the size that it was meant at
 * where it has none. What is inside, physical units too, keeps its proportions. `perPixel` is the unit of the renderer in
 * which a pixel is stated.
 */
export function drawAt(
  root: Element,
  meant: { width: number; height: number },
  size: { width: number; height: number },
  perPixel: number,
): void {
  if (!viewBox(root.getAttribute('viewBox'))) root.setAttribute('viewBox', `0 0 ${meant.width} ${meant.height}`);
  root.setAttribute('width', String(size.width * perPixel));
  root.setAttribute('height', String(size.height * perPixel));
}
