import { useQuery } from '@tanstack/react-query';
import type { LooseFrameView, ShownCountView, StripView, StripWindowView } from '@/api/shapes/pictures';
import { isAbout, type Change } from '@/core/desk/changes';
import { api } from '../api';
import { STRIPS } from './first';
import { useWindows, type WindowOf, type Windows } from '../parts/lists/windows';

const LOOSE = 60;
/** What a picture shows something of. */
const TABLES = ['proof', 'artwork', 'docket', 'outlet'];
const touches = (changes: readonly Change[]): boolean => isAbout(changes, TABLES);

export type StripList = Windows<StripView, StripWindowView>;
export const useStrips = (query: string, first: StripWindowView): StripList =>
  useWindows<StripView, StripWindowView>(
    query,
    {
      block: STRIPS,
      tables: TABLES,
      touches,
      fetch: (from, count) => api<StripWindowView>('GET', `/pictures/strips?${query}&from=${from}&count=${count}`),
    },
    { window: first },
  );

const NONE: WindowOf<LooseFrameView> = { total: 0, rows: [] };
export type LooseList = Windows<LooseFrameView>;
/** Pictures that show one thing; `total` is told beside. */
export const useLoose = (query: string, shown: { kind: string; scene: string } | null, total: number): LooseList =>
  useWindows<LooseFrameView, WindowOf<LooseFrameView>>(
    shown ? `${query}&kind=${shown.kind}&scene=${encodeURIComponent(shown.scene)}` : '',
    {
      block: LOOSE,
      tables: TABLES,
      touches,
      fetch: async (from, count) =>
        shown
          ? {
              ...(await api<{ rows: LooseFrameView[] }>('GET', `/pictures/frames?${query}&kind=${shown.kind}&scene=${encodeURIComponent(shown.scene)}&from=${from}&count=${count}`)), // prettier-ignore
              total,
            }
          : NONE,
    },
    { window: NONE },
  );

/** What the pictures of a search show. */
export const useShown = (query: string): ShownCountView[] =>
  useQuery({
    queryKey: ['/pictures/shown', query],
    queryFn: () => api<{ items: ShownCountView[] }>('GET', `/pictures/shown?${query}`),
    placeholderData: (last: { items: ShownCountView[] } | undefined) => last,
    meta: { tables: ['proof'] },
  }).data?.items ?? [];
