import { useEffect, useState } from 'react';
import type { BenchView, PlacedView } from '@/api/shapes/bench';
import { api } from '../api';
import { ById, useArrivals } from '../parts/lists/by-id';
import { onChange } from '../shell/live';

const AT_A_TIME = 100;
/** What a placed artwork is made from. */
const TABLES = ['own_placement', 'own_choice', 'waiver', 'allowed', 'artwork', 'docket', 'blank'];

/** The print area that artworks lie on: of a docket's goods line. */
export interface AreaOf {
  docket: string;
  line: string;
  area: string;
}

/** Artworks as they lie on a print area, fetched when they come into view. */
export type Placed = ById<PlacedView>;

const sourceOf = ({ docket, ...where }: AreaOf) => ({
  atATime: AT_A_TIME,
  soon: 10,
  fetch: async (artworks: readonly string[]) =>
    (await api<{ items: PlacedView[] }>('POST', `/dockets/${docket}/placed`, { ...where, artworks })).items,
});
export function usePlaced(at: AreaOf, first: readonly PlacedView[]): Placed {
  const [store] = useState(() => new ById(sourceOf(at), first));
  useEffect(() => onChange(TABLES, store.refresh), [store]);
  return store;
}
/** Draws again when artworks arrive; a number that changes with them. */
export const usePlacedChange: (store: Placed) => number = useArrivals;

/** What is wrong with an artwork of the row and not waived: as it is known here, else as it was when the row was laid out. */
export const openTroubles = (store: Placed, place: BenchView['rail'][number]): string[] => {
  const it = store.get(place.id);
  return it ? it.troubles.filter((t) => !t.waived).map((t) => t.code) : place.troubles;
};
