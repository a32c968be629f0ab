import fs from 'node:fs';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { fingerprint, type Fingerprint } from '../src/core/artwork/likeness/fingerprint';

/** Open clip art (public domain), from Debian's package openclipart-png. */
const CLIP_ART = '/usr/share/openclipart/png';

/** Every picture of the set, or every `step`th, in order of their paths. */
export function clipArt(step = 1): string[] {
  if (!fs.existsSync(CLIP_ART)) throw new Error('The open clip art is not installed: apt-get install openclipart-png');
  const files = fs.readdirSync(CLIP_ART, { recursive: true, withFileTypes: true });
  return files
    .filter((f) => f.isFile() && f.name.endsWith('.png'))
    .map((f) => path.join(f.parentPath, f.name))
    .sort()
    .filter((_, i) => i % step === 0);
}

/** The fingerprint of a picture, or null for one that is empty or cannot be read. */
export async function printOf(input: string | Buffer): Promise<Fingerprint | null> {
  const { data, info } = await sharp(input, { limitInputPixels: 5e8 })
    .toColourspace('srgb')
    .resize(480, 480, { fit: 'inside', withoutEnlargement: true })
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const rgba = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
  return rgba.some((v, i) => i % 4 === 3 && v > 12) ? fingerprint({ rgba, width: info.width, height: info.height }) : null;
}

/** Prints of many files, two at a time. */
export async function printsOf(files: string[]): Promise<{ file: string; print: Fingerprint }[]> {
  const out: { file: string; print: Fingerprint }[] = [];
  let next = 0;
  const hand = async () => {
    for (let i = next++; i < files.length; i = next++) {
      const print = await printOf(files[i]!).catch(() => null);
      if (print) out.push({ file: files[i]!, print });
    }
  };
  await Promise.all([hand(), hand()]);
  return out.sort((a, b) => (a.file < b.file ? -1 : 1));
}

/** What happens to artwork between two shops: scaled, recompressed, slightly recoloured. */
export const ALTERATIONS: Record<string, (picture: Sharp, width: number, height: number) => Sharp> = {
  'scaled to 60%': (p, w, h) => p.resize(Math.round(w * 0.6), Math.round(h * 0.6), { fit: 'fill' }).png(),
  'scaled to 170%': (p, w, h) => p.resize(Math.round(w * 1.7), Math.round(h * 1.7), { fit: 'fill' }).png(),
  'lossy WebP': (p) => p.webp({ quality: 60 }),
  '32 colours': (p) => p.png({ palette: true, colours: 32 }),
  'hue, saturation, brightness': (p) => p.modulate({ brightness: 1.06, saturation: 0.9, hue: 8 }).png(),
  darker: (p) => p.modulate({ brightness: 0.92 }).png(),
};

/** An altered copy's fingerprint; null for pictures under 100 px, which have no detail to lose. */
export async function alteredPrint(file: string, how: keyof typeof ALTERATIONS): Promise<Fingerprint | null> {
  const { width, height } = await sharp(file).metadata();
  if (Math.min(width, height) < 100) return null;
  return printOf(await ALTERATIONS[how]!(sharp(file, { limitInputPixels: 5e8 }).ensureAlpha(), width, height).toBuffer());
}
