'use client';
import { thousands } from '@/core/thousands';
import { CommandButton, type Bindings } from '../commands/commands';
import { ChoiceField } from '../parts/fields/field';
import { Find } from '../parts/fields/find';
import { count } from '../parts/format';
import { Tabs } from '../parts/tabs';
import type { Put } from '../parts/use-address';
import { Making } from './making';
import { SIZES, type Order, type Size } from './search';

/** Which pictures are on the sheet, how they are laid out, and how large. */
export function Head({
  address,
  put,
  runs,
  outlets,
  run,
  by,
  size,
  total,
  wrongs,
  bindings,
}: {
  address: URLSearchParams;
  put: Put;
  runs: { id: string; name: string }[];
  outlets: { id: string; name: string }[];
  run: string;
  by: Order;
  size: Size;
  total: number;
  wrongs: number;
  bindings: Bindings;
}) {
  const flagged = address.get('wrong') !== null;
  return (
    <div className="flex flex-wrap items-end gap-x-2.5 gap-y-1.5 border-b border-rule px-4 pt-2 pb-2">
      <div className="mr-1">
        <h1 className="text-[20px] leading-tight">Contact sheet</h1>
        <p className="text-[12px] text-soft">
          {count(total, 'proof')}
          {wrongs > 0 && <b className="text-spot"> · {thousands(wrongs)} flagged</b>}
        </p>
      </div>
      <ChoiceField
        hideLabel
        label="Run"
        className="w-[180px]"
        value={run}
        onChange={(e) => put({ run: e.target.value || null, ids: null })}
        options={runs.map((r) => [r.id, r.name] as const)}
      />
      <ChoiceField
        hideLabel
        label="Outlet"
        className="w-[118px]"
        value={address.get('outlet') ?? ''}
        onChange={(e) => put({ outlet: e.target.value || null })}
        options={[['', 'every outlet'], ...outlets.map((o) => [o.id, o.name] as const)]}
      />
      <span className="w-[160px]">
        <Find
          label="Find pictures"
          hint="find by artwork"
          value={address.get('find') ?? ''}
          change={(find) => put({ find: find || null })}
        />
      </span>
      <Tabs
        label="Laid out"
        value={by}
        change={(next) => put({ by: next === 'scene' ? 'scene' : null, shown: null })}
        tabs={[
          { value: 'artwork', word: 'By artwork' },
          { value: 'scene', word: 'By scene' },
        ]}
      />
      <div className="join" role="group" aria-label="Size">
        {(Object.keys(SIZES) as Size[]).map((s) => (
          <button
            key={s}
            type="button"
            aria-pressed={s === size}
            aria-label={`${s} pictures`}
            className={`btn join-item btn-outline px-2.5 ${s === size ? 'border-ink bg-ink text-paper' : 'border-rule text-soft'}`}
            onClick={() => put({ size: s === 'middle' ? null : s })}
          >
            <i
              aria-hidden
              className="block border-[1.5px] border-current"
              style={{ width: 6 + SIZES[s] / 26, height: 6 + SIZES[s] / 26 }}
            />
          </button>
        ))}
      </div>
      <button
        type="button"
        aria-pressed={flagged}
        className={`btn btn-outline ${flagged ? 'border-ink font-semibold' : 'border-rule text-soft'}`}
        onClick={() => put({ wrong: flagged ? null : 'yes' })}
      >
        Only flagged
      </button>
      <span className="grow" />
      <Making run={run} />
      <CommandButton id="contact.pictures" of={bindings}>
        Take away
      </CommandButton>
    </div>
  );
}
