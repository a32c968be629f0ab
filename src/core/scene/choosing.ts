import type { SceneSheet } from './sheet';

/** What a scene must be like; what is left out narrows nothing. */
export interface SceneWish {
  mood?: string;
  light?: string;
  ground?: string;
  /** The side of the product that it shows. */
  side?: string;
  season?: string;
  /** How many products are in it. */
  products?: string;
  /** Only favourites, or those of a set. */
  among?: string;
}
export type SceneFacet = Exclude<keyof SceneWish, 'among'>;
type Told = Pick<SceneSheet, 'id' | 'title' | 'products' | 'moods' | 'light' | 'ground' | 'season'>;

/** `among` says so where only favourites are meant; no set is called like that. */
export const FAVOURITES = ' favourites';

const MANY = 3;
const SAYS: Record<SceneFacet, (s: Told) => string[]> = {
  mood: (s) => s.moods,
  light: (s) => [s.light],
  ground: (s) => [s.ground],
  side: (s) => [...new Set(s.products.flatMap((p) => p.rooms.map((r) => r.side)))],
  season: (s) => (s.season ? [s.season] : []),
  products: (s) => [s.products.length === 1 ? 'one' : s.products.length < MANY ? 'two' : 'several'],
};
export const SCENE_FACETS = Object.keys(SAYS) as SceneFacet[];

/** What may be chosen of each, of these scenes; a facet in which they are all alike is left out. */
export const sceneFacets = (sheets: readonly Told[]): [SceneFacet, string[]][] =>
  SCENE_FACETS.flatMap((f): [SceneFacet, string[]][] => {
    const values = [...new Set(sheets.flatMap(SAYS[f]))].sort();
    const differ = values.length > 1 || sheets.some((s) => !SAYS[f](s).length);
    return values.length && differ ? [[f, values]] : [];
  });

/**
 * The scenes that are meant, those used most first; of equals favourites, then by title. A wish that no scene answers gives none.
 */
export function chosenScenes<S extends Told>(
  sheets: readonly S[],
  wish: SceneWish,
  shelf: {
    favourites: readonly string[];
    sets: readonly { name: string; scenes: readonly string[] }[];
    uses: Record<string, number>;
  },
): S[] {
  const { among } = wish;
  const ids = among === FAVOURITES ? shelf.favourites : shelf.sets.find((s) => s.name === among)?.scenes;
  const liked = (s: S) => Number(shelf.favourites.includes(s.id));
  return sheets
    .filter((s) => !among || ids?.includes(s.id))
    .filter((s) => SCENE_FACETS.every((f) => !wish[f] || SAYS[f](s).includes(wish[f])))
    .sort(
      (a, b) => (shelf.uses[b.id] ?? 0) - (shelf.uses[a.id] ?? 0) || liked(b) - liked(a) || a.title.localeCompare(b.title, 'en'),
    );
}
