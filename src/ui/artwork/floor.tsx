import dynamic from 'next/dynamic';
import type { Shown } from './address';
import type { Done } from './changes';
import type { usePicking } from './picking';
import type { Cards } from './store';
import { Empty } from './uploads/intake-list';
import { layoutOf, layoutText } from '../parts/lists/layout';
import { COLUMNS, FIRST_COLUMNS } from './views/columns';
import { ContactSheet } from './views/contact-sheet';

// what one does not come to first is fetched when it is wanted
const AlikeView = dynamic(() => import('./views/alike-view').then((m) => m.AlikeView));
const LargeView = dynamic(() => import('./views/large-view').then((m) => m.LargeView));
const PairView = dynamic(() => import('./views/pair-view').then((m) => m.PairView));
const TableView = dynamic(() => import('./views/table-view').then((m) => m.TableView));

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
        layout={layoutOf(search.get('cols'), Object.keys(COLUMNS), FIRST_COLUMNS)}
        put={(next) => put({ cols: layoutText(next, FIRST_COLUMNS) })}
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
