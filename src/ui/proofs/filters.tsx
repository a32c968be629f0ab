'use client';
import type { OutletView } from '@/api/views';
import { ChoiceField } from '../parts/fields/field';
import { Find } from '../parts/fields/find';
import { KeptViews } from '../parts/lists/kept-views';
import type { Put } from '../parts/use-address';

/** Which proofs are listed, and in which order. */
export function ProofFilters({
  search,
  put,
  runs,
  outlets,
}: {
  search: URLSearchParams;
  put: Put;
  runs: { id: string; name: string }[];
  outlets: OutletView[];
}) {
  const narrowed = search.get('run') ?? search.get('ids') ?? search.get('picked');
  // another search has another first proof
  const ask = (part: string, value: string) => put({ [part]: value || null, open: null });
  const go = (query: string) => {
    const view = new URLSearchParams(query);
    put({
      ...Object.fromEntries(
        ['run', 'state', 'outlet', 'docket', 'find', 'ids', 'picked', 'stale', 'sort'].map((p) => [p, view.get(p)]),
      ),
      open: null,
    });
  };
  return (
    <>
      <div className="mt-1 flex items-center gap-2">
        <Find label="Find proofs" hint="find by artwork" value={search.get('find') ?? ''} change={(text) => ask('find', text)} />
        <span className="grow" />
        <KeptViews station="proofs" query={kept(search)} go={go} />
      </div>
      <div className="mt-1.5 flex items-center gap-2">
        <ChoiceField
          hideLabel
          label="Run"
          className="grow"
          value={search.get('run') ?? ''}
          onChange={(e) => ask('run', e.target.value)}
          options={[['', 'every run'], ...runs.map((r) => [r.id, r.name] as const)]}
        />
        <ChoiceField
          hideLabel
          label="State"
          className="w-[118px]"
          value={search.get('stale') ? 'stale' : (search.get('state') ?? '')}
          onChange={(e) =>
            e.target.value === 'stale'
              ? put({ stale: 'yes', state: null, open: null })
              : put({ stale: null, state: e.target.value || null, open: null })
          }
          options={[
            ['', narrowed ? 'every state' : 'waiting'],
            'held',
            'ready',
            'passed',
            'sending',
            'refused',
            'listed',
            ['stale', 'out of date'],
            ...(narrowed ? [] : ([['any', 'every state']] as const)),
          ]}
        />
      </div>
      <div className="mt-1.5 flex items-center gap-2">
        <ChoiceField
          hideLabel
          label="Outlet"
          className="grow"
          value={search.get('outlet') ?? ''}
          onChange={(e) => ask('outlet', e.target.value)}
          options={[['', 'every outlet'], ...outlets.map((o) => [o.id, o.name] as const)]}
        />
        <ChoiceField
          hideLabel
          label="Order"
          className="w-[118px]"
          value={search.get('sort') ?? ''}
          onChange={(e) => ask('sort', e.target.value)}
          options={[
            ['', 'newest first'],
            ['oldest', 'oldest first'],
            ['artwork', 'by artwork'],
            ['outlet', 'by outlet'],
          ]}
        />
      </div>
    </>
  );
}

/** What of the address is the view. */
const kept = (search: URLSearchParams): string => {
  const view = new URLSearchParams(search);
  view.delete('open');
  // what was picked is forgotten after some days: no view is kept of it
  view.delete('picked');
  return view.toString();
};
