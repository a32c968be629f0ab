'use client';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { PhraseInShortView } from '@/api/shapes/words';
import { everyValue } from '@/core/copy/values';
import { api } from '../../api';
import { AddLanguage, languageName } from '../../parts/fields/add-language';
import { LongTextField } from '../../parts/fields/field';
import { PatternField, type Completion } from '../../parts/fields/pattern-field';
import { useListText } from '../../parts/fields/list-text';
import { Tabs } from '../../parts/tabs';
import { Part, useDocket, useGoods, Wrong } from './form';
import { WritingPart } from './writing-part';

const MAY_SAY = 'type {{ to see what a pattern can say';
const VALUES = everyValue();

/** What patterns are completed with: values, and entries of the phrasebook by their keys. */
function useCompletions(): Completion[] {
  const { data } = useQuery({
    queryKey: ['phrases'],
    queryFn: () => api<{ items: PhraseInShortView[] }>('GET', '/phrases'),
    meta: { tables: ['phrase'] },
  });
  return useMemo(
    () => [...VALUES, ...(data?.items ?? []).map((e) => ({ value: `"${e.key}" | phrase`, says: `phrasebook: ${e.name}` }))],
    [data],
  );
}
const ROWS: Record<string, number> = { title: 4, description: 6 };
const TITLE = 'Title, one part a line; those that begin with - go where an outlet takes less, -- sooner';

/** Texts of the outlets beside title and description, each once, with the outlets that have it. */
export function useFurtherTexts(): { name: string; label: string; at: string }[] {
  const { outlets } = useGoods();
  const found = new Map<string, { label: string; at: string[] }>();
  for (const o of outlets)
    for (const [name, rule] of Object.entries(o.rulesDocument?.texts ?? {})) {
      if (name === 'title' || name === 'description') continue;
      const known = found.get(name) ?? { label: rule.label, at: [] };
      known.at.push(o.name);
      found.set(name, known);
    }
  return [...found].map(([name, { label, at }]) => ({ name, label, at: at.join(', ') }));
}

type ByLanguage = Record<string, string>;

/** The patterns of every text, in every language that the docket speaks. */
export function WordingPart() {
  const { document, change, problem } = useDocket();
  const { outlets } = useGoods();
  const spoken = [...new Set([...Object.values(document.words), document.tags].flatMap((by) => Object.keys(by)))];
  const [at, setAt] = useState(spoken[0] ?? 'en');
  const language = spoken.includes(at) ? at : (spoken[0] ?? 'en');
  const wanted = [...new Set(outlets.flatMap((o) => o.rulesDocument?.languages ?? []))].filter((l) => !spoken.includes(l));
  const further = useFurtherTexts();
  const completions = useCompletions();
  const put = (name: string, text: string) => {
    const { [language]: _, ...others } = document.words[name] ?? {};
    const by: ByLanguage = text.trim() ? { ...others, [language]: text } : others;
    const { [name]: __, ...rest } = document.words;
    const required = name === 'title' || name === 'description';
    change({
      words: Object.keys(by).length || required ? { ...rest, [name]: Object.keys(by).length ? by : { [language]: text } } : rest,
    });
  };
  const tags = useListText(document.tags[language] ?? [], 'lines', (list) =>
    change({ tags: { ...document.tags, [language]: list } }),
  );
  const texts = [
    { name: 'title', label: TITLE },
    { name: 'description', label: 'Description' },
    ...further.map((f) => ({ name: f.name, label: `${f.label} (${f.at})` })),
  ];
  return (
    <Part word="Wording" about={MAY_SAY}>
      {(spoken.length > 1 || wanted.length > 0) && (
        <div className="flex items-end justify-between">
          <Tabs
            label="Languages"
            value={language}
            change={setAt}
            tabs={spoken.map((l) => ({ value: l, word: languageName(l) }))}
          />
          {wanted.length > 0 && (
            <AddLanguage
              offered={wanted}
              add={(added) => {
                change({
                  words: {
                    ...document.words,
                    title: { ...document.words.title, [added]: document.words.title?.[language] ?? '' },
                  },
                });
                setAt(added);
              }}
            />
          )}
        </div>
      )}
      {texts.map(({ name, label }) => (
        <PatternField
          key={`${language} ${name}`}
          label={label}
          rows={ROWS[name] ?? 1}
          completions={completions}
          problem={problem(`document.words.${name}.${language}`)}
          value={document.words[name]?.[language] ?? ''}
          put={(text) => put(name, text)}
        />
      ))}
      <LongTextField
        key={`${language} tags`}
        label="Tags, one a line; the artwork’s keywords come first"
        rows={5}
        problem={problem('document.tags')}
        {...tags}
      />
      <Wrong says={problem('document.words')} />
      <WritingPart />
    </Part>
  );
}
