import type { Shown } from './address';
import type { Done } from './changes';
import type { usePicking } from './picking';
import type { Cards } from './store';
import { Empty } from './uploads/intake-list';
import { AlikeView } from './views/alike-view';
import { ContactSheet } from './views/contact-sheet';
import { LargeView } from './views/large-view';
import { PairView } from './views/pair-view';
import { FIRST_COLUMNS, TableView } from './views/table-view';

/** The middle of the artwork station: the artworks in the view that was chosen. */
export function Floor({
  shown,
  ids,
  cards,
  hand,
  stale,
  nothing,
  bringIn,
  done,
  onColumns,
}: {
  shown: Shown;
  ids: string[];
  cards: Cards;
  hand: ReturnType<typeof usePicking>;
  /** What stands here is of an earlier search. */
  stale: boolean;
  /** There is no artwork in the house at all. */
  nothing: boolean;
  bringIn: () => void;
  done: Done;
  onColumns: (n: number) => void;
}) {
  const { view, size, ground, openId, beside, search, put } = shown;
  const { picked, selection, grip } = hand;
  const pair: [string, string] | null =
    openId && beside ? [openId, beside] : selection.length >= 2 ? [selection[0]!, selection[1]!] : null;
  if (nothing) return <Empty choose={bringIn} />;
  if (view === 'alike')
    return (
      <AlikeView cards={cards} ground={ground} compare={(a, b) => put({ view: 'pair', open: a, beside: b })} undone={done} />
    );
  if (view === 'pair' && pair) return <PairView ids={pair} ground={ground} />;
  if (view === 'large' && openId) return <LargeView key={openId} id={openId} ground={ground} />;
  if (ids.length === 0)
    return (
      <p className="p-12 text-center text-soft">
        {stale ? '' : 'No artwork answers to that. Show all, or look in another drawer.'}
      </p>
    );
  if (view === 'table')
    return (
      <TableView
        ids={ids}
        cards={cards}
        columns={(search.get('cols') ?? FIRST_COLUMNS).split(',')}
        sort={search.get('sort') ?? 'newest'}
        sortBy={(sort) => put({ sort })}
        ground={ground}
        openId={openId}
        picked={picked}
        grip={grip}
      />
    );
  return (
    <ContactSheet
      ids={ids}
      cards={cards}
      size={size}
      ground={ground}
      openId={openId}
      picked={picked}
      grip={grip}
      onColumns={onColumns}
    />
  );
}
