'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { dayName } from '@/core/day';
import { thousands } from '@/core/thousands';
import type { BlankKinds, BlankLine, BlankWindow } from '@/services/stockroom/blank-windows';
import { act, api } from '../../api';
import { useCommands } from '../../commands/commands';
import { Button, ButtonLink } from '../../parts/button';
import { ChoiceField } from '../../parts/fields/field';
import { Find } from '../../parts/fields/find';
import { amount, count } from '../../parts/format';
import { WindowedList } from '../../parts/lists/list';
import { useWindows, type Source } from '../../parts/lists/windows';
import { useAddress } from '../../parts/use-address';
import { SelectionBar } from '../../parts/lists/selection-bar';
import { CompareDialog } from './compare';
import { AreaDrawing, groundOf, usually, type Sample } from '../area-drawing';
import { BLOCK, blankSearch } from './search-text';
import { swatchOf } from '../../parts/swatch';

const ROW = 96;
const SWATCHES = 14;
/** So many blanks are compared. */
const SIDE_BY_SIDE = 4;

const sourceOf = (query: string): Source<BlankLine, BlankWindow> => ({
  block: BLOCK,
  tables: ['blank'],
  fetch: (from, n) => api<BlankWindow>('GET', `/blanks/rows?${query}&from=${from}&count=${n}`),
  touches: () => true,
});

/** All that print houses offer, found, narrowed and sorted. */
export function Blanks({ first, kinds, samples }: { first: BlankWindow; kinds: BlankKinds; samples: Sample[] }) {
  const { search, put } = useAddress('/stockroom/blanks');
  const query = new URLSearchParams(blankSearch(search)).toString();
  const list = useWindows(query, sourceOf(query), { window: first });
  const [seen, setSeen] = useState<[number, number]>([0, 0]);
  const look = useCallback((from: number, to: number) => setSeen([from, to]), []);
  useEffect(() => list.want(...seen), [list, seen, list.version]);
  const chosen = (search.get('side') ?? '').split(',').filter(Boolean).slice(0, SIDE_BY_SIDE);
  const [comparing, setComparing] = useState(false);
  const choose = (id: string) =>
    put({
      side: (chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id].slice(-SIDE_BY_SIDE)).join(',') || null,
    });
  const all = kinds.departments.reduce((n, d) => n + d.count, 0);
  const catalogues = () => void act(fetchCatalogues);
  const router = useRouter();
  useCommands({
    'stockroom.catalogues': { says: 'Fetch the print houses’ catalogues', does: catalogues },
    'stockroom.changes': { says: 'Look at what print houses changed', does: () => router.push('/stockroom/changes') },
    'stockroom.new-blank': { says: 'Make a blank of your own', does: () => router.push('/stockroom/blanks/new') },
  });
  const sample = samples.find((a) => a.id === search.get('with')) ?? samples[0] ?? null;
  const ask = (part: string) => (e: React.ChangeEvent<HTMLSelectElement>) => put({ [part]: e.target.value || null });
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <div className="border-b border-rule px-[18px] py-2">
        <div className="flex min-h-[34px] items-center gap-3">
          <Link href="/stockroom" className="text-teal underline">
            Stockroom
          </Link>
          <h1 className="text-[22px]">Blanks</h1>
          <span className="whitespace-nowrap text-soft">
            {list.total < all ? `${thousands(list.total)} of ${count(all, 'blank')}` : count(all, 'blank')}
          </span>
          <Find
            label="Find blanks"
            hint="find by name, kind, colour"
            value={search.get('find') ?? ''}
            change={(find) => put({ find: find || null })}
          />
          <span className="grow" />
          {chosen.length > 0 ? (
            <SelectionBar says={count(chosen.length, 'blank')} none={() => put({ side: null })}>
              <Button tone="go" disabled={chosen.length < 2} onClick={() => setComparing(true)}>
                Compare
              </Button>
            </SelectionBar>
          ) : (
            <>
              <Button onClick={catalogues}>Fetch catalogues</Button>
              <ButtonLink href="/stockroom/blanks/new">New blank</ButtonLink>
            </>
          )}
        </div>
        <div className="mt-1.5 flex items-center gap-2">
          <ChoiceField
            hideLabel
            label="Kind"
            value={
              search.get('kind')
                ? `kind ${search.get('kind')}`
                : search.get('department')
                  ? `department ${search.get('department')}`
                  : ''
            }
            onChange={(e) => {
              const [, part, value] = /^(kind|department) (.+)$/.exec(e.target.value) ?? [];
              put({ kind: part === 'kind' ? value! : null, department: part === 'department' ? value! : null });
            }}
            options={[
              ['', 'every kind'],
              ...kinds.departments.flatMap((d) => [
                [`department ${d.name}`, `all ${d.name} (${d.count})`] as const,
                ...d.kinds.map((k) => [`kind ${k.name}`, `   ${k.name} (${k.count})`] as const),
              ]),
            ]}
          />
          <ChoiceField
            hideLabel
            label="Print house"
            value={search.get('house') ?? ''}
            onChange={ask('house')}
            options={[['', 'every print house'], ...kinds.houses.map((h) => [h.name, `${h.name} (${h.count})`] as const)]}
          />
          <ChoiceField
            hideLabel
            label="Colour"
            value={search.get('family') ?? ''}
            onChange={ask('family')}
            options={[['', 'any colour'], ...kinds.families.map((f) => [f.name, `in ${f.name} (${f.count})`] as const)]}
          />
          <ChoiceField
            hideLabel
            label="Made within"
            value={search.get('days') ?? ''}
            onChange={ask('days')}
            options={[
              ['', 'any time'],
              ['2', 'within 2 days'],
              ['3', 'within 3 days'],
              ['4', 'within 4 days'],
            ]}
          />
          <ChoiceField
            hideLabel
            label="Order"
            value={search.get('sort') ?? ''}
            onChange={ask('sort')}
            options={[
              ['', 'by name'],
              ['cost', 'cheapest first'],
              ['print', 'largest print first'],
              ['days', 'soonest made first'],
              ['newest', 'newest first'],
            ]}
          />
          <span className="grow" />
          {sample && (
            <ChoiceField
              hideLabel
              label="Shown with"
              value={sample.id}
              onChange={ask('with')}
              options={samples.map((a) => [a.id, `with ${a.name}`] as const)}
            />
          )}
        </div>
      </div>
      {list.total === 0 ? (
        <p className="p-12 text-center text-soft">
          {all ? 'No blank answers to that.' : 'The catalogues have not been fetched yet.'}
        </p>
      ) : (
        <WindowedList
          label="Blanks"
          total={list.total}
          item={(i) => list.row(i)}
          rowHeight={ROW}
          onWindow={look}
          row={(b) => <BlankRow blank={b} sample={sample} chosen={chosen.includes(b.id)} choose={choose} />}
        />
      )}
      {comparing && <CompareDialog ids={chosen} sample={sample} close={() => setComparing(false)} />}
    </div>
  );
}

/** Fetches all catalogues; what could not be taken is said, and how much there is to look at. */
export async function fetchCatalogues(): Promise<string> {
  const { faults } = await api<{ faults: string[] }>('POST', '/blanks/refresh', {});
  const { open } = await api<{ open: number }>('GET', '/blank-changes?count=1');
  const news = open ? ` ${count(open, 'blank')} changed: look at ${open === 1 ? 'it' : 'them'} in the stockroom.` : '';
  return faults.length
    ? `The catalogues are up to date, but for ${count(faults.length, 'product')} that could not be taken. ${faults[0]}${news}`
    : `The catalogues are up to date.${news}`;
}

/** What is out of the ordinary about a blank: announced, or gone. */
export const Standing = ({ onOfferFrom, goneAt }: Pick<BlankLine, 'onOfferFrom' | 'goneAt'>) =>
  goneAt ? (
    <span className="badge badge-sm bg-spot-t text-spot">offered no more</span>
  ) : onOfferFrom ? (
    <span className="badge badge-sm bg-ochre-t text-ochre">from {dayName(onOfferFrom)}</span>
  ) : null;

/** One blank as a row: its largest area to scale, what it is, colours, sizes, cost, print. */
function BlankRow({
  blank: b,
  sample,
  chosen,
  choose,
}: {
  blank: BlankLine;
  sample: Sample | null;
  chosen: boolean;
  choose: (id: string) => void;
}) {
  const area = b.areas[0]!;
  return (
    <div className={`grid h-full grid-cols-[44px_1fr] border-b border-rule2 ${chosen ? 'bg-teal-t' : 'hover:bg-paper2'}`}>
      <label className="grid cursor-pointer place-items-center">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          aria-label={`Compare ${b.name}`}
          checked={chosen}
          onChange={() => choose(b.id)}
        />
      </label>
      <Link
        href={`/stockroom/blanks/${b.id}${sample ? `?with=${sample.id}` : ''}`}
        className="grid h-full grid-cols-[84px_minmax(220px,1.3fr)_minmax(200px,1.2fr)_150px_130px_90px] items-center gap-4 pr-[18px]"
      >
        <AreaDrawing
          area={area}
          roomMm={Math.max(area.widthMm, area.heightMm)}
          size={72}
          ground={groundOf(b.colours, sample)}
          layers={usually(sample, area)}
        />
        <span className="min-w-0">
          <b className="block truncate font-slab text-[15px] font-semibold">{b.name}</b>
          <span className="block truncate text-soft">
            {b.kind} · {b.house}
          </span>
          <Standing onOfferFrom={b.onOfferFrom} goneAt={b.goneAt} />
        </span>
        <span className="min-w-0">
          <span className="flex items-center gap-1">
            {b.colours.slice(0, SWATCHES).map((c) => (
              <i
                key={c.name}
                title={c.name}
                className="h-4 w-4 shrink-0 border border-rule"
                style={{ background: swatchOf(c) }}
              />
            ))}
            {b.colours.length > SWATCHES && <span className="text-soft">+{b.colours.length - SWATCHES}</span>}
          </span>
          <span className="mt-1 block truncate text-soft">{b.sizes.join(', ')}</span>
        </span>
        <span className="tabular-nums">
          <b>
            {amount(b.leastMinor, b.currency)}
            {b.mostMinor > b.leastMinor && ` – ${amount(b.mostMinor, b.currency)}`}
          </b>
          <span className="block text-soft">
            {b.currency}, postage {amount(b.postageMinor, b.currency)}
          </span>
        </span>
        <span className="tabular-nums">
          {Math.round(area.widthMm)} x {Math.round(area.heightMm)} mm
          <span className="block text-soft">
            {area.ppi} px/in{b.areas.length > 1 && ` · ${count(b.areas.length, 'area')}`}
          </span>
        </span>
        <span className="text-soft">{count(b.days, 'day')}</span>
      </Link>
    </div>
  );
}
