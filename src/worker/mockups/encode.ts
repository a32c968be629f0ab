import type { Sharp } from 'sharp';
import { QUALITIES, triesFor, type PictureOutput } from '../../core/outlet/pictures';

/**
 * JPEG of every mockup that may weigh what it likes: fixed Huffman tables are half the encoder's time for 3.5% more bytes. Where bytes
 * count, the tables are made for each picture.
 */
export const MOCKUP_JPEG = { quality: QUALITIES[0], chromaSubsampling: '4:2:0', optimiseCoding: false } as const;

/** A picture's bytes, and what was given up for an outlet's limit. */
export interface Encoded {
  data: Buffer;
  quality: number;
  sidePx: number;
}

function written(picture: Sharp, { format, maxBytes }: PictureOutput, quality: number): Promise<Buffer> {
  if (format === 'webp') return picture.webp({ quality, effort: 2 }).toBuffer();
  if (format === 'png')
    return (
      quality === QUALITIES[0]
        ? picture.png({ compressionLevel: 6 })
        : // a palette: a third of the bytes, and bands where ground is soft
          picture.png({ palette: true, quality, dither: 0.8, effort: 4 })
    ).toBuffer();
  return picture.jpeg({ ...MOCKUP_JPEG, quality, optimiseCoding: maxBytes !== null }).toBuffer();
}

/**
 * A picture, opened anew for each thing that is made of it. It may lie in a printer's memory: to clone an image of the library is to
 * copy all of that memory, 448 MB for 12, and takes ten times as long as to encode it.
 */
export type Opened = () => Sharp;

/** A picture `side` px wide and high as its outlet takes it: as good as its limit of bytes allows; null where it cannot be so light. */
export async function encoded(picture: Opened, side: number, output: PictureOutput): Promise<Encoded | null> {
  for (const { quality, sidePx } of triesFor(output)) {
    const sized = picture();
    if (sidePx !== side) sized.resize(sidePx, sidePx, { kernel: 'lanczos3' });
    const data = await written(sized, output, quality);
    if (output.maxBytes === null || data.length <= output.maxBytes) return { data, quality, sidePx };
  }
  return null;
}
