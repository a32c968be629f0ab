'use client';
import { thousands } from '@/core/thousands';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import type { Selection, SelectionCount, SheetWindow } from '@/services/line/sheet';
import type { RunReport } from '@/services/line/runs';
import { act, api } from '../api';
import { searchText } from '../artwork/search-text';
import { benchAddress } from '../bench/address';
import { CommandButton, useCommands, type Bindings } from '../commands/commands';
import { sayStep } from '../commands/steps';
import { ButtonLink } from '../parts/button';
import { EmptyState } from '../parts/empty';
import { Find } from '../parts/fields/find';
import { count } from '../parts/format';
import { keyOf, typing } from '../parts/keyboard';
import { SelectionBar } from '../parts/lists/selection-bar';
import { useAddress } from '../parts/use-address';
import { ProofSlip } from '../proofs/proof-slip';
import { usePassMeant } from '../proofs/passing';
import { useLine } from '../shell/use-line';
import { arranged, type CountedColumn } from './columns';
import { SheetFilters } from './filters';
import { Forecast } from './forecast';
import { SheetGrid, type ScrollTo, type SheetHands } from './grid';
import { between, stepped, type Range, type Spot } from '../parts/lists/range';
import { useHeldStill } from './held-still';
import { meantBy, useCounted } from './selecting';
import { BLOCK, blockColumns } from './blocks';
import { cellOf, useSheet, type View } from './store';

/** Shift extends the range: it says nothing of where a key leads. */
const KEY = { shiftKey: false, altKey: false };
const COLUMN_TABLES = ['outlet', 'docket', 'proof'];

/** What the server found for the first paint. */
export interface FirstSheet {
  columns: CountedColumn[];
  /** The columns of the first block, as they are asked for. */
  asked: string;
  window: SheetWindow;
}

/** The heart: artwork by dockets within outlets. A range is selected as in a spreadsheet and worked on as one. */
export function SheetStation({ first }: { first: FirstSheet }) {
  const router = useRouter();
  const { search, put } = useAddress('/sheet');
  const view: View = { query: searchText(search), by: search.get('by') === 'docket' ? 'docket' : 'outlet' };
  const { data: columns = first.columns } = useQuery({
    queryKey: ['/sheet/columns'],
    queryFn: () => api<{ items: CountedColumn[] }>('GET', '/sheet/columns').then((a) => a.items),
    initialData: first.columns,
    meta: { tables: COLUMN_TABLES },
  });
  const fold = search.get('fold') ?? '';
  const { groups, shown } = useMemo(
    () => arranged(columns, view.by, new Set(fold.split(',').filter(Boolean))),
    [columns, view.by, fold],
  );
  const store = useSheet(view, { columns: first.asked, window: first.window });

  const [anchor, setAnchor] = useState<Spot | null>(null);
  const [focus, setFocus] = useState<Spot | null>(null);
  const range: Range | null = anchor && focus && focus.c >= 0 ? between(anchor, focus) : null;
  const scrollTo = useRef<ScrollTo>(() => undefined);
  const handScroll = useCallback((to: ScrollTo) => void (scrollTo.current = to), []);
  const unselect = () => {
    setAnchor(null);
    setFocus(null);
  };
  // another view has other rows
  const [shownView, setShownView] = useState(`${view.by} ${view.query} ${fold}`);
  if (shownView !== `${view.by} ${view.query} ${fold}`) {
    setShownView(`${view.by} ${view.query} ${fold}`);
    unselect();
  }

  const pages = useMemo(
    () => Array.from({ length: Math.ceil(shown.length / BLOCK.columns) }, (_, page) => blockColumns(shown, page)),
    [shown],
  );
  // while there are no rows nothing looks at the first of them: they may come
  useEffect(() => {
    if (!store.total) store.want(0, 1, pages.slice(0, 1));
  }, [store, store.version, store.total, pages]);
  const artworks = Math.max(store.total, useLine()?.stations.artwork.ready ?? 0);
  const selection = meantBy(range, view.query, shown, store, pages);
  const { counted, now } = useCounted(selection);
  const pageOf = (c: number) => pages[Math.floor(c / BLOCK.columns)] ?? '';
  const focused =
    focus && !shown[focus.c]?.folded ? cellOf(store, focus.r, pageOf(focus.c), shown[focus.c]?.key ?? '') : undefined;
  const { open: openId, press: holdStill } = useHeldStill(search.get('open') ?? (focused && 'id' in focused ? focused.id : null));

  const pass = usePassMeant();
  const asking = (does: (s: Selection, c: SelectionCount) => Promise<string | undefined | void>) =>
    void act(async () => (selection ? does(selection, counted ?? (await now())) : undefined));
  const draft = () =>
    asking(async (s, c) => {
      if (!c.open && !c.held) return 'Nothing here can be drafted: what is not a proof already is closed, and says why.';
      const run = await api<RunReport>('POST', '/runs', { selection: { ...s, only: c.open ? 'open' : 'held' } });
      return run.planning
        ? `${count(c.open || c.held, 'proof')} are being laid out as “${run.name}”.`
        : `${count(run.total, 'proof')} being drafted as “${run.name}”.`;
    });
  /** Looks at the proofs of what is selected, somewhere else. */
  const take = (to: (picked: string) => string) => () =>
    asking(async (selection) => {
      const { id, count: found } = await api<{ id: string; count: number }>('POST', '/proofs/picked', { selection });
      if (!found) return 'There are no proofs here yet.';
      router.push(to(id));
    });

  const allowHere = (how: boolean) =>
    asking(async (s) => {
      const { changed, undo } = await api<{ changed: number; undo: string | null }>('POST', '/sheet/allow', { ...s, allow: how });
      if (!undo) return 'Nothing here is closed by a rule.';
      sayStep(
        how ? `${count(changed, 'artwork')} allowed by hand.` : `${count(changed, 'artwork')} left to the rules again.`,
        undo,
      );
    });

  const place = ({ r0, r1 }: Range, on: string) => {
    const ids = Array.from({ length: r1 - r0 + 1 }, (_, i) => store.row(r0 + i, pages)?.id ?? '').filter(Boolean);
    const whole = r0 === 0 && r1 === store.total - 1;
    router.push(benchAddress({ ids, whole: whole || ids.length < r1 - r0 + 1, query: window.location.search, on }));
  };

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (typing(e) || e.altKey) return;
      const written = keyOf({ ...KEY, key: e.key, ctrlKey: e.ctrlKey, metaKey: e.metaKey });
      const to = stepped(focus ?? { r: 0, c: -1 }, written, store.total, shown.length);
      if (to) {
        e.preventDefault();
        setFocus(to);
        if (!e.shiftKey || !anchor) setAnchor(to);
        if (search.get('open')) put({ open: null });
        scrollTo.current(to);
      } else if (e.key === 'Escape') {
        unselect();
        put({ open: null });
      } else if (e.key === 'Enter' && focused && 'id' in focused) router.push(`/proofs?open=${focused.id}`);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  const hands: SheetHands = {
    press: (at, extend) => {
      holdStill();
      setFocus(at);
      if (!extend || !anchor) setAnchor(at);
      if (search.get('open')) put({ open: null });
    },
    drag: setFocus,
    row: (r) => {
      setAnchor({ r, c: 0 });
      setFocus({ r, c: shown.length - 1 });
    },
    whole: (c0, c1) => {
      setAnchor({ r: 0, c: c0 });
      setFocus({ r: store.total - 1, c: c1 });
    },
    fold: (id) => {
      const folded = groups.filter((g) => (g.id === id ? !g.folded : g.folded)).map((g) => g.id);
      put({ fold: folded.join(',') || null });
    },
    open: ({ r, c }) => {
      const cell = cellOf(store, r, pageOf(c), shown[c]!.key);
      if (cell && 'id' in cell) router.push(`/proofs?open=${cell.id}`);
    },
  };

  const cells = selection && range ? (range.r1 - range.r0 + 1) * selection.columns.length : 0;
  const says = (one: string, n: number | undefined, again = '') => (n ? `${one} ${count(n, 'proof')}${again}` : one);
  const bindings: Bindings = {
    'sheet.all':
      store.total && shown.length
        ? { says: `Select all ${count(store.total * columns.length, 'cell')}`, does: () => hands.whole(0, shown.length - 1) }
        : null,
    'sheet.draft':
      selection && (!counted || counted.open || counted.held)
        ? { says: counted?.open ? says('Draft', counted.open) : says('Draft', counted?.held, ' again'), does: draft }
        : null,
    'sheet.pass': selection && counted?.ready ? { says: says('Pass', counted.ready), does: () => pass({ selection }) } : null,
    'sheet.bench': range && selection?.columns[0] ? { says: 'Place these on goods', does: () => place(range, selection.columns[0]!.docket) } : null, // prettier-ignore
    'sheet.allow':
      selection && counted?.closed
        ? { says: `Allow ${count(counted.closed, 'artwork')} here all the same`, does: () => allowHere(true) }
        : selection && counted?.allowed
          ? { says: `Leave ${count(counted.allowed, 'artwork')} to the docket’s rules again`, does: () => allowHere(false) }
          : null,
    'sheet.look':
      selection && counted?.proofs
        ? { says: says('Look through', counted.proofs), does: take((id) => `/proofs?picked=${id}`) }
        : null,
    'sheet.galley':
      selection && counted?.proofs
        ? { says: says('Words of', counted.proofs), does: take((id) => `/galley?picked=${id}`) }
        : null,
  };
  useCommands(bindings);

  const isEmpty = !columns.length || (!store.total && !view.query);
  if (isEmpty) return <Nothing noColumns={!columns.length} />;
  return (
    <div className="grid h-full min-h-0" style={{ gridTemplateColumns: openId ? '1fr 356px' : '1fr' }}>
      <section className="grid min-h-0 min-w-0 grid-rows-[auto_auto_1fr]">
        <div className="flex min-h-[50px] items-center gap-3 px-[18px] pt-2 pb-1">
          <h1 className="text-[22px]">Sheet</h1>
          <span className={range && openId ? 'sr-only' : 'whitespace-nowrap text-soft'}>
            {count(store.total, 'artwork')}
            {search.get('rows') && (
              <button className="ml-2 underline" onClick={() => put({ rows: null })}>
                show all
              </button>
            )}
          </span>
          <div className="max-w-[236px] min-w-[92px] flex-1">
            <Find
              label="Find in this sheet"
              hint="find in this sheet"
              value={search.get('find') ?? ''}
              change={(find) => put({ find: find || null })}
            />
          </div>
          {range ? (
            <div className="ml-auto min-w-0">
              <SelectionBar
                says={`${thousands(cells)} selected`}
                more={
                  selection &&
                  counted &&
                  (counted.open > 0 || counted.held > 0) && (
                    <Forecast selection={selection} only={counted.open ? 'open' : 'held'} />
                  )
                }
              >
                <CommandButton id="sheet.look" of={bindings}>
                  Look
                </CommandButton>
                <CommandButton id="sheet.galley" of={bindings}>
                  Galley
                </CommandButton>
                <CommandButton id="sheet.bench" of={bindings}>
                  Place
                </CommandButton>
                <CommandButton id="sheet.allow" of={bindings}>
                  {counted?.closed ? 'Allow here' : 'By rule again'}
                </CommandButton>
                <CommandButton id="sheet.draft" of={bindings} tone={counted?.ready ? 'plain' : 'go'} />
                <CommandButton id="sheet.pass" of={bindings} tone="go" />
              </SelectionBar>
            </div>
          ) : (
            <span className="ml-auto truncate text-soft">
              Drag over cells, or use the arrow keys with Shift, to select a range.
            </span>
          )}
        </div>
        <div className="px-[18px] pb-2">
          <SheetFilters search={search} put={put} by={view.by} groups={groups} />
        </div>
        {store.total ? (
          <SheetGrid
            store={store}
            artworks={artworks}
            shown={shown}
            groups={groups}
            range={range}
            hands={hands}
            onScroll={handScroll}
          />
        ) : (
          <p className="border-t border-rule bg-paper p-10 text-center text-soft">No artwork is like that.</p>
        )}
      </section>
      {openId && (
        <ProofSlip
          key={openId}
          id={openId}
          close={() => {
            unselect();
            put({ open: null });
          }}
        />
      )}
    </div>
  );
}

const Nothing = ({ noColumns }: { noColumns: boolean }) => (
  <EmptyState
    title="The sheet is empty"
    action={
      <ButtonLink tone="go" href={noColumns ? '/stockroom' : '/artwork'}>
        {noColumns ? 'To the stockroom' : 'Bring in artwork'}
      </ButtonLink>
    }
  >
    {noColumns
      ? 'Its columns are dockets within outlets. Connect an outlet and make a docket in the stockroom.'
      : 'Its rows are artworks. Bring some in, then choose here what each becomes.'}
  </EmptyState>
);
