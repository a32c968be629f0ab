'use client';
import { ColourField } from '../parts/fields/colour';
import { ChoiceField, TextField } from '../parts/fields/field';
import type { Put } from '../parts/use-address';
import type { Choices } from './types';

/** What artworks are: each part of it can be asked for. */
export function Facets({ choices, search, put }: { choices: Choices; search: URLSearchParams; put: Put }) {
  return (
    <>
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
    </>
  );
}

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
