import sharp from 'sharp';
import type { Rgb } from '../../core/colour/colour';
import type { Lie } from '../../core/placement/lay';
import { rimOf } from '../../core/scene/cutout';
import { tileSize, type Pixels } from '../../core/scene/texture';
import type { Printer, Texture } from '../../core/scene/printer';
import { borrow } from '../../files/store';
import type { PrintedLayer } from '../../services/line/prepare/pictures';
import { drawSvg } from '../pictures/decode';

/** The longer side of lettering in mockups, px: as much as a scene shows of it. */
const LETTERING_SIDE = 1600;

export async function decode(file: string | Buffer): Promise<Pixels> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { rgba: data, width: info.width, height: info.height };
}

/** What repeats, brought to about a scene's fineness. */
export async function tileOf(picture: Pixels, lie: Lie, mmPerPoint: number): Promise<Pixels> {
  const { crop, width, height } = tileSize(lie, picture, mmPerPoint);
  const raw = { raw: { width: picture.width, height: picture.height, channels: 4 as const } };
  const cut = sharp(picture.rgba, raw).extract(crop).resize(width, height, { fit: 'fill', kernel: 'cubic' });
  return { width, height, rgba: await cut.raw().toBuffer() };
}

/** Decodes working copies. What is printed of them lies in a printer's memory; one that repeats is held, for each scene takes it as fine as it is. */
export class Artworks {
  private held: { working: string; pixels: Pixels } | undefined;
  of = (working: string): Promise<Pixels> => borrow('derived', working, decode);

  private async repeated(working: string): Promise<Pixels> {
    if (this.held?.working !== working) this.held = { working, pixels: await this.of(working) };
    return this.held.pixels;
  }
  /** Lettering, drawn for pictures; it is little, and made anew when it is wanted again. */
  private async lettering(svg: string): Promise<Pixels> {
    const { rgba, width, height } = (await drawSvg(svg, 'lettering', LETTERING_SIDE)).pixels;
    return { rgba, width, height };
  }

  /** What a layer shows, in a printer's memory. */
  async texture(printer: Printer, layer: PrintedLayer, mmPerPoint: number): Promise<Texture> {
    const named = 'svg' in layer ? layer.svg : layer.working;
    const { repeat } = layer;
    // of a repeat the tile alone, as fine as the scene; of all else the whole, for every scene
    const key = repeat ? JSON.stringify([named, repeat, mmPerPoint]) : named;
    const known = printer.texture(key);
    if (known) return known;
    const whole = await this.whole(layer);
    return printer.load(key, repeat ? await tileOf(whole, layer, mmPerPoint) : whole, repeat);
  }

  private whole(layer: PrintedLayer): Promise<Pixels> {
    if ('svg' in layer) return this.lettering(layer.svg);
    return layer.repeat ? this.repeated(layer.working) : this.of(layer.working);
  }

  /** The rim that a layer is cut out with, in a printer's memory by the key that names it. */
  async rim(printer: Printer, key: string, layer: PrintedLayer, rimMm: number, colour: Rgb): Promise<Texture> {
    return printer.texture(key) ?? printer.load(key, rimOf(await this.whole(layer), layer, rimMm, colour), null);
  }
}
