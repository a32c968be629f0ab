'use client';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { WritingDoneView, WritingSeenView } from '@/api/shapes/words';
import { api, sentenceOf } from '../api';
import { sayStep } from '../commands/steps';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { RadioGroup, Toggles } from '../parts/fields/choices';
import { TagsField } from '../parts/fields/tags';
import { count } from '../parts/format';
import { Notice } from '../parts/notice';
import { useSettled } from '../parts/use-settled';

/** Whose words may be written: what a person says, and what means it. */
export interface WritingChoice {
  says: string;
  meant: { ids: string[] } | { search: Record<string, string> };
}

/** Phrases for one selection: so many of them. */
const SEEDS = 6;

/** Words of many proofs, written from their artwork: each field is shown as it is and as it would be, before anything is changed. */
export function WritingDialog({
  choices,
  fields: offered,
  close,
}: {
  choices: readonly WritingChoice[];
  /** What can be written: names of fields, and what they are called. */
  fields: readonly (readonly [name: string, word: string])[];
  close: () => void;
}) {
  const [chosen, setChosen] = useState(0);
  const [fields, setFields] = useState<string[]>(offered.map(([name]) => name));
  const [seeds, setSeeds] = useState<string[]>([]);
  const [throws, setThrows] = useState(1);
  const [without, setWithout] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const asked = { ...choices[chosen]!.meant, fields, seeds, throws };
  const settled = useSettled(JSON.stringify(asked));
  const { data, error, isFetching } = useQuery({
    queryKey: ['writing', settled],
    queryFn: () => api<WritingSeenView>('POST', '/proofs/writing/try', JSON.parse(settled) as object),
    enabled: fields.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
    meta: { live: false },
  });
  const all = (data?.total ?? 0) - without.length;
  const write = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const done = await api<WritingDoneView>('POST', '/proofs/writing', { ...asked, except: without });
      if (done.undo) sayStep(`${count(done.proofs, 'proof')} ${done.proofs === 1 ? 'is' : 'are'} being written`, done.undo);
      close();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    setBusy(false);
  };
  const words = new Map(offered);
  const left = Object.entries(data?.left ?? {}).filter(([, n]) => n);
  return (
    <Dialog
      open
      onClose={close}
      label="Write from the artwork"
      width={940}
      foot={
        <>
          {problem && <span className="grow text-spot">{problem}</span>}
          <Button onClick={() => setThrows((n) => n + 1)} busy={isFetching}>
            Another throw
          </Button>
          <Button tone="go" busy={busy} disabled={!data || all < 1 || !fields.length} onClick={() => void write()}>
            Write {all > 0 ? count(all, 'proof') : ''}
          </Button>
        </>
      }
    >
      <h2 className="text-[19px]">Write from the artwork</h2>
      <p className="mt-0.5 mb-3 text-soft">
        From what was recognised in it, the phrasebook, the goods and the docket’s note. What a hand wrote stays.
      </p>
      <div className="mb-4 grid grid-cols-[1fr_1.3fr] gap-x-6 gap-y-3">
        <div className="self-start">
          <RadioGroup
            label="Whose"
            value={String(chosen)}
            change={(at) => {
              setWithout([]);
              setChosen(Number(at));
            }}
            options={choices.map((c, i) => [String(i), c.says] as const)}
          />
        </div>
        <div className="grid content-start gap-2.5">
          <Toggles
            label="What is written"
            options={offered.map(([, word]) => ({ value: word }))}
            on={fields.map((f) => words.get(f)!)}
            toggle={(word) => {
              const name = offered.find(([, w]) => w === word)![0];
              setFields((f) => (f.includes(name) ? f.filter((x) => x !== name) : [...f, name]));
            }}
          />
          <TagsField
            label="Phrases that they say, typed once for all of them"
            placeholder="gift for grandad, funny fishing…"
            values={seeds}
            change={(list) => setSeeds(list.slice(0, SEEDS))}
          />
        </div>
      </div>
      {error && <Notice tone="bad">{sentenceOf(error)}</Notice>}
      {left.length > 0 && <p className="mb-2 text-soft">Left as they are: {left.map(([why, n]) => `${n} ${why}`).join(', ')}.</p>}
      <ul aria-label="What would be written">
        {data?.items.map((item) => {
          const off = without.includes(item.proof);
          return (
            <li key={item.proof} className={`border-t border-rule py-3 ${off ? 'opacity-45' : ''}`}>
              <label className="flex items-baseline gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs self-center"
                  checked={!off}
                  onChange={() => setWithout((w) => (off ? w.filter((id) => id !== item.proof) : [...w, item.proof]))}
                />
                <b className="font-slab text-[15px]">{item.artwork}</b>
                <span className="text-soft">
                  {item.docket} · {item.outlet}
                </span>
              </label>
              <dl className="mt-1.5 grid gap-2">
                {item.fields.map((f) => (
                  <Seen key={`${f.field} ${f.language}`} field={f} />
                ))}
              </dl>
            </li>
          );
        })}
      </ul>
      {data && data.total > data.items.length && (
        <p className="border-t border-rule pt-2 text-soft">
          And {count(data.total - data.items.length, 'more proof')}, each with words of its own.
        </p>
      )}
    </Dialog>
  );
}

const asText = (said: string | string[]): string => (Array.isArray(said) ? said.join(', ') : said);

/** A field as it is, struck, and as it would be. */
function Seen({ field: { label, language, now, next, stays } }: { field: WritingSeenView['items'][number]['fields'][number] }) {
  const [is, was] = [asText(next), asText(now)];
  const same = stays || is === was;
  return (
    <div className="grid grid-cols-[112px_1fr_1fr] gap-4">
      <dt className="text-[11.5px] text-soft">
        {label}
        {language !== 'en' && `, ${language}`}
      </dt>
      <dd className={`whitespace-pre-line ${same ? '' : 'text-soft line-through decoration-spot/60'}`}>{was || 'nothing yet'}</dd>
      <dd className="whitespace-pre-line">
        {stays ? (
          <span className="text-soft">stays: a hand wrote it</span>
        ) : is === was ? (
          <span className="text-soft">the same</span>
        ) : (
          is
        )}
      </dd>
    </div>
  );
}
