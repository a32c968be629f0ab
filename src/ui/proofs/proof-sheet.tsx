'use client';
import { useState } from 'react';
import type { OutletView, ProofView } from '@/api/views';
import { act, api } from '../api';
import { Dialog } from '../parts/dialog';
import { Mark } from '../parts/marks';
import { Line, Source } from '../parts/slip';
import { PrintFiles } from '../prints/print-files';
import { ColoursOnOffer } from './colours-on-offer';
import { Downloads } from './downloads';
import { Problems } from './problems';
import { Standing } from './standing';
import { Further } from './further';
import { StoryFold } from '../desk/story';
import { Prices, Text } from './proof-fields';
import { CommandButton, registry, type Bindings } from '../commands/commands';
import { inverse, type Name, type ProofEdit } from './inverse';
import { sourceOf } from './source-of';
import { TagReasons } from './tag-reasons';

/** One proof in full: pictures large, words with the outlet's limits, every price with what goes and what stays. */
export function ProofSheet({
  proof,
  outlet,
  bindings,
  closer,
  setCloser,
}: {
  proof: ProofView;
  outlet: OutletView;
  bindings: Bindings;
  closer: boolean;
  setCloser: (on: boolean) => void;
}) {
  const [shot, setShot] = useState(0);
  const [saved, setSaved] = useState('');
  const { fields } = proof;
  const locked = ['sending', 'drafting'].includes(proof.state);
  const picture = proof.pictures[shot] ?? proof.pictures[0];
  const rules = outlet.rules;
  const { history } = registry;
  const change = (edit: ProofEdit) => {
    setSaved('saving…');
    // the first time it says which state of the proof it was made on; taking back and making again go by what is there then
    const save = (body: ProofEdit & { version?: number }, says: string) =>
      api('PATCH', `/proofs/${proof.id}`, body).then(() => says);
    const what = `“${proof.artwork}”`;
    void act(async () => {
      await save({ ...edit, version: proof.version }, '');
      const before = inverse(proof, edit);
      history.did({
        says: `${what} changed`,
        back: () => save(before, `${what} is as it was before.`),
        again: () => save(edit, `${what} is changed again.`),
      });
    }).then((ok) => setSaved(ok ? 'saved' : 'not saved'));
  };
  /** What the pattern makes of a field now, for whoever thinks of going back to it. */
  const made = (field: Name): string | undefined => {
    const its =
      field === 'tags'
        ? proof.content.tags[proof.language]?.made?.join(', ')
        : proof.content.words[field]?.[proof.language]?.made;
    return its ? `The pattern makes: ${its}` : undefined;
  };
  const back = (field: Name) =>
    !locked && (
      <button className="underline hover:text-ink" title={made(field)} onClick={() => change({ pattern: [field] })}>
        back to the pattern
      </button>
    );
  const source = (name: 'title' | 'description' | 'tags' | 'prices') =>
    fields[name] && (
      <>
        <Source from={sourceOf(proof, name)} plan={name === 'prices' ? proof.plan : undefined} />
        {fields[name].from === 'hand' && back(name)}
      </>
    );
  return (
    <section className="min-h-0 overflow-auto px-6 py-4" aria-label="Proof">
      <div className="mb-3 flex items-start gap-4">
        <div className="min-w-0 grow">
          <small className="text-soft">
            Proof · {proof.outlet} · {proof.docket}
          </small>
          <h2 className="truncate text-[20px] leading-tight">{proof.artwork}</h2>
        </div>
        <span className="pt-2 text-soft" aria-live="polite">
          {saved}
        </span>
        <span className="pt-2">
          <Mark state={proof.state} word />
        </span>
        <CommandButton id="proofs.pass" of={bindings} tone="go">
          Pass
        </CommandButton>
        <CommandButton id="proofs.take-back" of={bindings}>
          Take back
        </CommandButton>
        <CommandButton id="proofs.send-change" of={bindings}>
          {proof.refusalCode === 'changed-there' ? 'Send it all the same' : 'Send the change'}
        </CommandButton>
      </div>
      <div className="grid grid-cols-[minmax(300px,44%)_1fr] gap-6">
        <div>
          {picture?.picture ? (
            <button className="block w-full cursor-zoom-in" aria-label="Look closer" onClick={() => setCloser(true)}>
              <img
                src={picture.picture}
                alt={`${proof.artwork}, ${picture.colour}`}
                className="aspect-square w-full object-cover"
              />
            </button>
          ) : (
            <div className="grid aspect-square place-items-center bg-rule2 text-soft">
              {proof.state === 'drafting' ? 'being made…' : 'no picture'}
            </div>
          )}
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            {proof.pictures.map((s, i) => (
              <button
                key={i}
                aria-label={`Picture ${i + 1}, ${s.colour || s.kind}`}
                aria-pressed={i === shot}
                className={i === shot ? 'outline-[2.5px] outline-teal' : ''}
                onClick={() => setShot(i)}
              >
                {s.small ? (
                  <img src={s.small} alt="" className="h-[62px] w-[62px] object-cover" />
                ) : (
                  <span className="grid h-[62px] w-[62px] place-items-center border border-dashed border-rule text-[11px] text-soft">
                    {s.kind === 'free' ? 'free' : '–'}
                  </span>
                )}
              </button>
            ))}
          </div>
          <ColoursOnOffer proof={proof} />
          <Downloads proof={proof} />
        </div>
        <div className="min-w-0">
          <Standing proof={proof} bindings={bindings} />
          <Problems proof={proof} />
          {fields.title && (
            <div className="mt-3">
              <Line
                label="Title"
                from={source('title')}
                note={`${fields.title.value.length} / ${rules?.title.maxLength ?? '–'}`}
                bad={fields.title.value.length > (rules?.title.maxLength ?? 1e9)}
              >
                <Text
                  key={fields.title.value}
                  label="Title"
                  value={fields.title.value}
                  rows={2}
                  locked={locked}
                  save={(title) => change({ title })}
                />
              </Line>
              <Line
                label="Tags"
                from={source('tags')}
                note={`${fields.tags!.value.length} / ${rules?.tags.max ?? '–'}`}
                bad={fields.tags!.value.length > (rules?.tags.max ?? 1e9)}
              >
                <Text
                  key={fields.tags!.value.join()}
                  label="Tags"
                  value={fields.tags!.value.join(', ')}
                  rows={3}
                  locked={locked}
                  save={(t) =>
                    change({
                      tags: t
                        .split(',')
                        .map((x) => x.trim())
                        .filter(Boolean),
                    })
                  }
                />
                <div className="flex justify-end">
                  <TagReasons proof={proof.id} has={fields.tags!.value} />
                </div>
              </Line>
              <Line label="Description" from={source('description')} note={`${fields.description!.value.length}`}>
                <Text
                  key={fields.description!.value}
                  label="Description"
                  value={fields.description!.value}
                  rows={6}
                  locked={locked}
                  save={(description) => change({ description })}
                />
              </Line>
              <Further proof={proof} outlet={outlet} locked={locked} change={change} />
            </div>
          )}
        </div>
      </div>
      {fields.prices && fields.prices.value.length > 0 && (
        <Prices proof={proof} locked={locked} change={change} source={source('prices')} currency={rules?.currency ?? 'USD'} />
      )}
      {proof.state !== 'drafting' && proof.colours.length > 0 && (
        <PrintFiles of={{ kind: 'proofs', id: proof.id }} className="mt-5" />
      )}
      <StoryFold of={proof.id} empty="Nothing yet since it was drafted." className="mt-5" />
      {picture?.picture && (
        <Dialog open={closer} onClose={() => setCloser(false)} label="Looked at closely" width={980} flush>
          <button className="block w-full cursor-zoom-out" aria-label="Enough" onClick={() => setCloser(false)}>
            <img
              src={picture.picture}
              alt={`${proof.artwork}, ${picture.colour}, large`}
              className="mx-auto max-h-[84vh] max-w-full object-contain"
            />
          </button>
        </Dialog>
      )}
    </section>
  );
}
