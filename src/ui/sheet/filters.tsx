'use client';
import { useQuery } from '@tanstack/react-query';
import { SlidersHorizontal } from 'lucide-react';
import { api } from '../api';
import { Facets } from '../artwork/facets';
import { FACETS, SEARCH_PARTS } from '../artwork/search-text';
import type { Choices } from '../artwork/types';
import { buttonClass } from '../parts/button';
import { ChoiceField } from '../parts/fields/field';
import { KeptViews } from '../parts/lists/kept-views';
import { Popover } from '../parts/popover';
import type { Put } from '../parts/use-address';
import type { By, Group } from './columns';

const STANDS = [
  ['', 'all artworks'],
  ['missing', 'not proofed yet'],
  ['nothing live', 'nothing live yet'],
  ['live', 'live'],
  ['held', 'held or refused'],
  ['ready', 'ready to be passed'],
  ['waiting', 'on the way'],
] as const;
const SORTS = [
  ['', 'newest first'],
  ['oldest', 'oldest first'],
  ['name', 'by name'],
  ['subject', 'by subject'],
  ['largest', 'largest first'],
  ['lightness', 'lightest first'],
] as const;

/** Which rows there are, in which order, and how columns go together. */
export function SheetFilters({
  search,
  put,
  by,
  groups,
}: {
  search: URLSearchParams;
  put: Put;
  by: By;
  groups: readonly Group[];
}) {
  const foldable = groups.filter((g) => g.columns.length > 1);
  const allFolded = foldable.length > 0 && foldable.every((g) => g.folded);
  const part = by === 'outlet' ? 'at' : 'docket';
  const facets = FACETS.filter((p) => search.get(p));
  return (
    <div className="flex min-w-0 items-center gap-2">
      <ChoiceField
        hideLabel
        label="How they stand"
        className="w-[152px]"
        value={search.get('stands') ?? ''}
        onChange={(e) => put({ stands: e.target.value || null, ...(!e.target.value && { at: null, docket: null }) })}
        options={STANDS}
      />
      {search.get('stands') && (
        <ChoiceField
          hideLabel
          label={by === 'outlet' ? 'At which outlet' : 'Under which docket'}
          className="w-[150px]"
          value={search.get(part) ?? ''}
          onChange={(e) => put({ at: null, docket: null, [part]: e.target.value || null })}
          options={[['', by === 'outlet' ? 'at any outlet' : 'under any docket'], ...groups.map((g) => [g.id, g.name] as const)]}
        />
      )}
      <Popover
        label={facets.length ? `Filter (${facets.length})` : 'Filter'}
        icon={<SlidersHorizontal size={13} aria-hidden />}
        name="Filter artworks"
        tone={facets.length ? 'go' : 'plain'}
        width={292}
        align="start"
      >
        <AllFacets search={search} put={put} />
        {facets.length > 0 && (
          <button className="mt-2 px-1.5 underline" onClick={() => put(Object.fromEntries(facets.map((f) => [f, null])))}>
            show all
          </button>
        )}
      </Popover>
      <ChoiceField
        hideLabel
        label="Order of rows"
        className="w-[122px]"
        value={search.get('sort') ?? ''}
        onChange={(e) => put({ sort: e.target.value || null })}
        options={SORTS}
      />
      <ChoiceField
        hideLabel
        label="Columns by"
        className="w-[142px]"
        value={by}
        onChange={(e) => put({ by: e.target.value === 'outlet' ? null : e.target.value, fold: null, at: null, docket: null })}
        options={[
          ['outlet', 'outlets, dockets'],
          ['docket', 'dockets, outlets'],
        ]}
      />
      <KeptViews station="sheet" query={search.toString()} go={(query) => put(whole(query))} />
      {foldable.length > 0 && (
        <button
          className={buttonClass('quiet')}
          onClick={() => put({ fold: allFolded ? null : groups.map((g) => g.id).join(',') })}
        >
          {allFolded ? 'Unfold all' : 'Fold all'}
        </button>
      )}
    </div>
  );
}

/** Everything that a kept view says; what it does not is as at first. */
const whole = (query: string): Record<string, string | null> => {
  const view = new URLSearchParams(query);
  return Object.fromEntries([...SEARCH_PARTS, 'by', 'fold', 'open'].map((p) => [p, view.get(p)]));
};

function AllFacets({ search, put }: { search: URLSearchParams; put: Put }) {
  const { data } = useQuery({
    queryKey: ['/artworks/choices'],
    queryFn: () => api<Choices>('GET', '/artworks/choices'),
    meta: { tables: ['artwork'] },
  });
  return <Facets choices={data ?? {}} search={search} put={put} />;
}
