'use client';
import { useForm } from 'react-hook-form';
import { api, Refusal } from './api';
import { Button } from './parts/button';
import { owner, signIn } from './parts/fields/compiled.mjs';
import { TextField } from './parts/fields/field';
import { schemaResolver } from './parts/fields/schema-resolver';
import { Notice } from './parts/notice';

export interface Entry {
  name: string;
  label: string;
  type?: string;
  hint?: string;
  complete: string;
}

/** What the interface for programs takes at each door. */
const TAKES = { '/session': signIn, '/owner': owner };

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
  path: keyof typeof TAKES;
}) {
  const form = useForm<Record<string, string>>({ resolver: schemaResolver(TAKES[path]) });
  const { errors, isSubmitting, isSubmitSuccessful } = form.formState;
  const submit = form.handleSubmit(async (entered) => {
    try {
      await api('POST', path, entered);
      window.location.assign('/artwork');
    } catch (error) {
      const { field = 'root', sentence } = error instanceof Refusal ? error : { sentence: 'That did not work. Try again.' };
      form.setError(field, { message: sentence }, { shouldFocus: true });
    }
  });
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
        <form onSubmit={(e) => void submit(e)} noValidate className="grid gap-3">
          {entries.map((e) => (
            <TextField
              key={e.name}
              label={e.label}
              type={e.type ?? 'text'}
              autoComplete={e.complete}
              note={e.hint}
              problem={errors[e.name]?.message}
              inputClass="text-[15px]"
              {...form.register(e.name)}
            />
          ))}
          {errors.root && <Notice tone="bad">{errors.root.message}</Notice>}
          <Button tone="go" className="mt-3 w-full" busy={isSubmitting || isSubmitSuccessful}>
            {action}
          </Button>
        </form>
      </div>
    </main>
  );
}
