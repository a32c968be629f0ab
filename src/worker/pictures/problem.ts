import { LIMITS } from '../../core/limits';

/** A file that cannot be taken, with the sentence that says why and what to do. */
export class CannotRead extends Error {}

export const tooManyPixels = (fileName: string, width: number, height: number): CannotRead =>
  new CannotRead(
    `${fileName} is ${width} × ${height} px; at most ${LIMITS.pixels / 1e6} million pixels can be taken. Export it at its print size.`,
  );

/** Layers and pages add up: what each of them takes is taken together. */
const tooManyLayerPixels = (fileName: string): CannotRead =>
  new CannotRead(
    `${fileName} has layers of more than ${LIMITS.pixels / 1e6} million pixels together. Merge some, or export it as PNG.`,
  );
const tooManyLayers = (fileName: string): CannotRead =>
  new CannotRead(`${fileName} has more than ${LIMITS.layers} layers. Merge some, or export it as PNG.`);

/** Holds the layers that are to be laid over each other to the limits, before any of them is decoded. */
export function boundLayers(fileName: string, layers: { width: number; height: number }[]): void {
  if (layers.length > LIMITS.layers) throw tooManyLayers(fileName);
  if (layers.reduce((sum, l) => sum + l.width * l.height, 0) > LIMITS.pixels) throw tooManyLayerPixels(fileName);
}

export const damaged = (fileName: string): CannotRead =>
  new CannotRead(
    `${fileName} is damaged or cut short: its picture data ends too soon or makes no sense. Export or copy it again.`,
  );
