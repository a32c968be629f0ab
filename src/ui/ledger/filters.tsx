'use client';
import type { OutletView } from '@/api/views';
import { ChoiceField } from '../parts/fields/field';
import { Find } from '../parts/fields/find';
import type { Put } from '../parts/use-address';

const STATES = ['draft there', 'live', 'ended', 'lapsed', 'gone'];

/** Which listings are shown. */
export function LedgerFilters({ search, put, outlets }: { search: URLSearchParams; put: Put; outlets: OutletView[] }) {
  const choice = (part: string) => ({
    hideLabel: true,
    value: search.get(part) ?? '',
    onChange: (e: { target: { value: string } }) => put({ [part]: e.target.value || null }),
  });
  return (
    <div className="mt-1 flex items-center gap-3">
      <Find
        label="Find listings"
        hint="find by title or artwork"
        value={search.get('find') ?? ''}
        change={(text) => put({ find: text || null })}
      />
      <ChoiceField
        {...choice('outlet')}
        label="Outlet"
        options={[['', 'every outlet'], ...outlets.map((o) => [o.id, o.name] as const)]}
      />
      <ChoiceField {...choice('state')} label="State" options={[['', 'every state'], ...STATES]} />
      <ChoiceField
        {...choice('step')}
        label="In step"
        options={[
          ['', 'in step or not'],
          ['in step', 'in step'],
          ['stale', 'stale: changed here'],
          ['drifted', 'drifted: changed there'],
        ]}
      />
    </div>
  );
}
