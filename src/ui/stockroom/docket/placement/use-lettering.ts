import type { Static } from '@sinclair/typebox';
import { useQueries } from '@tanstack/react-query';
import type { LetteringMade } from '@/api/shapes/stockroom';
import type { Layer, TextLayer } from '@/core/placement/form';
import { api } from '../../../api';

export type LetteringView = Static<typeof LetteringMade>;

/** What lettering is drawn from: where it sits changes nothing. */
const style = ({ kind, lines, font, colour, outline, arc, spacing }: TextLayer) => ({
  kind,
  lines,
  font,
  colour,
  ...(outline && { outline }),
  ...(arc !== undefined && { arc }),
  ...(spacing !== undefined && { spacing }),
});

/** The lettering of a face's layers with a sample, by layer; the last one stays while the next is drawn. */
export function useLettering(layers: readonly Layer[], artwork: string | undefined): Map<Layer, LetteringView> {
  const texts = layers.filter((l) => l.kind === 'text');
  const made = useQueries({
    queries: texts.map((layer) => ({
      queryKey: ['/lettering', style(layer), artwork ?? ''],
      queryFn: () => api<LetteringView>('POST', '/lettering', { layer, ...(artwork && { artwork }) }),
      placeholderData: (last: LetteringView | undefined) => last,
      staleTime: Infinity,
      retry: false,
    })),
  });
  return new Map(texts.flatMap((layer, i) => (made[i]?.data ? [[layer, made[i].data]] : [])));
}
