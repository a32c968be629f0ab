import { readFile } from 'node:fs/promises';
import type { Canvas } from '@napi-rs/canvas';
import { packageFolder } from '../../files/package-folder';
import type { Flat } from './layered';
import { note } from '../../core/artwork/refusals';
import { CannotRead, damaged } from './problem';

/** A page is drawn at this resolution, or less when its longer side would pass the limit. */
const PPI = 300;
const MAX_SIDE = 9000;

/** Draws the first page of a PDF on see-through ground: at 300 px/in, or its longer side at `side` px. */
export async function readPdf(path: string, fileName: string, side?: number): Promise<Flat> {
  // loaded on first use: most shops never bring in a PDF, and it is large
  const [{ getDocument }, { createCanvas }] = await Promise.all([
    import('pdfjs-dist/legacy/build/pdf.mjs'),
    import('@napi-rs/canvas'),
  ]);
  const home = packageFolder('pdfjs-dist');
  const task = getDocument({
    data: new Uint8Array(await readFile(path)),
    isEvalSupported: false,
    standardFontDataUrl: `${home}/standard_fonts/`,
    cMapUrl: `${home}/cmaps/`,
    wasmUrl: `${home}/wasm/`,
    useSystemFonts: false,
    verbosity: 0,
  });
  try {
    const document = await task.promise.catch((error: Error) => {
      if (error.name === 'PasswordException') throw new CannotRead('locked', fileName);
      throw damaged(fileName);
    });
    const page = await document.getPage(1);
    const natural = page.getViewport({ scale: 1 });
    const longer = Math.max(natural.width, natural.height);
    const scale = Math.min(side ? side / longer : PPI / 72, MAX_SIDE / longer);
    const viewport = page.getViewport({ scale });
    const [width, height] = [Math.max(1, Math.round(viewport.width)), Math.max(1, Math.round(viewport.height))];
    const canvas: Canvas = createCanvas(width, height);
    const context = canvas.getContext('2d');
    await page
      .render({ canvas: canvas as never, canvasContext: context as never, viewport, background: 'rgba(0,0,0,0)' })
      .promise.catch(() => {
        throw damaged(fileName);
      });
    const { data } = context.getImageData(0, 0, width, height);
    const notes = document.numPages > 1 ? [note('first-page', { pages: document.numPages })] : [];
    return {
      rgba: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
      width,
      height,
      ppi: Math.round(scale * 72),
      titles: [],
      notes,
    };
  } finally {
    await task.destroy();
  }
}
