'use client';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { act, api } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { ChoiceField, TextField } from '../parts/fields/field';

interface Kind {
  style: string;
  name: string;
  baseUrl: string;
}

/** Another account: of a kind that is there already, or of a new one. */
export function AddOutlet({ close }: { close: () => void }) {
  const { data } = useQuery({ queryKey: ['outlet-kinds'], queryFn: () => api<{ items: Kind[] }>('GET', '/outlet-kinds') });
  const kinds = data?.items ?? [];
  const [style, setStyle] = useState('');
  const [name, setName] = useState('');
  const [at, setAt] = useState('');
  const kind = kinds.find((k) => k.style === style) ?? kinds[0];
  const add = () =>
    void act(() =>
      api<{ name: string }>('POST', '/outlets', {
        style: kind!.style,
        ...(name.trim() && { name }),
        ...(at.trim() && { baseUrl: at.trim() }),
      }).then((o) => `${o.name} is added. Connect it next.`),
    ).then((ok) => ok && close());
  return (
    <Dialog
      open
      onClose={close}
      label="Add an outlet"
      foot={
        <Button tone="go" disabled={!kind} onClick={add}>
          Add
        </Button>
      }
    >
      <h2 className="mb-3 text-[20px]">Add an outlet</h2>
      <div className="grid gap-3">
        <ChoiceField
          label="Kind"
          value={kind?.style ?? ''}
          options={kinds.map((k) => [k.style, k.name] as const)}
          onChange={(e) => setStyle(e.target.value)}
        />
        <TextField label="What you call it" placeholder={kind?.name} value={name} onChange={(e) => setName(e.target.value)} />
        <TextField
          label="Where it is"
          note="Leave it as it is unless your account has an address of its own."
          placeholder={kind?.baseUrl}
          value={at}
          onChange={(e) => setAt(e.target.value)}
        />
      </div>
    </Dialog>
  );
}
