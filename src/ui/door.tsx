'use client';
import { useState } from 'react';
import { api, Refusal } from './api';
import { Button } from './parts/button';

export interface Entry {
  name: string;
  label: string;
  type?: string;
  hint?: string;
  complete: string;
}

/** The front door: first start and sign-in share its form. */
export function Door({
  title,
  lead,
  entries,
  action,
  path,
}: {
  title: string;
  lead: string;
  entries: Entry[];
  action: string;
  path: string;
}) {
  const [fault, setFault] = useState<{ field?: string; sentence: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (form: FormData) => {
    setBusy(true);
    try {
      await api('POST', path, Object.fromEntries(form));
      window.location.assign('/artwork');
    } catch (error) {
      setBusy(false);
      setFault(
        error instanceof Refusal
          ? { field: error.field, sentence: error.sentence }
          : { sentence: 'That did not work. Try again.' },
      );
    }
  };
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <div className="slip w-[420px] px-8 pt-9 pb-7">
        <div className="mb-6 flex items-center gap-3">
          <svg width="38" height="38" viewBox="0 0 30 30" fill="none" stroke="currentColor" strokeWidth="1.8" aria-hidden>
            <circle cx="12.5" cy="15" r="8.2" />
            <circle cx="17.5" cy="15" r="8.2" stroke="var(--spot)" />
            <path d="M15 1.5v27M1.5 15h27" strokeWidth="1" />
          </svg>
          <b className="font-slab text-[24px] leading-none font-extrabold tracking-[-0.02em]">Union Press</b>
        </div>
        <h1 className="text-[20px]">{title}</h1>
        <p className="mt-1 mb-4 text-soft">{lead}</p>
        <form action={submit}>
          {entries.map((e) => (
            <label key={e.name} className="mt-3 block">
              <span className="text-[12px] text-soft">{e.label}</span>
              <input
                className="input text-[15px]"
                name={e.name}
                type={e.type ?? 'text'}
                required
                autoComplete={e.complete}
                aria-invalid={fault?.field === e.name}
              />
              {e.hint && <span className="text-[11.5px] text-soft">{e.hint}</span>}
            </label>
          ))}
          {fault && (
            <p role="alert" className="mt-4 bg-spot-t px-3 py-2">
              {fault.sentence}
            </p>
          )}
          <Button tone="go" className="mt-6 w-full justify-center py-2" disabled={busy}>
            {action}
          </Button>
        </form>
      </div>
    </main>
  );
}
