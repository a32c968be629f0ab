'use client';
import { useState } from 'react';
import type { ArtworkSettings, MarkKeys } from '@/services/artwork/settings';
import { act, api } from '../../api';
import { Dialog } from '../../parts/dialog';
import { Button } from '../../parts/button';
import { ChoiceField, TextField } from '../../parts/fields/field';

const FIELDS = ['mark', 'audience', 'occasion', 'subject'] as const;
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** The line of keys under the sheet: each sets something on the whole selection. */
export function MarkKeyLine({
  keys,
  press,
  edit,
  active,
}: {
  keys: MarkKeys;
  press: (key: string) => void;
  edit: () => void;
  active: boolean;
}) {
  return (
    <div className="flex items-center gap-3 overflow-hidden border-t border-rule px-3.5 py-1.5 text-[12px] whitespace-nowrap">
      {KEYS.filter((k) => keys[k]).map((k) => (
        <button
          key={k}
          disabled={!active}
          className="flex min-h-[24px] items-center gap-1.5 disabled:text-soft"
          onClick={() => press(k)}
        >
          <kbd className="kbd kbd-xs">{k}</kbd> {keys[k]!.value}
        </button>
      ))}
      <button className="min-h-[24px] text-soft hover:text-ink" onClick={edit}>
        {Object.keys(keys).length ? 'set keys…' : 'set marks by one key…'}
      </button>
    </div>
  );
}

/** What each digit does to the selection. */
export function MarkKeysDialog({ keys, close }: { keys: MarkKeys; close: () => void }) {
  const [draft, setDraft] = useState<MarkKeys>(keys);
  const put = (k: string, part: Partial<NonNullable<MarkKeys[string]>>) =>
    setDraft({ ...draft, [k]: { field: 'mark', value: '', ...draft[k], ...part } });
  return (
    <Dialog open onClose={close} label="Marks by one key" width={520}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const markKeys = Object.fromEntries(Object.entries(draft).filter(([, v]) => v?.value.trim()));
          void act(() => api<ArtworkSettings>('PATCH', '/artworks/settings', { markKeys }).then(() => undefined)).then(
            (good) => good && close(),
          );
        }}
      >
        <h2 className="text-[19px]">Marks by one key</h2>
        <p className="mt-1 mb-3 text-[13px] text-soft">
          Select artworks and press a digit. Pressed again on the same selection, it is taken off.
        </p>
        <div className="grid grid-cols-[28px_120px_1fr] items-baseline gap-x-3 gap-y-1.5">
          {KEYS.map((k) => (
            <div key={k} className="contents">
              <span className="key text-center">{k}</span>
              <ChoiceField
                hideLabel
                label={`Field of key ${k}`}
                value={draft[k]?.field ?? 'mark'}
                onChange={(e) => put(k, { field: e.target.value as 'mark' })}
                options={FIELDS}
              />
              <TextField
                hideLabel
                label={`Value of key ${k}`}
                value={draft[k]?.value ?? ''}
                onChange={(e) => put(k, { value: e.target.value })}
              />
            </div>
          ))}
        </div>
        <div className="mt-4 flex justify-end gap-2">
          <Button type="button" tone="quiet" onClick={close}>
            Leave it
          </Button>
          <Button tone="go">Keep</Button>
        </div>
      </form>
    </Dialog>
  );
}
export type { MarkKeys };
