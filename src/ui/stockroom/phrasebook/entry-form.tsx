'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import type { PhraseInShortView, PhraseView } from '@/api/shapes/words';
import { PHRASE_KINDS, type PhraseDocument, type PhraseKind } from '@/core/phrasebook/entry';
import { keyOf } from '@/core/phrasebook/table';
import { same } from '@/core/docket/docket';
import { api, Refusal } from '../../api';
import { Button } from '../../parts/button';
import { AddLanguage, languageName } from '../../parts/fields/add-language';
import { ChoiceField, LongTextField, TextField } from '../../parts/fields/field';
import { useListText } from '../../parts/fields/list-text';
import { TagsField } from '../../parts/fields/tags';
import { count } from '../../parts/format';
import { Tabs } from '../../parts/tabs';

/** An entry being written; without a revision it is a new one. */
export type Draft = Omit<PhraseView, 'revision'> & { revision?: number };
export const NEW_DRAFT: Draft = {
  ...{ key: '', name: '', parent: null },
  document: { kind: 'subject', calls: [], by: { en: { long: [], short: [], tags: [] } } },
};

const KINDS: Record<PhraseKind, string> = {
  subject: 'what it shows',
  trade: 'a trade',
  pet: 'a pet',
  hobby: 'a hobby',
  person: 'for a person',
  occasion: 'an occasion',
  season: 'a season',
  mood: 'a mood',
};
/** Languages that are offered to be added: those of the outlets’ stand-ins, and a few more. */
const OFFERED = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'ja'];
/** Fields that say themselves what is wrong with them. */
const SHOWN_AT = ['name', 'key', 'parent', 'document.calls'];
const WHOM = new Set<PhraseKind>(['occasion', 'season']);

/** One entry: whom it calls, what it says at length and in a few words, and its tags, by language. */
export function EntryForm({
  draft: first,
  entries,
  saved,
  removed,
  dirty,
}: {
  draft: Draft;
  entries: readonly PhraseInShortView[];
  saved: (key: string) => void;
  removed: () => void;
  dirty: (yes: boolean) => void;
}) {
  const [draft, setDraft] = useState(first);
  const [problem, setProblem] = useState<{ field?: string; says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const [at, setAt] = useState(Object.keys(first.document.by)[0] ?? 'en');
  const changed = !same(draft, first);
  useEffect(() => dirty(changed), [changed, dirty]);
  const { document } = draft;
  const isNew = first.revision === undefined;
  const put = (part: Partial<Draft>) => setDraft((d) => ({ ...d, ...part }));
  const putDocument = (part: Partial<PhraseDocument>) => setDraft((d) => ({ ...d, document: { ...d.document, ...part } }));
  const wording = document.by[at] ?? { long: [], short: [], tags: [] };
  const putWording = (part: Partial<typeof wording>) =>
    setDraft((d) => ({
      ...d,
      document: { ...d.document, by: { ...d.document.by, [at]: { ...(d.document.by[at] ?? wording), ...part } } },
    }));
  const long = useListText(wording.long, 'lines', (list) => putWording({ long: list }));
  const short = useListText(wording.short, 'lines', (list) => putWording({ short: list }));
  const key = isNew ? draft.key || keyOf(draft.name) : draft.key;
  const about = entries.find((e) => e.key === first.key);
  const wrong = (field: string) => (problem?.field === field ? problem.says : undefined);
  const spoken = Object.keys(document.by);

  const save = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const { name, parent, revision } = draft;
      await api('PUT', `/phrases/${key || 'x'}`, { name, parent, document, ...(revision !== undefined && { revision }) });
      toast(isNew ? `“${name}” is in the phrasebook` : `“${name}” says otherwise now`);
      saved(key);
    } catch (error) {
      const { sentence, field } = error instanceof Refusal ? error : { sentence: 'That did not work.', field: undefined };
      setProblem({ says: sentence, ...(field && { field }) });
    } finally {
      setBusy(false);
    }
  };
  const remove = async () => {
    try {
      await api('DELETE', `/phrases/${first.key}`);
      toast(`“${first.name}” is taken out`);
      removed();
    } catch (error) {
      setProblem({ says: error instanceof Refusal ? error.sentence : 'That did not work.' });
    }
  };
  return (
    <form
      className="grid gap-3.5 px-6 pt-4 pb-8"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <div className="flex items-end gap-3 border-b-[1.5px] border-ink pb-1.5">
        <h2 className="grow text-[22px] leading-tight">{draft.name || 'New entry'}</h2>
        {!isNew && (
          <Button type="button" tone="quiet" onClick={() => void remove()}>
            Take out
          </Button>
        )}
        <Button tone="go" busy={busy} disabled={!changed || !draft.name.trim()}>
          Save
        </Button>
      </div>
      {problem && !SHOWN_AT.includes(problem.field ?? '') && (
        <p role="alert" className="text-spot">
          {problem.says}
        </p>
      )}
      <div className="grid grid-cols-[1fr_150px_1fr] gap-3">
        <TextField
          label="Name"
          value={draft.name}
          maxLength={60}
          problem={wrong('name') ?? wrong('key')}
          onChange={(e) => put({ name: e.target.value })}
        />
        <ChoiceField
          label="It is"
          value={document.kind}
          options={PHRASE_KINDS.map((k) => [k, KINDS[k]] as const)}
          onChange={(e) => putDocument({ kind: e.target.value as PhraseKind })}
        />
        <ChoiceField
          label="Below"
          value={draft.parent ?? ''}
          problem={wrong('parent')}
          options={[
            ['', 'nothing: it stands at the top'],
            ...entries.filter((e) => e.key !== draft.key).map((e) => [e.key, e.name] as const),
          ]}
          onChange={(e) => put({ parent: e.target.value || null })}
        />
      </div>
      <TagsField
        label="Called up by these words in an artwork, its name or its subject; also in the plural"
        placeholder="add…"
        values={document.calls}
        problem={wrong('document.calls')}
        change={(calls) => putDocument({ calls })}
      />
      <div className="grid grid-cols-2 gap-3">
        {(['one', 'many'] as const).map((n) => (
          <TextField
            key={n}
            label={WHOM.has(document.kind) ? (n === 'one' ? 'When: “a birthday”' : 'Several: “birthdays”') : n === 'one' ? 'For whom: “sailor”' : 'Several: “sailors”'} // prettier-ignore
            value={document.meant?.[n] ?? ''}
            maxLength={60}
            onChange={(e) => {
              const meant = { one: '', many: '', ...document.meant, [n]: e.target.value };
              const { meant: _, ...rest } = document;
              put({ document: meant.one || meant.many ? { ...rest, meant } : rest });
            }}
          />
        ))}
      </div>
      <div className="flex items-end justify-between">
        <Tabs label="Languages" value={at} change={setAt} tabs={spoken.map((l) => ({ value: l, word: languageName(l) }))} />
        <AddLanguage
          offered={OFFERED.filter((l) => !spoken.includes(l))}
          add={(added) => {
            putDocument({ by: { ...document.by, [added]: { long: [], short: [], tags: [] } } });
            setAt(added);
          }}
        />
      </div>
      <LongTextField key={`long ${at}`} label="At length, one way a line: the writer takes one of them" rows={5} {...long} />
      <LongTextField key={`short ${at}`} label="In a few words, one way a line" rows={3} {...short} />
      <TagsField label="Tags" placeholder="add…" values={wording.tags} change={(tags) => putWording({ tags })} />
      <p className="text-[12px] text-soft">
        {about && about.proofs > 0
          ? `${count(about.proofs, 'proof')} made of it, ${about.listed} of them listed. When it says otherwise they are out of date.`
          : 'Nothing was made of it yet.'}{' '}
        In a pattern it is <code className="bg-paper2 px-1">{`{{ "${key || 'key'}" | phrase }}`}</code>.
      </p>
    </form>
  );
}
