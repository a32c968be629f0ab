'use client';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { ChangeReport } from '@/services/artwork/changing';
import type { DrawerRow } from '@/services/artwork/drawers';
import { api, sentenceOf } from '../../api';
import { count } from '../../parts/format';
import { Dialog } from '../../parts/dialog';
import { useSettled } from '../../parts/use-settled';
import { Button } from '../../parts/button';
import { ChoiceField, TextField } from '../../parts/fields/field';

const FIELDS = {
  subject: 'Subject is',
  addMarks: 'Add marks',
  removeMarks: 'Take off marks',
  addKeywords: 'Add keywords',
  removeKeywords: 'Take off keywords',
  keywords: 'Keywords are',
  audience: 'Is for',
  occasion: 'Occasion is',
  drawer: 'Lies in drawer',
  replace: 'Replace in names',
  nameFromFile: 'Names from files',
  tone: 'Tone is',
  picture: 'Kind is',
  repeat: 'Repeats',
} as const;
type Field = keyof typeof FIELDS;

const VALUES: Partial<Record<Field, string[]>> = {
  audience: ['', 'adult', 'youth', 'child'],
  tone: ['light', 'dark', 'colourful'],
  picture: ['drawing', 'photograph', 'plain'],
  repeat: ['none', 'straight', 'half-drop', 'brick', 'across', 'down'],
};

/** Puts what was chosen into the change that the server understands; null while it says nothing. */
function changeOf(field: Field, value: string, put: string): object | null {
  const list = value
    .split(',')
    .map((v) => v.trim())
    .filter(Boolean);
  if (/Marks|eywords/.test(field)) return list.length || field === 'keywords' ? { [field]: list } : null;
  if (field === 'replace') return value ? { replace: { field: 'name', find: value, put } } : null;
  if (field === 'nameFromFile') return { nameFromFile: true };
  if (field === 'drawer') return { drawer: value.trim() || null };
  return { [field]: value.trim() };
}

const said = ({ changed, carried, of, examples }: ChangeReport): string =>
  [
    `${changed - carried} of ${of} change`,
    carried ? `${count(carried, 'near copy', 'near copies')} with them` : '',
    examples.length && changed > examples.length ? `the first ${examples.length} are shown` : '',
  ]
    .filter(Boolean)
    .join('; ');

/** Changes one field of the whole selection, after showing what would become of each. */
export function ChangeDialog({
  ids,
  drawers,
  start,
  close,
  done,
}: {
  ids: string[];
  drawers: DrawerRow[];
  start: Field;
  close: () => void;
  done: (report: ChangeReport) => void;
}) {
  const [field, setField] = useState<Field>(start);
  const [value, setValue] = useState('');
  const [put, setPut] = useState('');
  const [refused, setRefused] = useState('');
  const change = changeOf(field, value, put);
  const asked = JSON.stringify(change);
  const settled = useSettled(asked);
  const { data, error } = useQuery({
    queryKey: ['artworks/change', ids, settled],
    queryFn: () => api<ChangeReport>('POST', '/artworks/change', { ids, change: JSON.parse(settled) as object, preview: true }),
    enabled: settled !== 'null',
    staleTime: 0,
    meta: { live: false },
  });
  const shown = settled === asked ? data : undefined;
  const problem = refused || (asked === settled && error ? sentenceOf(error) : '');
  const apply = () =>
    api<ChangeReport>('POST', '/artworks/change', { ids, change }).then(done, (e: unknown) => setRefused(sentenceOf(e)));
  const show = (v: unknown): string =>
    (Array.isArray(v)
      ? v.join(', ')
      : v && typeof v === 'object'
        ? Object.values(v).join(', ')
        : typeof v === 'string'
          ? v
          : '') || '–';
  return (
    <Dialog open onClose={close} label="Change the selection" width={680}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (shown?.changed) void apply();
        }}
      >
        <h2 className="mb-3 text-[19px]">Change {count(ids.length, 'artwork')}</h2>
        <div className="flex items-end gap-3">
          <ChoiceField
            hideLabel
            label="What to change"
            className="w-[220px] shrink-0"
            value={field}
            onChange={(e) => {
              setField(e.target.value as Field);
              setValue(VALUES[e.target.value as Field]?.[0] ?? '');
            }}
            options={Object.entries(FIELDS)}
          />
          {VALUES[field] ? (
            <ChoiceField
              hideLabel
              label="Value"
              className="grow"
              value={value}
              onChange={(e) => setValue(e.target.value)}
              options={VALUES[field].map((v) => [v, v || 'nobody in particular'] as const)}
            />
          ) : (
            field !== 'nameFromFile' && (
              <TextField
                hideLabel
                autoFocus
                label="Value"
                className="grow"
                list={field === 'drawer' ? 'drawer-paths' : undefined}
                placeholder={
                  /Marks|eywords/.test(field)
                    ? 'several, with commas between'
                    : field === 'drawer'
                      ? 'a path: Shirts/Summer (empty: no drawer)'
                      : ''
                }
                value={value}
                onChange={(e) => setValue(e.target.value)}
              />
            )
          )}
          {field === 'replace' && (
            <TextField
              hideLabel
              label="By"
              placeholder="by"
              className="w-[180px]"
              value={put}
              onChange={(e) => setPut(e.target.value)}
            />
          )}
          <datalist id="drawer-paths">
            {drawers.map((d) => (
              <option key={d.id} value={d.path} />
            ))}
          </datalist>
        </div>
        <div className="mt-4 h-[270px] overflow-auto border border-rule bg-paper2" tabIndex={0} aria-label="Preview">
          {problem && <p className="p-3 text-spot">{problem}</p>}
          {!problem && !shown && <p className="p-3 text-soft">What would change is shown here first.</p>}
          {!problem && shown && shown.changed === 0 && <p className="p-3 text-soft">All of them are so already.</p>}
          {!problem && shown && shown.changed > 0 && (
            <table className="w-full text-[12.5px]">
              <tbody>
                {shown.examples.map((x) => (
                  <tr key={`${x.id}${x.field}`} className="border-b border-rule2">
                    <td className="max-w-[200px] truncate px-3 py-1 font-semibold">{x.name}</td>
                    <td className="max-w-[180px] truncate px-2 text-soft line-through">{show(x.before)}</td>
                    <td className="max-w-[220px] truncate px-2 text-teal">{show(x.after)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </div>
        <div className="mt-4 flex items-center justify-end gap-2">
          <span className="mr-auto text-soft">{shown && said(shown)}</span>
          <Button type="button" tone="quiet" onClick={close}>
            Leave it
          </Button>
          <Button tone="go" disabled={!shown?.changed}>
            Change {shown?.changed ?? ''}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
export type { Field as ChangeField };
