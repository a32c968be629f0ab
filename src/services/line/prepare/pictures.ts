import type { Placed } from '../../../core/placement/place';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import { derivedName } from '../../../files/store';
import { workingName } from '../../artwork/raster-names';
import { sceneById } from '../../stockroom/scenes';

/** Changes whenever the compositor would make other pixels from the same inputs. */
const COMPOSITOR_VERSION = 2;

/** One mockup to render. */
export interface PictureOrder {
  /** The working copy that is printed: the artwork's own, or that of its twin. It can be made from the original again. */
  working: string;
  original: { sha256: string; fileName: string };
  file: string;
  small: string;
  scene: string;
  area: string;
  colour: string;
  colourName: string;
  placed: Placed;
}

/** The picture of one shot, named by all that goes into it; none where the scene does not show the area. */
export function order(
  artwork: ArtworkRow,
  sceneId: string,
  area: string,
  colour: { name: string; hex: string },
  placed: Placed,
): PictureOrder[] {
  const scene = sceneById(sceneId);
  const room = scene?.areas.find((a) => a.name === area);
  if (!scene || !room) return [];
  const inputs = [
    COMPOSITOR_VERSION,
    scene.id,
    scene.size,
    room.name,
    colour.hex,
    artwork.sha256,
    [placed.xMm, placed.yMm, placed.widthMm, placed.heightMm].map((v) => Math.round(v * 100)),
  ];
  return [
    {
      working: workingName(artwork.sha256),
      original: { sha256: artwork.sha256, fileName: artwork.fileName },
      file: derivedName(inputs, '.jpg'),
      small: derivedName(inputs, '.webp'),
      scene: scene.id,
      area,
      colour: colour.hex,
      colourName: colour.name,
      placed,
    },
  ];
}
