import sharp from 'sharp';
import type { Piece } from './art/collection';

/** Exports a piece as a seller's drawing program would: PNG with transparency at 300 px/in, JPEG, or the SVG itself. */
export async function draw(piece: Piece): Promise<Buffer> {
  if (piece.format === 'svg')
    return Buffer.from(piece.svg.replace('<svg ', `<svg width="${piece.width}" height="${piece.height}" `));
  const box = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(piece.svg)!;
  const density = 72 * Math.min(piece.width / Number(box[1]), piece.height / Number(box[2]));
  const svg = Buffer.from(piece.svg);
  if (piece.format === 'jpeg') {
    // soft light needs no sharp edge: a third of the size, enlarged, is the same picture in a tenth of the time
    const soft = await sharp(svg, { density: density / 3, limitInputPixels: false })
      .flatten()
      .png({ compressionLevel: 0 })
      .toBuffer();
    return sharp(soft)
      .resize(piece.width, piece.height, { fit: 'fill', kernel: 'cubic' })
      .jpeg({ quality: 90 })
      .withMetadata({ density: 300 })
      .toBuffer();
  }
  return sharp(svg, { density, limitInputPixels: false })
    .resize(piece.width, piece.height, { fit: 'contain', background: { r: 0, g: 0, b: 0, alpha: 0 } })
    .png({ compressionLevel: 3, adaptiveFiltering: false })
    .withMetadata({ density: 300 })
    .toBuffer();
}
