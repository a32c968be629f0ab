'use client';
import { createContext, useContext } from 'react';
import { useFormContext, type FieldPath } from 'react-hook-form';
import type { BlankView } from '@/api/views';
import type { DocketSpec } from '@/core/docket/narrow';
import type { SceneSheet } from '@/core/scene/scene';
import type { OutletView } from '@/api/views';

export interface DocketForm {
  name: string;
  blankId: string;
  spec: DocketSpec;
}

/** What the parts of the editor choose from. */
export interface Goods {
  blank: BlankView;
  blanks: BlankView[];
  /** Scenes that show the print area of this blank. */
  sheets: SceneSheet[];
  outlets: OutletView[];
  isNew: boolean;
}
export const GoodsContext = createContext<Goods | null>(null);
export const useGoods = (): Goods => useContext(GoodsContext)!;

/** The form, with the sentence that stands at a field. */
export function useDocketForm() {
  const form = useFormContext<DocketForm>();
  const problem = (name: FieldPath<DocketForm>): string | undefined => form.getFieldState(name, form.formState).error?.message;
  return { ...form, problem };
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
