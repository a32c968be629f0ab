'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { DrawerRow } from '@/services/artwork/drawers';
import type { KeptView } from '@/services/desk/kept-views';
import { act, api } from '../api';
import { Drawers, Row } from './drawers';
import type { Put } from '../parts/use-address';
import { Facets } from './facets';
import { FACETS, SEARCH_PARTS, searchText } from './search-text';
import type { Choices } from './types';

/** The rail at the left: drawers to look into and to file by dragging, kept views, and what artworks are. */
export function Rail({
  drawers,
  views,
  choices,
  search,
  put,
}: {
  drawers: DrawerRow[];
  views: KeptView[];
  choices: Choices;
  search: URLSearchParams;
  put: Put;
}) {
  const standing = (value: string) => choices.standing?.find((s) => s.value === value)?.count ?? 0;
  const facets = FACETS.filter((p) => search.get(p));
  const kept = searchText(search) + (search.get('cols') ?? '');
  return (
    <nav aria-label="Drawers and views" className="min-h-0 overflow-auto border-r border-rule px-2.5 pt-3 pb-6 text-[13px]">
      <Heading word="Drawers" />
      <Drawers drawers={drawers} here={standing('here')} search={search} put={put} />
      {(['aside', 'deleted'] as const).map((s) => (
        <Row
          key={s}
          on={search.get('standing') === s}
          count={standing(s)}
          go={() => put({ standing: search.get('standing') === s ? null : s, drawer: null })}
        >
          {s === 'aside' ? 'Put aside' : 'Bin'}
        </Row>
      ))}
      {views.length > 0 && <Heading word="Kept views" />}
      {views.map((s) => (
        <div key={s.id} className="group flex items-center">
          <Row on={sameSearch(search, s.query)} go={() => put(whole(s.query))}>
            {s.name}
          </Row>
          <button
            aria-label={`Forget the view ${s.name}`}
            className="p-1 text-faint opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-spot"
            onClick={() => void act(() => api('DELETE', `/views/${s.id}`).then(() => `Forgot “${s.name}”.`))}
          >
            <X size={12} />
          </button>
        </div>
      ))}
      <Heading word="Show only">
        {facets.length > 0 && (
          <button
            className="font-normal underline hover:text-ink"
            onClick={() => put(Object.fromEntries(facets.map((f) => [f, null])))}
          >
            show all
          </button>
        )}
      </Heading>
      {kept !== '' && <KeepView search={search} />}
      <Facets choices={choices} search={search} put={put} />
    </nav>
  );
}

const Heading = ({ word, children }: { word: string; children?: React.ReactNode }) => (
  <div className="mt-4 mb-1 flex items-baseline justify-between border-b border-ink px-1.5 pb-0.5 text-[11.5px] text-soft first:mt-0">
    <h2 className="font-sans font-semibold tracking-wide">{word}</h2>
    {children}
  </div>
);

function KeepView({ search }: { search: URLSearchParams }) {
  const [naming, setNaming] = useState(false);
  if (!naming)
    return (
      <button className="mb-1 px-1.5 text-left text-soft underline hover:text-ink" onClick={() => setNaming(true)}>
        Keep this view
      </button>
    );
  return (
    <input
      autoFocus
      aria-label="Name of the view"
      placeholder="name it"
      className="input min-w-0"
      onBlur={(e) => {
        setNaming(false);
        const name = e.target.value.trim();
        if (name)
          void act(() =>
            api('POST', '/views', { station: 'artwork', name, query: search.toString() }).then(() => `Kept as “${name}”.`),
          );
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setNaming(false);
      }}
    />
  );
}

const whole = (query: string): Record<string, string | null> => {
  const wanted = new URLSearchParams(query);
  return Object.fromEntries([...SEARCH_PARTS, ...WAYS].map((p) => [p, wanted.get(p)]));
};
/** Ways of showing that a kept view says as well. */
const WAYS = ['view', 'size', 'ground', 'cols'];
const sameSearch = (search: URLSearchParams, query: string): boolean => {
  const view = new URLSearchParams(query);
  return searchText(search) === searchText(view) && WAYS.every((p) => search.get(p) === view.get(p));
};
