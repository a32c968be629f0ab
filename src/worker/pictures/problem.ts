/** A file that cannot be taken, with the sentence that says why and what to do. */
export class CannotRead extends Error {}

export const MAX_PIXELS = 150_000_000;

export const tooManyPixels = (fileName: string, width: number, height: number): CannotRead =>
  new CannotRead(
    `${fileName} is ${width} × ${height} px; at most ${MAX_PIXELS / 1e6} million pixels can be taken. Export it at its print size.`,
  );

export const damaged = (fileName: string): CannotRead =>
  new CannotRead(
    `${fileName} is damaged or cut short: its picture data ends too soon or makes no sense. Export or copy it again.`,
  );
