import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { SceneShelfView } from '@/api/shapes/stockroom';
import type { SceneSheet } from '@/core/scene/sheet';
import { act, api } from '../api';

const EMPTY: SceneShelfView = { favourites: [], sets: [], uses: {} };
const KEY = ['/scenes/shelf'];

/** Favourite scenes, sets, and how often each is used; with a way to keep them. */
export function useShelf() {
  const client = useQueryClient();
  const { data: shelf = EMPTY } = useQuery({
    queryKey: KEY,
    queryFn: () => api<SceneShelfView>('GET', '/scenes/shelf'),
    meta: { tables: ['setting'] },
  });
  const keep = (next: Pick<SceneShelfView, 'favourites' | 'sets'>) =>
    act(async () => {
      const { favourites, sets } = next;
      client.setQueryData(KEY, { ...shelf, favourites, sets });
      client.setQueryData(KEY, await api<SceneShelfView>('PUT', '/scenes/shelf', { favourites, sets }));
    });
  const turn = (ids: readonly string[], id: string) => (ids.includes(id) ? ids.filter((x) => x !== id) : [...ids, id]);
  return {
    shelf,
    like: (id: string) => keep({ ...shelf, favourites: turn(shelf.favourites, id) }),
    /** Puts a scene into a set, which is made where there is none of that name, or takes it out. */
    sort: (name: string, id: string) => {
      const there = shelf.sets.find((s) => s.name === name);
      const sets = there
        ? shelf.sets.map((s) => (s === there ? { ...s, scenes: turn(s.scenes, id) } : s))
        : [...shelf.sets, { name, scenes: [id] }];
      return keep({ ...shelf, sets: sets.filter((s) => s.scenes.length) });
    },
  };
}

/** All scenes that ship. */
export const useScenes = (): SceneSheet[] =>
  useQuery({ queryKey: ['/scenes'], queryFn: () => api<{ items: SceneSheet[] }>('GET', '/scenes'), meta: { live: false } }).data
    ?.items ?? [];
