'use client';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useState } from 'react';
import type { HouseWordsView } from '@/api/shapes/checks';
import type { OutletView } from '@/api/views';
import { CHECK_WORDS } from '@/core/checking/checks';
import { api, sentenceOf } from '../api';
import { Button } from '../parts/button';
import { Dialog } from '../parts/dialog';
import { ChoiceField } from '../parts/fields/field';
import { TagsField } from '../parts/fields/tags';

type Lists = HouseWordsView['document'];
const EVERYWHERE = '';

/** The seller's own lists that words are held against. */
export function HouseWordsDialog({ outlets, close }: { outlets: readonly OutletView[]; close: () => void }) {
  const { data, error } = useQuery({
    queryKey: ['house words'],
    queryFn: () => api<HouseWordsView>('GET', '/words/lists'),
    // what is being changed is not changed under the hand
    meta: { live: false },
    gcTime: 0,
  });
  return (
    <Dialog open onClose={close} label="Words of the house" width={720} flush>
      {data ? (
        <Form first={data} outlets={outlets} close={close} />
      ) : (
        <p className="p-5 text-soft">{error ? sentenceOf(error) : 'Fetching the lists …'}</p>
      )}
    </Dialog>
  );
}

function Form({ first, outlets, close }: { first: HouseWordsView; outlets: readonly OutletView[]; close: () => void }) {
  const [lists, setLists] = useState<Lists>(first.document);
  const [outlet, setOutlet] = useState(EVERYWHERE);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const queries = useQueryClient();
  const put = (part: Partial<Lists>) => setLists((was) => ({ ...was, ...part }));
  const here = (b: Lists['barred'][number]) => (b.outlet ?? EVERYWHERE) === outlet;
  const keep = async () => {
    setBusy(true);
    setProblem(null);
    try {
      await api('PUT', '/words/lists', { seen: first.revision, document: lists });
      await queries.invalidateQueries({ queryKey: ['checks'] });
      close();
    } catch (e) {
      setProblem(sentenceOf(e));
      setBusy(false);
    }
  };
  const elsewhere = lists.barred.filter((b) => !here(b)).length;
  return (
    <>
      <div className="grid gap-4 p-5">
        <div>
          <h2 className="text-[19px]">Words of the house</h2>
          <p className="mt-0.5 text-soft">
            Your own lists, which every listing is held against. Which words are somebody’s trademark, you must know: none are
            given.
          </p>
        </div>
        <TagsField label="Spelt right, whatever the dictionaries say" values={lists.right} change={(right) => put({ right })} />
        <div className="grid grid-cols-[1fr_180px] items-end gap-3">
          <TagsField
            label="Not to be written"
            note={elsewhere ? `${elsewhere} more for other outlets` : undefined}
            values={lists.barred.filter(here).map((b) => b.word)}
            change={(words) =>
              put({
                barred: [...lists.barred.filter((b) => !here(b)), ...words.map((word) => ({ word, ...(outlet && { outlet }) }))],
              })
            }
          />
          <ChoiceField
            label="Where"
            value={outlet}
            onChange={(e) => setOutlet(e.target.value)}
            options={[[EVERYWHERE, 'everywhere'], ...outlets.map((o) => [o.id, `at ${o.name}`] as const)]}
          />
        </div>
        <TagsField label="May be somebody’s trademark" values={lists.trademarks} change={(trademarks) => put({ trademarks })} />
        {lists.left.length > 0 && (
          <div>
            <p className="mb-1 text-[12px] text-soft">Left as they are</p>
            <ul className="grid max-h-[190px] gap-0.5 overflow-auto">
              {lists.left.map((l) => (
                <li key={`${l.check} ${l.what}`} className="flex items-baseline gap-2 border-b border-rule2 py-0.5">
                  <span className="min-w-0 grow truncate" title={l.what}>
                    {l.what}
                  </span>
                  <span className="text-[11.5px] text-soft">{CHECK_WORDS[l.check].label.toLowerCase()}</span>
                  <button
                    type="button"
                    aria-label={`Look at ${l.what} again`}
                    className="hover:text-spot"
                    onClick={() => put({ left: lists.left.filter((x) => x !== l) })}
                  >
                    <X size={12} />
                  </button>
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
      <div className="modal-action cut sticky bottom-0 z-10 bg-paper">
        {problem && <span className="grow text-spot">{problem}</span>}
        <Button onClick={close}>Cancel</Button>
        <Button tone="go" busy={busy} onClick={() => void keep()}>
          Keep the lists
        </Button>
      </div>
    </>
  );
}
