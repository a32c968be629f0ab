'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Placed } from '@/core/placement/place';
import { whyNot, type BlankSpec, type DocketSpec } from '@/core/planning/docket';
import { fromDecimal } from '@/core/money/money';
import type { SceneSheet } from '@/core/scene/scene';
import type { Problem } from '@/core/rules/rules';
import type { DocketRow } from '@/services/stockroom/stockroom';
import type { ArtworkView, OutletView, ProofView } from '@/api/views';
import { act, api, Refusal } from '../api';
import { amount } from '../parts/format';
import { PriceBars } from '../proofs/price-bars';
import { Preview } from './preview';
import { Button } from '../parts/button';

interface Tried {
  fields: Required<ProofView['fields']>;
  problems: Problem[];
  colours: { name: string; hex: string }[];
  pictures: { scene: string; area: string; colour: string; colourName: string; placed: Placed }[];
}

/** A docket on the left, what it makes of a sample artwork on the right, at every change. */
export function DocketEditor({
  docket,
  blanks,
  scenes,
  samples,
  outlets,
}: {
  docket: DocketRow;
  blanks: BlankSpec[];
  scenes: SceneSheet[];
  samples: ArtworkView[];
  outlets: OutletView[];
}) {
  const router = useRouter();
  const [name, setName] = useState(docket.name);
  const [spec, setSpec] = useState<DocketSpec>(docket.spec);
  const blank = blanks.find((b) => b.id === docket.blankId)!;
  const fitting = samples.filter((a) => whyNot(spec.accepts, a) === null);
  const [sampleId, setSampleId] = useState('');
  const sample = fitting.find((a) => a.id === sampleId) ?? fitting[0];
  const rulesOf = outlets.filter((o) => o.rules);
  const [outletId, setOutletId] = useState(rulesOf[0]?.id ?? '');
  const [tried, setTried] = useState<Tried | null>(null);
  const [fault, setFault] = useState('');
  const [saved, setSaved] = useState(true);

  const set = (part: Partial<DocketSpec>) => {
    setSpec((old) => ({ ...old, ...part }));
    setSaved(false);
  };
  const wording = (part: Partial<DocketSpec['wording']>) => set({ wording: { ...spec.wording, ...part } });
  const plan = (part: Partial<DocketSpec['pricePlan']>) => set({ pricePlan: { ...spec.pricePlan, ...part } });
  const placement = (part: Partial<DocketSpec['placement']>) => set({ placement: { ...spec.placement, ...part } });

  const specText = JSON.stringify(spec);
  useEffect(() => {
    if (!sample) return;
    let stale = false;
    const timer = setTimeout(() => {
      api<Tried>('POST', '/dockets/try', {
        blankId: docket.blankId,
        spec: JSON.parse(specText) as DocketSpec,
        artwork: sample.id,
        outlet: outletId,
      }).then(
        (made) => {
          if (stale) return;
          setTried(made);
          setFault('');
        },
        (e: Refusal) => stale || setFault(e.sentence),
      );
    }, 140);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [specText, sample, outletId, docket.blankId]);

  const save = () =>
    void act(async () => {
      const kept = await api<DocketRow>(docket.id ? 'PUT' : 'POST', docket.id ? `/dockets/${docket.id}` : '/dockets', {
        name,
        blankId: docket.blankId,
        spec,
      });
      setSaved(true);
      if (!docket.id) router.replace(`/stockroom/dockets/${kept.id}`);
      return `${kept.name} is saved. Proofs drafted from now on follow it.`;
    });
  const toggled = (list: string[], all: string[], one: string) =>
    all.filter((x) => (x === one ? !list.includes(x) : list.includes(x)));
  const price = tried?.fields.prices.value.find((p) => p.size === 'M') ?? tried?.fields.prices.value[0];
  const aim = spec.pricePlan.aim;
  const sheets = scenes.filter((s) => s.blank === blank.kind && s.areas.some((a) => a.name === spec.area));
  return (
    <div className="grid h-full min-h-0 grid-cols-[1fr_minmax(420px,44%)]">
      <section className="min-h-0 overflow-auto px-[18px] pt-2.5 pb-10">
        <div className="flex items-center gap-3">
          <Link href="/stockroom" className="text-soft underline">
            Stockroom
          </Link>
          <span className="text-soft">/</span>
          <h1 className="grow text-[22px]">{docket.id ? 'Docket' : 'New docket'}</h1>
          <span className="text-soft">{saved ? (docket.id ? 'saved' : '') : 'not saved yet'}</span>
          <Button tone="go" disabled={saved && Boolean(docket.id)} onClick={save}>
            Save docket
          </Button>
        </div>
        <Part word="Name and blank">
          <input
            className="input font-slab text-[16px]"
            aria-label="Name"
            placeholder="Name of the docket"
            value={name}
            onChange={(e) => {
              setName(e.target.value);
              setSaved(false);
            }}
          />
          <div className="mt-3 grid grid-cols-[1fr_160px] gap-4">
            {docket.id ? (
              <p className="pt-1 text-soft">
                {blank.name}, {blank.printHouse}
              </p>
            ) : (
              <select
                className="select"
                aria-label="Blank"
                value={docket.blankId}
                onChange={(e) => router.replace(`/stockroom/dockets/new?blank=${e.target.value}`)}
              >
                {blanks.map((b) => (
                  <option key={b.id} value={b.id}>
                    {b.name}
                  </option>
                ))}
              </select>
            )}
            <input
              className="input"
              aria-label="Noun"
              placeholder="noun, as buyers say it"
              value={spec.noun}
              onChange={(e) => set({ noun: e.target.value })}
            />
          </div>
          <p className="mt-3 flex flex-wrap gap-1.5" role="group" aria-label="Colours">
            {blank.colours.map((c) => (
              <button
                key={c.name}
                aria-pressed={spec.colours.includes(c.name)}
                className={`inline-flex items-center gap-1.5 border px-2 py-1 ${spec.colours.includes(c.name) ? 'border-ink' : 'border-rule text-faint'}`}
                onClick={() =>
                  set({
                    colours: toggled(
                      spec.colours,
                      blank.colours.map((x) => x.name),
                      c.name,
                    ),
                  })
                }
              >
                <i
                  className="inline-block h-3.5 w-3.5 border border-rule"
                  style={{ background: c.hex, opacity: spec.colours.includes(c.name) ? 1 : 0.4 }}
                />{' '}
                {c.name}
              </button>
            ))}
          </p>
          <p className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label="Sizes">
            {blank.sizes.map((s) => (
              <button
                key={s.name}
                aria-pressed={spec.sizes.includes(s.name)}
                className={`border px-2 py-1 ${spec.sizes.includes(s.name) ? 'border-ink' : 'border-rule text-faint'}`}
                onClick={() =>
                  set({
                    sizes: toggled(
                      spec.sizes,
                      blank.sizes.map((x) => x.name),
                      s.name,
                    ),
                  })
                }
              >
                {s.name}
              </button>
            ))}
          </p>
        </Part>
        <Part word="Placement">
          <div className="grid grid-cols-[184px_150px_1fr_1fr] items-end gap-4">
            <Labelled label="Print area">
              <select className="select" value={spec.area} onChange={(e) => set({ area: e.target.value })}>
                {blank.areas.map((a) => (
                  <option key={a.name} value={a.name}>
                    {a.name}, {Math.round(a.widthMm)} × {Math.round(a.heightMm)} mm
                  </option>
                ))}
              </select>
            </Labelled>
            <Labelled label="How it sits">
              <select
                className="select"
                value={spec.placement.mode}
                onChange={(e) => placement({ mode: e.target.value as 'fit' | 'cover' })}
              >
                <option value="fit">fit inside</option>
                <option value="cover">cover all of it</option>
              </select>
            </Labelled>
            {spec.placement.mode === 'fit' && (
              <>
                <Labelled label={`Size: ${Math.round(spec.placement.scale * 100)}% of the area`}>
                  <input
                    type="range"
                    className="range range-xs range-secondary"
                    min={10}
                    max={100}
                    value={spec.placement.scale * 100}
                    onChange={(e) => placement({ scale: Number(e.target.value) / 100 })}
                  />
                </Labelled>
                <Labelled label={`From the top: ${spec.placement.topMm} mm`}>
                  <input
                    type="range"
                    className="range range-xs range-secondary"
                    min={0}
                    max={160}
                    value={spec.placement.topMm}
                    onChange={(e) => placement({ topMm: Number(e.target.value) })}
                  />
                </Labelled>
              </>
            )}
          </div>
          <div className="mt-3 grid grid-cols-2 gap-4">
            <Labelled label="Takes artwork">
              <select
                className="select"
                value={spec.accepts.ground}
                onChange={(e) => set({ accepts: { ...spec.accepts, ground: e.target.value as DocketSpec['accepts']['ground'] } })}
              >
                <option value="see-through">with a see-through ground</option>
                <option value="full">that fills its sheet</option>
                <option value="any">of any kind</option>
              </select>
            </Labelled>
            <Labelled label="At least, px/in as printed">
              <input
                type="number"
                className="input"
                value={spec.accepts.minPpi}
                onChange={(e) => set({ accepts: { ...spec.accepts, minPpi: Math.round(Number(e.target.value)) } })}
              />
            </Labelled>
          </div>
        </Part>
        <Part word="Shot list" about="the first is the thumbnail">
          <ol className="grid gap-1.5">
            {spec.shots.map((shot, i) => (
              <li key={i} className="grid grid-cols-[22px_1fr_170px_auto] items-center gap-2">
                <span className="text-soft">{i + 1}</span>
                <select
                  className="select"
                  aria-label={`Scene ${i + 1}`}
                  value={shot.scene}
                  onChange={(e) => set({ shots: spec.shots.map((s, k) => (k === i ? { ...s, scene: e.target.value } : s)) })}
                >
                  {sheets.map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.title}
                    </option>
                  ))}
                </select>
                <select
                  className="select"
                  aria-label={`Colour ${i + 1}`}
                  value={String(shot.colour)}
                  onChange={(e) =>
                    set({
                      shots: spec.shots.map((s, k) =>
                        k === i ? { ...s, colour: e.target.value === 'featured' ? 'featured' : Number(e.target.value) } : s,
                      ),
                    })
                  }
                >
                  <option value="featured">featured colour</option>
                  {[1, 2, 3, 4, 5].map((n) => (
                    <option key={n} value={n}>
                      colour {n + 1}
                    </option>
                  ))}
                </select>
                <span className="flex">
                  <Button
                    tone="quiet"
                    aria-label={`Move picture ${i + 1} up`}
                    disabled={i === 0}
                    onClick={() =>
                      set({ shots: spec.shots.map((s, k) => (k === i - 1 ? shot : k === i ? spec.shots[i - 1]! : s)) })
                    }
                  >
                    ↑
                  </Button>
                  <Button
                    tone="quiet"
                    aria-label={`Take out picture ${i + 1}`}
                    disabled={spec.shots.length === 1}
                    onClick={() => set({ shots: spec.shots.filter((_, k) => k !== i) })}
                  >
                    −
                  </Button>
                </span>
              </li>
            ))}
          </ol>
          <Button
            className="mt-2 justify-self-start"
            onClick={() => set({ shots: [...spec.shots, { scene: sheets[0]!.id, colour: 'featured' }] })}
          >
            Add a picture
          </Button>
        </Part>
        <Part
          word="Wording"
          about="{{ artwork.name }}, .subject, .keywords · {{ product.noun }}, .name, .text, .care, .sizes, .colours · {{ outlet.name }}"
        >
          <Labelled label="Title">
            <textarea
              className="textarea"
              rows={2}
              value={spec.wording.title}
              onChange={(e) => wording({ title: e.target.value })}
            />
          </Labelled>
          <Labelled label="Description">
            <textarea
              className="textarea"
              rows={6}
              value={spec.wording.description}
              onChange={(e) => wording({ description: e.target.value })}
            />
          </Labelled>
          <Labelled label="Tags, one a line; the artwork’s keywords come first">
            <textarea
              className="textarea"
              rows={5}
              value={spec.wording.tags.join('\n')}
              onChange={(e) => wording({ tags: e.target.value.split('\n').filter((t) => t.trim()) })}
            />
          </Labelled>
        </Part>
        <Part word="Price plan">
          <div className="grid grid-cols-4 items-end gap-4">
            <Labelled label="Plan">
              <input className="input" value={spec.pricePlan.name} onChange={(e) => plan({ name: e.target.value })} />
            </Labelled>
            <Labelled label="Aim">
              <select
                className="select"
                value={aim.kind}
                onChange={(e) =>
                  plan({
                    aim:
                      e.target.value === 'margin'
                        ? { kind: 'margin', share: 350_000 }
                        : { kind: e.target.value as 'profit' | 'fixed', minor: e.target.value === 'profit' ? 800 : 2499 },
                  })
                }
              >
                <option value="margin">margin, %</option>
                <option value="profit">profit, {blank.currency}</option>
                <option value="fixed">fixed price, {blank.currency}</option>
              </select>
            </Labelled>
            <Labelled label="How much">
              <input
                key={aim.kind}
                className="input"
                aria-label="How much"
                defaultValue={aim.kind === 'margin' ? aim.share / 10_000 : amount(aim.minor)}
                onChange={(e) => {
                  const money = fromDecimal(e.target.value, blank.currency);
                  if (money && money.minor > 0)
                    plan({
                      aim:
                        aim.kind === 'margin'
                          ? { kind: 'margin', share: Math.min(950_000, money.minor * 100) }
                          : { kind: aim.kind, minor: money.minor },
                    });
                }}
              />
            </Labelled>
            <Labelled label="Prices end in">
              <select
                className="select"
                value={String(spec.pricePlan.ending)}
                onChange={(e) => plan({ ending: e.target.value === 'null' ? null : Number(e.target.value) })}
              >
                <option value="99">.99</option>
                <option value="95">.95</option>
                <option value="null">as they come</option>
              </select>
            </Labelled>
          </div>
          <label className="mt-3 flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={spec.pricePlan.postageIncluded}
              onChange={(e) => plan({ postageIncluded: e.target.checked })}
            />{' '}
            postage is in the price
          </label>
        </Part>
        <Part word="Outlets">
          <p className="flex gap-5">
            {outlets.map((o) => (
              <label key={o.id} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="checkbox checkbox-xs"
                  checked={spec.outlets.includes(o.id)}
                  onChange={() =>
                    set({
                      outlets: toggled(
                        spec.outlets,
                        outlets.map((x) => x.id),
                        o.id,
                      ),
                    })
                  }
                />{' '}
                {o.name}
              </label>
            ))}
          </p>
        </Part>
      </section>
      <section className="min-h-0 overflow-auto border-l border-rule bg-paper px-5 py-3" aria-label="What it makes">
        <div className="mb-2 flex items-center gap-2">
          <span className="text-soft">on</span>
          <select
            className="select min-w-0 grow"
            aria-label="Sample artwork"
            value={sample?.id ?? ''}
            onChange={(e) => setSampleId(e.target.value)}
          >
            {fitting.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name}
              </option>
            ))}
          </select>
          <span className="text-soft">for</span>
          <select
            className="select w-auto"
            aria-label="Sample outlet"
            value={outletId}
            onChange={(e) => setOutletId(e.target.value)}
          >
            {rulesOf.map((o) => (
              <option key={o.id} value={o.id}>
                {o.name}
              </option>
            ))}
          </select>
        </div>
        {!sample && (
          <p className="py-10 text-center text-soft">
            No artwork that this docket takes is here yet. Bring one in to see what comes of it.
          </p>
        )}
        {!rulesOf.length && (
          <p className="py-4 text-center text-soft">Connect an outlet to see titles, tags and prices by its rules.</p>
        )}
        {fault && (
          <p role="alert" className="mb-2 bg-spot-t px-2.5 py-1.5">
            {fault}
          </p>
        )}
        {tried && sample?.thumb && (
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
                    area={p.area}
                    colour={p.colour}
                    placed={p.placed}
                    artwork={sample.thumb!}
                  />
                );
              })}
            </div>
            {tried.pictures[0] && (
              <p className="mt-1.5 text-soft">
                {Math.round(tried.pictures[0].placed.widthMm * sample.measured!.trim.width)} mm wide at{' '}
                {Math.round(tried.pictures[0].placed.ppi)} px/in
              </p>
            )}
            {tried.problems.map((p) => (
              <p
                key={p.sentence}
                className={`mt-1.5 px-2.5 py-1.5 ${p.stops ? 'bg-spot-t' : 'border-l-2 border-ochre bg-ochre-t/50'}`}
              >
                {p.sentence}
              </p>
            ))}
            <p className="mt-3 font-slab text-[15px] leading-snug font-semibold">{tried.fields.title.value}</p>
            <p className="mt-1.5 flex flex-wrap gap-x-2.5 gap-y-1">
              {tried.fields.tags.value.map((t) => (
                <span key={t} className="border-b border-rule">
                  {t}
                </span>
              ))}
            </p>
            <p className="mt-2 whitespace-pre-line">{tried.fields.description.value}</p>
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
        )}
      </section>
    </div>
  );
}

function Part({ word, about, children }: { word: string; about?: string; children: React.ReactNode }) {
  return (
    <fieldset className="mt-5">
      <legend className="float-left mb-2.5 flex w-full items-baseline gap-3 border-b-[1.5px] border-ink pb-1">
        <span className="font-slab text-[16px] font-semibold">{word}</span>
        {about && <span className="text-[11.5px] text-soft">{about}</span>}
      </legend>
      <div className="clear-both grid gap-1">{children}</div>
    </fieldset>
  );
}

const Labelled = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <label className="block">
    <span className="mb-0.5 block text-[11.5px] text-soft">{label}</span>
    {children}
  </label>
);
