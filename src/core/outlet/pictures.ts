/** File formats that outlets take pictures in. */
export const PICTURE_FORMATS = ['jpeg', 'webp', 'png'] as const;
export type PictureFormat = (typeof PICTURE_FORMATS)[number];
export const PICTURE_ENDINGS: Record<PictureFormat, string> = { jpeg: '.jpg', webp: '.webp', png: '.png' };
/** The media type of a picture by its name's ending. */
export const pictureType = (name: string): string =>
  `image/${PICTURE_FORMATS.find((f) => name.endsWith(PICTURE_ENDINGS[f])) ?? 'jpeg'}`;

/** Side of a picture where the outlet does not ask for another, and the most that is made, px. */
const USUAL_PX = 2000;
const MOST_PX = 3000;
/** How good a picture is made at first, and what is given up where it would be too heavy, of 100. */
export const QUALITIES = [86, 80, 74, 68, 60, 52] as const;
/** From here on it can be seen: blocks in even grounds, and rings around lettering (judged by eye on the demo's pictures). */
export const SEEN_BELOW = 70;
/** Bytes a point that no picture passes at our best quality, not even noise (a test holds the encoders to it). */
const HEAVIEST: Record<PictureFormat, number> = { jpeg: 1, webp: 2, png: 4 };
/** A picture is made smaller by so much at a time, where quality alone is not enough. */
const SMALLER = 0.85;

/** What an outlet’s rules say of pictures. */
interface PictureRule {
  minSidePx: number;
  maxSidePx?: number;
  maxBytes: number;
  formats?: readonly PictureFormat[];
}
/** How a picture is handed to an outlet. */
export interface PictureOutput {
  format: PictureFormat;
  sidePx: number;
  minSidePx: number;
  /** Null where no picture can be so heavy. */
  maxBytes: number | null;
}

/**
 * How an outlet's pictures are made: in the first of its formats, 2000 px where it takes that, else as near to it as it does. Its limit
 * of bytes counts only where a picture could pass it.
 */
export function outputFor({ minSidePx, maxSidePx = MOST_PX, maxBytes, formats }: PictureRule): PictureOutput {
  const format = formats?.[0] ?? 'jpeg';
  const sidePx = Math.max(Math.min(USUAL_PX, maxSidePx), Math.min(minSidePx, MOST_PX));
  const most = sidePx * sidePx * HEAVIEST[format];
  return { format, sidePx, minSidePx: Math.min(minSidePx, sidePx), maxBytes: maxBytes >= most ? null : maxBytes };
}

/** What is tried, one after another, until a picture is light enough. */
export function triesFor({ sidePx, minSidePx, maxBytes }: PictureOutput): { quality: number; sidePx: number }[] {
  const tries = QUALITIES.map((quality) => ({ quality, sidePx }));
  if (maxBytes === null) return tries.slice(0, 1);
  const last = QUALITIES.at(-1)!;
  for (let side = sidePx; side > minSidePx;) {
    side = Math.max(minSidePx, Math.floor(side * SMALLER));
    tries.push({ quality: last, sidePx: side });
  }
  return tries;
}
