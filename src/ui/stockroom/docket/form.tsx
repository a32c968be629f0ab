'use client';
import { createContext, useContext } from 'react';
import { useFormContext } from 'react-hook-form';
import type { ArtworkView, BlankView, OutletView } from '@/api/views';
import type { BlankName } from '@/services/stockroom/blank-windows';
import type { PlanView } from '@/api/shapes/stockroom';
import type { DocketDocument, GoodsLine } from '@/core/docket/docket';
import type { SceneSheet } from '@/core/scene/sheet';

/** A price plan in the editor: one that is kept, or one that is made with the docket (no id). */
export type PlanDraft = Pick<PlanView, 'name' | 'document'> & { id: string | null; revision: number };

export interface DocketForm {
  name: string;
  /** The state of the docket that the form began with, which a change is a change of. */
  revision: number;
  document: DocketDocument;
  plan: PlanDraft;
}

/** What the parts of the editor choose from. */
export interface Goods {
  /** Those of its goods lines, and those that were chosen. */
  blanks: BlankView[];
  /** All that can be chosen. */
  names: BlankName[];
  /** A blank whole; it is fetched where it is not here yet. */
  blankOf: (id: string) => Promise<BlankView>;
  scenes: SceneSheet[];
  outlets: OutletView[];
  plans: PlanView[];
  samples: ArtworkView[];
  /** Those that the docket takes, and the one that it is looked at with. */
  fitting: ArtworkView[];
  sample: ArtworkView | undefined;
  chooseSample: (id: string) => void;
  isNew: boolean;
}
export const GoodsContext = createContext<Goods | null>(null);
export const useGoods = (): Goods => useContext(GoodsContext)!;

const dirty = { shouldDirty: true, shouldValidate: true };

/** The document in the form, a way to change a part of it, and what is wrong with a part. */
export function useDocket() {
  const form = useFormContext<DocketForm>();
  const document = form.watch('document');
  // as it is when it is changed, which may be later than it was drawn
  const now = () => form.getValues('document');
  const change = (part: Partial<DocketDocument>) => form.setValue('document', { ...now(), ...part }, dirty);
  const changeLine = (at: number, part: Partial<GoodsLine>) =>
    change({ lines: now().lines.map((l, i) => (i === at ? { ...l, ...part } : l)) });
  return { form, document, now, change, changeLine, problem: (path: string) => firstUnder(form.formState.errors, path) };
}

/** The first sentence at or under a path. */
function firstUnder(errors: unknown, path: string): string | undefined {
  let at = errors;
  for (const part of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[part];
  const search = (value: unknown): string | undefined => {
    if (!value || typeof value !== 'object') return undefined;
    const { message } = value as { message?: unknown };
    if (typeof message === 'string') return message;
    for (const inner of Object.values(value)) {
      const found = search(inner);
      if (found) return found;
    }
    return undefined;
  };
  return search(at);
}

/** A list with one of its values put in or taken out, in the order of all. */
export const toggled = (list: readonly string[], all: readonly string[], one: string): string[] =>
  all.filter((x) => (x === one ? !list.includes(x) : list.includes(x)));

export function Part({ word, about, children }: { word: string; about?: string; children: React.ReactNode }) {
  return (
    <fieldset className="mt-5">
      <legend className="float-left mb-2.5 flex w-full items-baseline gap-3 border-b-[1.5px] border-ink pb-1">
        <span className="font-slab text-[16px] font-semibold">{word}</span>
        {about && <span className="text-[11.5px] text-soft">{about}</span>}
      </legend>
      <div className="clear-both grid gap-3">{children}</div>
    </fieldset>
  );
}

export const Wrong = ({ says }: { says: string | undefined }) =>
  says ? (
    <p role="alert" className="text-spot">
      {says}
    </p>
  ) : null;
