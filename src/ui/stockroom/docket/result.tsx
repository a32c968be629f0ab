'use client';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { DocketDocument } from '@/core/docket/docket';
import type { PricePlan } from '@/core/pricing/plan';
import type { SceneSheet } from '@/core/scene/sheet';
import type { TriedView, WorstView } from '@/api/shapes/stockroom';
import type { ArtworkView } from '@/api/views';
import { act, api, sentenceOf } from '../../api';
import { Button } from '../../parts/button';
import { ChoiceField } from '../../parts/fields/field';
import { amount, count } from '../../parts/format';
import { Notice } from '../../parts/notice';
import { useSettled } from '../../parts/use-settled';
import { PriceBars } from '../../proofs/price-bars';
import { useGoods } from './form';
import { Preview } from '../../mockup/preview';

/** The worst is looked for among so many. */
const MOST_TRIED = 60;

/** What the docket as it stands makes of a sample artwork, at every change. */
export function Result({ document, plan }: { document: DocketDocument; plan: PricePlan }) {
  const { scenes, outlets, fitting, sample, chooseSample } = useGoods();
  const rulesOf = outlets.filter((o) => o.rules);
  const [outletId, setOutletId] = useState(rulesOf[0]?.id ?? '');
  const asked = useSettled(JSON.stringify({ document, plan, artwork: sample?.id, outlet: outletId }));
  const { data: tried, error } = useQuery({
    queryKey: ['dockets/try', asked],
    queryFn: () => api<TriedView>('POST', '/dockets/try', JSON.parse(asked) as object),
    enabled: Boolean(sample && outletId),
    placeholderData: keepPreviousData,
    staleTime: 0,
    retry: false,
    meta: { live: false },
  });
  const [looking, setLooking] = useState(false);
  const worst = async () => {
    setLooking(true);
    await act(async () => {
      const artworks = fitting.slice(0, MOST_TRIED).map((a) => a.id);
      const { worst } = await api<WorstView>('POST', '/dockets/worst', { document, plan, artworks, outlet: outletId });
      if (!worst) return;
      chooseSample(worst.artwork);
      return worst.stops || worst.told
        ? `The worst of ${worst.tried}: ${count(worst.stops, 'problem')} that ${worst.stops === 1 ? 'stops' : 'stop'} it, ${worst.told} told beside.`
        : `Nothing is wrong on any of ${worst.tried}; this has the shortest title.`;
    });
    setLooking(false);
  };
  return (
    <section className="min-h-0 overflow-auto border-l border-rule bg-paper px-5 py-3" aria-label="What it makes">
      <div className="mb-2 grid grid-cols-[auto_1fr_auto_auto_136px] items-center gap-2">
        <span className="text-soft">on</span>
        <ChoiceField
          hideLabel
          label="Sample artwork"
          options={fitting.map((a) => [a.id, a.name] as const)}
          value={sample?.id ?? ''}
          onChange={(e) => chooseSample(e.target.value)}
        />
        <Button
          tone="quiet"
          busy={looking}
          disabled={!sample || !outletId}
          title="the one on which this docket comes off worst: most that stops it, most that is told, the shortest title"
          onClick={() => void worst()}
        >
          The worst
        </Button>
        <span className="text-soft">for</span>
        <ChoiceField
          hideLabel
          label="Sample outlet"
          options={rulesOf.map((o) => [o.id, o.name] as const)}
          value={outletId}
          onChange={(e) => setOutletId(e.target.value)}
        />
      </div>
      {!sample && (
        <p className="py-10 text-center text-soft">
          No artwork that this docket takes is here yet. Bring one in to see what comes of it.
        </p>
      )}
      {!rulesOf.length && (
        <p className="py-4 text-center text-soft">Connect an outlet to see titles, tags and prices by its rules.</p>
      )}
      {error && <Notice tone="bad">{sentenceOf(error)}</Notice>}
      {tried && sample?.thumb && <Shown tried={tried} sample={sample} scenes={scenes} />}
    </section>
  );
}

function Shown({ tried, sample, scenes }: { tried: TriedView; sample: ArtworkView; scenes: SceneSheet[] }) {
  const { title, tags, description, prices } = tried.fields;
  const price = prices.value.find((p) => p.size === 'M') ?? prices.value[0];
  // of files the list says more than what a scene shows
  const first = tried.files.length ? undefined : tried.pictures[0]?.prints[0]?.layers.find((l) => l.artwork);
  return (
    <>
      <div className="grid grid-cols-3 gap-1.5">
        {tried.pictures.map((p, i) => {
          const sheet = scenes.find((s) => s.id === p.scene)!;
          return (
            <Preview
              key={i}
              alt={`${sample.name}, ${p.colourName}, ${sheet.title}`}
              className={`block aspect-square w-full ${i === 0 ? 'col-span-3' : ''}`}
              sheet={sheet}
              products={p.products}
              prints={p.prints}
            />
          );
        })}
      </div>
      {first && (
        <p className="mt-1.5 text-soft">
          {Math.round(first.widthMm)} mm wide at {Math.floor(first.ppi)} px/in
        </p>
      )}
      {tried.files.length > 0 && (
        <table className="table-xs table mt-2" aria-label="Files to download">
          <tbody>
            {tried.files.map((f) => (
              <tr key={f.word}>
                <td className="font-semibold">{f.word}</td>
                <td>
                  {f.printed && 'up to '}
                  {f.size}
                </td>
                <td className="text-right tabular-nums">
                  {f.widthPx} × {f.heightPx} px
                </td>
                <td>{f.formats.join(', ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {tried.problems.map((p) => (
        <p key={p.sentence} className={`mt-1.5 px-2.5 py-1.5 ${p.stops ? 'bg-spot-t' : 'border-l-2 border-ochre bg-ochre-t/50'}`}>
          {p.sentence}
        </p>
      ))}
      <p className="mt-3 font-slab text-[15px] leading-snug font-semibold">{title.value}</p>
      <p className="mt-1.5 flex flex-wrap gap-x-2.5 gap-y-1">
        {tags.value.map((t) => (
          <span key={t} className="border-b border-rule">
            {t}
          </span>
        ))}
      </p>
      <p className="mt-2 whitespace-pre-line">{description.value}</p>
      {price && (
        <div className="cut mt-3 pt-3">
          <p className="mb-1 flex justify-between">
            <b>
              {price.size}: {amount(price.priceMinor)}
            </b>
            <span className="text-soft">{(price.marginShare / 10_000).toFixed(1)}% kept</span>
          </p>
          <PriceBars price={price} detail />
        </div>
      )}
    </>
  );
}
