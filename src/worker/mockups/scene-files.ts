import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { ScenePixels } from '../../core/scene/compiled';
import type { SceneSheet } from '../../core/scene/sheet';
import { scenesFolder } from '../../services/stockroom/scenes';

/** Side of the previews that a scene has beside its pictures, px. */
const PREVIEW = 800;

/** The pictures that a scene consists of, decoded, or their previews: see docs/scenes.md. */
export async function scenePixels({ id, size, parts, passes }: SceneSheet, preview = false): Promise<ScenePixels> {
  const rgb = async (file: string): Promise<Uint8Array> =>
    sharp(await readFile(join(scenesFolder(), id, preview ? file.replace('.', `-${PREVIEW}.`) : file)))
      .removeAlpha()
      .raw()
      .toBuffer();
  const [plate, map, its, ...laid] = await Promise.all([
    rgb('plate.jpg'),
    rgb('map.webp'),
    parts.length > 1 ? rgb('parts.webp') : null,
    ...passes.map((p) => rgb(`${p.file}.jpg`)),
  ]);
  return { size: preview ? PREVIEW : size, plate, map, parts: its ?? null, passes: laid };
}
