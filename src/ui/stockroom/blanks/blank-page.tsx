'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BlankView } from '@/api/views';
import { pixelSize } from '@/core/print-file/pixels';
import type { AreaSize } from '@/core/placement/lay';
import { areaOn, termsOf, type BlankDocument } from '@/core/stock/blank';
import { StoryFold } from '../../desk/story';
import { act, api } from '../../api';
import { tellLastStep } from '../../commands/steps';
import { Button, ButtonLink } from '../../parts/button';
import { ChoiceField } from '../../parts/fields/field';
import { amount, count } from '../../parts/format';
import { Heading } from '../heading';
import { AreaDrawing, groundOf, usually, type Sample } from '../area-drawing';
import { Standing } from './browse';
import { Sentences } from './sentences';
import { SizeTable } from './size-table';
import { swatchOf } from '../../parts/swatch';

/** All that is known of one blank: print areas to scale, costs, words, sizes, postage, safety. */
export function BlankPage({ blank, sample }: { blank: BlankView; sample: Sample | null }) {
  const { document: d } = blank;
  const router = useRouter();
  const takeAway = async () => {
    await api('DELETE', `/blanks/${d.id}`);
    await tellLastStep(d.id, `Took away the blank “${d.name}”`);
    return `${d.name} is taken away.`;
  };
  return (
    <div className="h-full overflow-auto px-[18px] pt-2.5 pb-10">
      <div className="flex items-center gap-3">
        <Link href="/stockroom/blanks" className="text-teal underline">
          Blanks
        </Link>
        <h1 className="text-[22px]">{d.name}</h1>
        <span className="text-soft">
          {d.kind} · {d.house} · {d.id}
        </span>
        <Standing onOfferFrom={d.onOfferFrom ?? null} goneAt={blank.goneAt} />
        <span className="grow" />
        {d.source === 'own' && (
          <>
            <Button tone="quiet" onClick={() => void act(takeAway).then((done) => done && router.push('/stockroom/blanks'))}>
              Take away
            </Button>
            <ButtonLink href={`/stockroom/blanks/${d.id}/change`}>Change</ButtonLink>
          </>
        )}
        <ButtonLink href={`/stockroom/blanks/new?from=${d.id}`}>Copy</ButtonLink>
        <ButtonLink tone="go" href={`/stockroom/dockets/new?blank=${d.id}`}>
          Make a docket of it
        </ButtonLink>
      </div>
      <div className="grid grid-cols-[1.25fr_1fr] gap-x-10">
        <div>
          <Areas document={d} sample={sample} />
          <Heading word="What it says" about="only what is for buyers reaches listings" />
          <Sentences blank={blank} />
          <p className="mt-3">
            <b>Care</b> <span className="text-soft">{d.care}</span>
          </p>
        </div>
        <div>
          <Costs document={d} />
          {d.sizeTable && <SizeTable table={d.sizeTable} />}
          <Facts document={d} />
          <StoryFold of={d.id} empty="Nothing yet." className="mt-5" />
        </div>
      </div>
    </div>
  );
}

/** Print areas drawn to one scale, as they are on a size. */
function Areas({ document: d, sample }: { document: BlankDocument; sample: Sample | null }) {
  const differs = d.areas.some((a) => a.bySize);
  const [size, setSize] = useState(d.sizes[0]!.name);
  const areas = d.areas.map((a) => ({ ...a, ...areaOn(d, a.name, size)! }));
  const room = Math.max(...areas.flatMap((a) => [a.widthMm, a.heightMm]));
  return (
    <>
      <Heading word="Print areas" about={count(d.areas.length, 'area')}>
        {differs && (
          <ChoiceField
            hideLabel
            label="On size"
            value={size}
            onChange={(e) => setSize(e.target.value)}
            options={d.sizes.map((s) => [s.name, `on ${s.name}`] as const)}
          />
        )}
      </Heading>
      <ul className="flex flex-wrap gap-x-8 gap-y-4">
        {areas.map((a) => (
          <li key={a.name}>
            <AreaDrawing area={a} roomMm={room} size={190} ground={groundOf(d.colours, sample)} layers={usually(sample, a)} />
            <b className="mt-1 block">{a.name}</b>
            <span className="block tabular-nums text-soft">
              {mm(a.widthMm)} x {mm(a.heightMm)} mm · {a.ppi} px/in
            </span>
            <span className="block tabular-nums text-soft">{px(a)}</span>
            <span className="block text-soft">
              {[
                a.safeMm && `safe ${a.safeMm} mm in`,
                a.bleedMm && `bleed ${a.bleedMm} mm`,
                a.cutOuts?.length && count(a.cutOuts.length, 'cut-out'),
                a.seams?.length && count(a.seams.length, 'seam'),
                a.mustBeFilled && 'must be filled',
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
            <span className="block text-soft">
              Template:{' '}
              {TEMPLATES.map((as) => (
                <a
                  key={as}
                  className="mr-2 inline-block py-1 text-teal underline"
                  aria-label={`Template of ${a.name} as ${as.toUpperCase()}`}
                  href={`/api/v1/blanks/${d.id}/template?${new URLSearchParams({ area: a.name, size, as })}`}
                >
                  {as.toUpperCase()}
                </a>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
/** What a template of an area is to be had as. */
const TEMPLATES = ['svg', 'pdf', 'png'] as const;
const mm = (n: number): string => String(Math.round(n * 10) / 10);
/** What a file for an area measures: with its bleed, as print files and templates do. */
function px(area: AreaSize & { ppi: number }): string {
  const { widthPx, heightPx } = pixelSize(area, area.ppi);
  return `${widthPx} x ${heightPx} px${area.bleedMm ? ' with its bleed' : ''}`;
}

/** What each size costs, and what of it is not there. */
function Costs({ document: d }: { document: BlankDocument }) {
  const finishes = d.finishes?.choices.map((f) => f.name) ?? [''];
  const missing = (size: string) =>
    d.colours.flatMap((c) =>
      finishes.flatMap((finish) => {
        const stock = termsOf(d, { colour: c.name, size, finish })?.stock;
        return stock && stock !== 'in stock' ? [`${[c.name, finish].filter(Boolean).join(', ')} ${stock}`] : [];
      }),
    );
  return (
    <>
      <Heading word="Costs" about={`${d.currency}, for one, before postage`} />
      <p className="mb-2 flex flex-wrap items-center gap-1.5">
        {d.colours.map((c) => (
          <i key={c.name} title={c.name} className="h-5 w-5 border border-rule" style={{ background: swatchOf(c) }} />
        ))}
        <span className="ml-1 text-soft">{count(d.colours.length, 'colour')}</span>
      </p>
      <table className="table bg-paper table-sm">
        <thead className="text-soft">
          <tr>
            <th>Size</th>
            {finishes.map((f) => (
              <th key={f} className="text-right">
                {f || 'Cost'}
              </th>
            ))}
            <th>Not there</th>
          </tr>
        </thead>
        <tbody>
          {d.sizes.map((s) => (
            <tr key={s.name}>
              <td className="whitespace-nowrap">{s.name}</td>
              {finishes.map((finish) => {
                const costs = d.colours.flatMap((c) => termsOf(d, { colour: c.name, size: s.name, finish })?.costMinor ?? []);
                const [least, most] = [Math.min(...costs), Math.max(...costs)];
                return (
                  <td key={finish} className="text-right tabular-nums">
                    {costs.length ? amount(least, d.currency) : '–'}
                    {most > least && ` – ${amount(most, d.currency)}`}
                  </td>
                );
              })}
              <td className="text-ochre">{missing(s.name).join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Facts({ document: d }: { document: BlankDocument }) {
  return (
    <>
      <Heading word="Making and posting" about={`made within ${count(d.productionDays, 'day')}`} />
      <table className="table bg-paper table-sm">
        <thead className="text-soft">
          <tr>
            <th>To</th>
            <th className="text-right">First</th>
            <th className="text-right">Each further</th>
          </tr>
        </thead>
        <tbody>
          {d.postage.map((p) => (
            <tr key={p.region}>
              <td>{p.region}</td>
              <td className="text-right tabular-nums">{amount(p.firstMinor, d.currency)}</td>
              <td className="text-right tabular-nums">{amount(p.furtherMinor, d.currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-soft">
        {[d.origin && `Made in ${new Intl.DisplayNames('en', { type: 'region' }).of(d.origin)}`, d.hsCode && `HS ${d.hsCode}`]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {d.safety && (
        <>
          <Heading word="Product safety" about="told to buyers in the European Union" />
          {[d.safety.maker, d.safety.euContact].map(
            (c, i) =>
              c && (
                <p key={c.name} className="mt-1">
                  <b>{i ? 'In the EU' : 'Maker'}</b>{' '}
                  <span className="text-soft">
                    {c.name}, {c.address}, {c.email}
                  </span>
                </p>
              ),
          )}
          {d.safety.warnings.map((w) => (
            <p key={w} className="mt-1 text-ochre">
              {w}
            </p>
          ))}
        </>
      )}
    </>
  );
}
