'use client';
import type { OutletView } from '@/api/views';
import { CommandButton, type Bindings } from '../commands/commands';
import { languageName } from '../parts/fields/add-language';
import { CheckField } from '../parts/fields/choices';
import { ChoiceField } from '../parts/fields/field';
import { Find } from '../parts/fields/find';
import { count } from '../parts/format';
import { Popover } from '../parts/popover';
import type { Put } from '../parts/use-address';
import type { Column } from './search';

/** Which listings' words are looked at, in which language, and which fields of them. */
export function Head({
  address,
  put,
  runs,
  outlets,
  languages,
  language,
  columns,
  shown,
  total,
  bindings,
}: {
  address: URLSearchParams;
  put: Put;
  runs: { id: string; name: string }[];
  outlets: readonly OutletView[];
  languages: readonly string[];
  language: string | null;
  columns: readonly Column[];
  shown: readonly Column[];
  total: number;
  bindings: Bindings;
}) {
  const toggle = (name: string) => {
    const next = columns.filter((c) => (c.name === name) !== shown.some((s) => s.name === c.name)).map((c) => c.name);
    if (next.length) put({ fields: next.join(',') });
  };
  // what was found, picked or made in a run is looked at whatever its state
  const narrowed = ['found', 'picked', 'ids', 'run'].some((part) => address.get(part));
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1.5 border-b border-rule px-4 pt-2 pb-2">
      <div className="mr-1">
        <h1 className="text-[20px] leading-tight">Galley</h1>
        <p className="text-[12px] whitespace-nowrap text-soft">
          {count(total, 'listing')}
          {address.get('picked') && (
            <button className="ml-1.5 underline" onClick={() => put({ picked: null })}>
              show all
            </button>
          )}
        </p>
      </div>
      <span className={languages.length > 1 ? 'w-[150px]' : 'w-[190px]'}>
        <Find
          label="Find in the words"
          hint="find in the words"
          value={address.get('says') ?? ''}
          change={(says) => put({ says: says || null })}
        />
      </span>
      {languages.length > 1 && (
        <ChoiceField
          hideLabel
          label="Language"
          className="w-[126px]"
          value={language ?? ''}
          onChange={(e) => put({ language: e.target.value || null })}
          options={[['', 'each its own'], ...languages.map((l) => [l, languageName(l)] as const)]}
        />
      )}
      <ChoiceField
        hideLabel
        label="Run"
        className="w-[126px]"
        value={address.get('run') ?? ''}
        onChange={(e) => put({ run: e.target.value || null })}
        options={[['', 'every run'], ...runs.map((r) => [r.id, r.name] as const)]}
      />
      <ChoiceField
        hideLabel
        label="State"
        className="w-[104px]"
        value={address.get('state') ?? (narrowed ? 'any' : '')}
        onChange={(e) => put({ state: e.target.value || null })}
        options={[
          ...(narrowed ? [] : [['', 'waiting'] as const]),
          'held',
          'ready',
          'passed',
          'refused',
          'listed',
          ['any', 'every state'],
        ]}
      />
      <ChoiceField
        hideLabel
        label="Outlet"
        className="w-[120px]"
        value={address.get('outlet') ?? ''}
        onChange={(e) => put({ outlet: e.target.value || null })}
        options={[['', 'every outlet'], ...outlets.map((o) => [o.id, o.name] as const)]}
      />
      <Popover label="Fields" name="Fields that are shown" width={230}>
        <div className="grid gap-1.5">
          {columns.map((c) => (
            <CheckField
              key={c.name}
              label={c.label}
              checked={shown.some((s) => s.name === c.name)}
              onChange={() => toggle(c.name)}
            />
          ))}
        </div>
      </Popover>
      <span className="grow" />
      <CommandButton id="galley.write" of={bindings} tone="quiet">
        Write
      </CommandButton>
      <CommandButton id="galley.checks" of={bindings} tone="quiet">
        Look over
      </CommandButton>
      <CommandButton id="galley.correct" of={bindings}>
        Correct many
      </CommandButton>
    </div>
  );
}
