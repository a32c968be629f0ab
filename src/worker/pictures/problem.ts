import { refusal, refusalSentence, type RefusalCode } from '../../core/artwork/refusals';
import { LIMITS } from '../../core/limits';
import type { Said } from '../../core/said';

/** A file that cannot be taken, and why. */
export class CannotRead extends Error {
  readonly said: Said;
  constructor(code: RefusalCode, fileName: string, values: Said['values'] = {}) {
    const said = refusal(code, { ...values, file: fileName });
    super(refusalSentence(said));
    this.said = said;
  }
}

export const tooManyPixels = (fileName: string, widthPx: number, heightPx: number): CannotRead =>
  new CannotRead('too-many-pixels', fileName, { widthPx, heightPx });

/** Holds the layers that are to be laid over each other to the limits, before any of them is decoded. */
export function boundLayers(fileName: string, layers: { width: number; height: number }[]): void {
  if (layers.length > LIMITS.layers) throw new CannotRead('too-many-layers', fileName);
  // layers and pages add up: what each of them takes is taken together
  if (layers.reduce((sum, l) => sum + l.width * l.height, 0) > LIMITS.pixels)
    throw new CannotRead('too-many-layer-pixels', fileName);
}

export const damaged = (fileName: string): CannotRead => new CannotRead('damaged', fileName);
