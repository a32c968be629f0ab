import type { Material, ScenePart, SceneRoom, SceneSheet } from '../../src/core/scene/sheet';
import { povMesh, type Mesh } from './mesh';
import type { Camera } from './povray';
import { movedMesh } from './shapes';
import type { Vec2, Vec3 } from './vectors';

/** Something in the picture: lengths in cm, z up. */
export interface Thing {
  /** A mesh, or POV-Ray's text of an object that is still open at its end. */
  shape: Mesh | string;
  /** Its texture in the plate. A product is white there. */
  look: string;
  /** Its texture among reflections; where there is none it only hides them. */
  gloss?: string;
  /** Where a place of the mesh's plane lies in the pictures of its look, 0 to 1. */
  uv?: (p: Vec2) => Vec2;
}

/** A thing of a product. What has a `plane` has places on the flat product: y down, cm. */
export interface ProductThing extends Thing {
  part: string;
  /** Whether prints are seen on it. */
  printed?: boolean;
}

export interface Product {
  kinds: string[];
  parts: { name: string; takes: ScenePart['takes']; material: Material }[];
  things: ProductThing[];
  rooms: SceneRoom[];
}

/** Lights, and what is seen of them in what shines. */
export interface Light {
  pov: string;
  /** Light from the same sides without shadows: what it shows tells grain from what is there. */
  guide: string;
  reflections: string;
}

/** A short description of a scene: everything else is made from it. */
export interface Setup {
  title: string;
  crop: SceneSheet['crop'];
  camera: Camera;
  light: Light;
  /** What stands around. */
  stage: Thing[];
  products: Product[];
  /** Linear value that the brightest tenth of the white products gets. */
  whiteAt?: number;
  /** How strongly reflections are seen. */
  gloss?: number;
  told: Pick<SceneSheet, 'moods' | 'light' | 'ground' | 'season'>;
}

/** Setups by the id of their scene, each made when its turn comes. */
export type Setups = Record<string, () => Setup | Promise<Setup>>;

/** A product, moved. */
export const moved = (product: Product, move: (p: Vec3) => Vec3): Product => ({
  ...product,
  things: product.things.map((t) => {
    if (typeof t.shape === 'string') throw new Error('a product consists of meshes');
    return { ...t, shape: movedMesh(t.shape, move) };
  }),
});

/** A thing as POV-Ray's text. */
export const povThing = ({ shape, uv }: Pick<Thing, 'shape' | 'uv'>, texture: string): string =>
  typeof shape === 'string' ? `${shape} ${texture}}` : povMesh(shape, texture, uv);

/** The things of a setup's products, each with its part's number in the scene. */
export const numbered = ({ products }: Setup): { thing: ProductThing; product: number; number: number }[] => {
  let before = 0;
  return products.flatMap((p, product) => {
    const from = before;
    before += p.parts.length;
    return p.things.map((thing) => {
      const at = p.parts.findIndex((part) => part.name === thing.part);
      if (at < 0) throw new Error(`there is no part ${thing.part}`);
      return { thing, product, number: from + at + 1 };
    });
  });
};
