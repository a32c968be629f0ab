'use client';
import { canonicalLanguage } from '@/core/outlet/languages';
import { ChoiceField } from './field';

const names = new Intl.DisplayNames('en', { type: 'language' });
/** A language (BCP 47) by its English name. */
export const languageName = (language: string): string => names.of(language) ?? language;

/** Adds one of some languages, beside the tabs of those that are there. */
export const AddLanguage = ({ offered, add }: { offered: readonly string[]; add: (language: string) => void }) => (
  <ChoiceField
    hideLabel
    quiet
    label="Add a language"
    className="w-[170px]"
    value=""
    options={[['', 'add a language…'], ...offered.map((l) => [l, languageName(l)] as const)]}
    onChange={(e) => {
      const added = canonicalLanguage(e.target.value);
      if (added) add(added);
    }}
  />
);
