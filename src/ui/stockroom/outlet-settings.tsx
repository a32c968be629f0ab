'use client';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { OutletView } from '@/api/views';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { ChoiceField, TextField } from '../parts/fields/field';

interface Changes {
  from: number;
  to: number;
  changes: { path: string; before: unknown; after: unknown }[];
}
const shown = (v: unknown): string => (v === null ? 'nothing' : typeof v === 'string' ? v : JSON.stringify(v));

/** What a seller chooses once for an account, its name, and how its rules have changed. */
export function OutletSettings({ outlet: o, close }: { outlet: OutletView; close: () => void }) {
  const [name, setName] = useState(o.name);
  const [chosen, setChosen] = useState(o.settings);
  const { data } = useQuery({
    queryKey: ['rules', o.id, o.rulesVersion],
    queryFn: () => api<Changes>('GET', `/outlets/${o.id}/rules/changes`),
    enabled: (o.rulesVersion ?? 0) > 1,
  });
  const save = () =>
    void act(() =>
      api('PATCH', `/outlets/${o.id}`, { ...(name.trim() !== o.name && { name }), settings: chosen }).then(
        () => `${name} is saved. Proofs that are sent from now on follow it.`,
      ),
    ).then((ok) => ok && close());
  const remove = () =>
    void act(() => api('DELETE', `/outlets/${o.id}`).then(() => `${o.name} is taken away.`)).then((ok) => ok && close());
  return (
    <Dialog
      open
      onClose={close}
      label={`Settings of ${o.name}`}
      foot={
        <>
          <Button tone="quiet" onClick={remove}>
            Take away
          </Button>
          <Button tone="go" onClick={save}>
            Save
          </Button>
        </>
      }
    >
      <h2 className="mb-3 text-[20px]">{o.name}</h2>
      <div className="grid gap-3">
        <TextField label="What you call it" value={name} onChange={(e) => setName(e.target.value)} />
        {o.settingsOffer?.fields.map((f) =>
          f.choices ? (
            <ChoiceField
              key={f.name}
              label={f.label}
              note={f.says}
              value={chosen[f.name] ?? f.initial}
              options={f.choices.map((c) => [c.value, c.label] as const)}
              onChange={(e) => setChosen({ ...chosen, [f.name]: e.target.value })}
            />
          ) : (
            <TextField
              key={f.name}
              label={f.label}
              note={f.says}
              maxLength={f.maxLength}
              value={chosen[f.name] ?? f.initial}
              onChange={(e) => setChosen({ ...chosen, [f.name]: e.target.value })}
            />
          ),
        )}
      </div>
      {data && data.changes.length > 0 && (
        <div className="cut mt-4 pt-3 text-[12.5px]">
          <b>Its rules changed last</b>
          <ul className="mt-1">
            {data.changes.slice(0, 12).map((c) => (
              <li key={c.path}>
                {c.path.replaceAll('.', ' ')}: <s className="text-soft">{shown(c.before)}</s> {shown(c.after)}
              </li>
            ))}
          </ul>
        </div>
      )}
    </Dialog>
  );
}
