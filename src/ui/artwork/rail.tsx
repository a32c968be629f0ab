'use client';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { DrawerRow } from '@/services/artwork/drawers';
import type { SavedSearch } from '@/services/artwork/searches';
import { act, api } from '../api';
import { Drawers, Row } from './drawers';
import { SEARCH_PARTS, type Choices, type Put } from './types';
import { ColourField } from '../parts/fields/colour';
import { ChoiceField, TextField } from '../parts/fields/field';

/** The rail at the left: drawers to look into and to file by dragging, saved searches, and what artworks are. */
export function Rail({
  drawers,
  searches,
  choices,
  search,
  put,
}: {
  drawers: DrawerRow[];
  searches: SavedSearch[];
  choices: Choices;
  search: URLSearchParams;
  put: Put;
}) {
  const standing = (value: string) => choices.standing?.find((s) => s.value === value)?.count ?? 0;
  const facets = SEARCH_PARTS.filter((p) => !['find', 'sort', 'batch', 'standing', 'drawer'].includes(p) && search.get(p));
  return (
    <nav aria-label="Drawers and searches" className="min-h-0 overflow-auto border-r border-rule px-2.5 pt-3 pb-6 text-[13px]">
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
      {searches.length > 0 && <Heading word="Saved searches" />}
      {searches.map((s) => (
        <div key={s.id} className="group flex items-center">
          <Row on={sameSearch(search, s.query)} go={() => put(whole(s.query))}>
            {s.name}
          </Row>
          <button
            aria-label={`Forget the search ${s.name}`}
            className="p-1 text-faint opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-spot"
            onClick={() => void act(() => api('DELETE', `/searches/${s.id}`).then(() => `Forgot “${s.name}”.`))}
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
      {facets.length > 0 && <SaveSearch search={search} />}
      <Facet label="Tone" part="tone" values={['light', 'dark', 'colourful']} search={search} put={put} />
      <Facet label="Kind" part="picture" values={['drawing', 'photograph', 'plain']} search={search} put={put} />
      <Facet label="Repeats" part="repeats" values={['yes', 'no']} search={search} put={put} />
      <Facet label="For" part="audience" values={['adult', 'youth', 'child']} search={search} put={put} />
      <Facet label="Words" part="words" values={['some', 'none', 'unread']} search={search} put={put} />
      <Facet label="Used" part="used" values={['nowhere', 'proofed', 'listed']} search={search} put={put} />
      <Choice label="Subject" part="subject" values={choices.subject ?? []} search={search} put={put} />
      <Choice label="Occasion" part="occasion" values={choices.occasion ?? []} search={search} put={put} />
      <Choice label="Mark" part="mark" values={choices.mark ?? []} search={search} put={put} />
      <div className="mt-2 grid grid-cols-2 gap-2 px-1.5">
        <ColourField label="An ink near" none="Any ink" value={search.get('colour')} change={(hex) => put({ colour: hex })} />
        <TextField
          label="Prints, inches"
          type="number"
          min={1}
          placeholder="or more"
          defaultValue={search.get('inches') ?? ''}
          key={search.get('inches')}
          onBlur={(e) => e.target.value !== (search.get('inches') ?? '') && put({ inches: e.target.value || null })}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </div>
    </nav>
  );
}

const Heading = ({ word, children }: { word: string; children?: React.ReactNode }) => (
  <div className="mt-4 mb-1 flex items-baseline justify-between border-b border-ink px-1.5 pb-0.5 text-[11.5px] text-soft first:mt-0">
    <h2 className="font-sans font-semibold tracking-wide">{word}</h2>
    {children}
  </div>
);

/** A few values in a line, one of which may be on. */
function Facet({
  label,
  part,
  values,
  search,
  put,
}: {
  label: string;
  part: string;
  values: string[];
  search: URLSearchParams;
  put: Put;
}) {
  const now = search.get(part);
  return (
    <div className="flex items-baseline gap-1 px-1.5" role="group" aria-label={label}>
      <span className="w-[52px] shrink-0 text-soft">{label}</span>
      <span className="flex flex-wrap">
        {values.map((v) => (
          <button
            key={v}
            aria-pressed={now === v}
            className={`min-h-[24px] min-w-[24px] px-1 ${now === v ? 'bg-ink text-paper' : 'hover:underline'}`}
            onClick={() => put({ [part]: now === v ? null : v })}
          >
            {v}
          </button>
        ))}
      </span>
    </div>
  );
}

function Choice({
  label,
  part,
  values,
  search,
  put,
}: {
  label: string;
  part: string;
  values: { value: string; count: number }[];
  search: URLSearchParams;
  put: Put;
}) {
  const now = search.get(part) ?? '';
  if (!values.length && !now) return null;
  return (
    <div className="flex items-center gap-2 px-1.5 py-[2px]">
      <span className="w-[52px] shrink-0 text-soft" aria-hidden>
        {label}
      </span>
      <ChoiceField
        hideLabel
        quiet
        label={label}
        className="grow"
        value={now}
        onChange={(e) => put({ [part]: e.target.value || null })}
        options={[
          ['', 'any'],
          ...(now && !values.some((v) => v.value === now) ? [now] : []),
          ...values.map((v) => [v.value, `${v.value} (${v.count})`] as const),
        ]}
      />
    </div>
  );
}

function SaveSearch({ search }: { search: URLSearchParams }) {
  const [naming, setNaming] = useState(false);
  if (!naming)
    return (
      <button className="mb-1 px-1.5 text-left text-soft underline hover:text-ink" onClick={() => setNaming(true)}>
        Save this search
      </button>
    );
  return (
    <input
      autoFocus
      aria-label="Name of the search"
      placeholder="name it"
      className="input min-w-0"
      onBlur={(e) => {
        setNaming(false);
        const name = e.target.value.trim();
        if (name) void act(() => api('POST', '/searches', { name, query: searchText(search) }).then(() => `Saved as “${name}”.`));
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') setNaming(false);
      }}
    />
  );
}

/** Only the searching parts of an address. */
export function searchText(search: URLSearchParams): string {
  return new URLSearchParams(SEARCH_PARTS.flatMap((p) => (search.get(p) ? [[p, search.get(p)!]] : []))).toString();
}
const whole = (query: string): Record<string, string | null> => {
  const wanted = new URLSearchParams(query);
  return Object.fromEntries(SEARCH_PARTS.map((p) => [p, wanted.get(p)]));
};
const sameSearch = (search: URLSearchParams, query: string): boolean =>
  searchText(search) === searchText(new URLSearchParams(query));
