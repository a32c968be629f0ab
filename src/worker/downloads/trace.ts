import { readFile } from 'node:fs/promises';
import { ColorMode, Hierarchical, PathSimplifyMode, vectorize } from '@neplex/vectorizer';
import sharp from 'sharp';
import { cleanSvg } from '../pictures/svg';
import { openOriginal } from '../prints/original';

/** Traced from so many pixels along the longer side: finer shows the steps of pixels, coarser loses corners. */
const TRACED_PX = 2000;
/** How the tracer follows edges: fitted by eye on circles, curves and lettering. */
const HOW = {
  colorMode: ColorMode.Color,
  hierarchical: Hierarchical.Stacked,
  mode: PathSimplifyMode.Spline,
  filterSpeckle: 4,
  colorPrecision: 6,
  layerDifference: 16,
  cornerThreshold: 60,
  lengthThreshold: 10,
  maxIterations: 10,
  spliceThreshold: 20,
  pathPrecision: 1,
};
/** A drawing that is larger than that is no drawing any more, but a heap of specks. */
const MOST_BYTES = 2_500_000;
/** Flat art is traced within a second or two; what takes so long is none. */
const MOST_MS = 20_000;
/** It must look as what was traced: peak signal to noise on white, dB. Fitted by eye. */
const LIKE_DB = 24;
const COMPARED_PX = 600;

/** An original that is drawn already, without what reaches out of it or runs. */
export const drawnSvg = async (path: string): Promise<string> => cleanSvg(await readFile(path, 'utf8')).text();

/** An artwork of few even colours as vectors, by tracing its edges; null where what comes out does not look as it. */
export async function tracedSvg(path: string, fileName: string): Promise<string | null> {
  const image = await openOriginal(path, fileName, { width: TRACED_PX, height: TRACED_PX });
  const png = await image.resize(TRACED_PX, TRACED_PX, { fit: 'inside', withoutEnlargement: true }).png().toBuffer();
  const { width, height } = await sharp(png).metadata();
  const made = await vectorize(png, HOW, AbortSignal.timeout(MOST_MS)).catch((error: Error) => {
    if (/abort/i.test(`${error.name} ${error.message}`)) return null;
    throw error;
  });
  if (made === null || made.length > MOST_BYTES) return null;
  // it scales only where it says what its numbers are of
  const svg = made
    .replace(/<!--[\s\S]*?-->\s*/g, '')
    .replace(/<svg ([^>]*)>/, (_, rest: string) => `<svg ${rest} viewBox="0 0 ${width} ${height}">`);
  return (await likeness(png, Buffer.from(svg))) >= LIKE_DB ? svg : null;
}

/** Peak signal to noise of two pictures on white, dB, with a peak of 255. */
async function likeness(a: Buffer, b: Buffer): Promise<number> {
  const onWhite = (picture: Buffer) =>
    sharp(picture)
      .resize(COMPARED_PX, COMPARED_PX, { fit: 'fill' })
      .flatten({ background: '#ffffff' })
      .removeAlpha()
      .raw()
      .toBuffer();
  const [x, y] = await Promise.all([onWhite(a), onWhite(b)]);
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += (x[i]! - y[i]!) ** 2;
  return 10 * Math.log10(255 ** 2 / Math.max(1e-9, sum / x.length));
}
