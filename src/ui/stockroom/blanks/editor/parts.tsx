'use client';
import type { BlankDocument } from '@/core/stock/blank';
import { costsBySize, withSizes } from '@/core/stock/own';
import { splitText } from '@/core/stock/sentences';
import { MoneyField, NumberField } from '../../../parts/fields/amount';
import { ChoiceField, LongTextField, TextField } from '../../../parts/fields/field';
import { Part } from '../../docket/form';
import { Rows } from './rows';

interface Editing {
  document: BlankDocument;
  put: (part: Partial<BlankDocument>) => void;
  /** What is wrong with a field, by its path. */
  wrong: (path: string) => string | undefined;
}

/** What it is, who makes it, and how long that takes. */
export function WhatPart({ document: d, put, wrong, kinds, isNew }: Editing & { kinds: readonly string[]; isNew: boolean }) {
  return (
    <Part word="What it is">
      <div className="grid grid-cols-[1.4fr_1fr] gap-3">
        <TextField label="Name" value={d.name} problem={wrong('name')} onChange={(e) => put({ name: e.target.value })} />
        <TextField
          label="Id"
          value={d.id}
          disabled={!isNew}
          problem={wrong('id')}
          onChange={(e) => put({ id: e.target.value })}
        />
      </div>
      <div className="grid grid-cols-3 gap-3">
        <TextField
          label="Kind"
          list="blank-kinds"
          placeholder="shirt, mug, poster"
          value={d.kind}
          problem={wrong('kind')}
          onChange={(e) => put({ kind: e.target.value })}
        />
        <datalist id="blank-kinds">
          {kinds.map((k) => (
            <option key={k} value={k} />
          ))}
        </datalist>
        <TextField
          label="Who makes it"
          value={d.house}
          problem={wrong('house')}
          onChange={(e) => put({ house: e.target.value })}
        />
        <NumberField
          label="Made within"
          unit="days"
          min={0}
          value={d.productionDays}
          problem={wrong('productionDays')}
          change={(n) => put({ productionDays: n ?? 0 })}
        />
      </div>
    </Part>
  );
}

export function ColoursPart({ document: d, put, wrong }: Editing) {
  return (
    <Part word="Colours">
      <Rows
        all={d.colours}
        what="colour"
        columns="48px minmax(0,1fr) 110px"
        put={(colours) => put({ colours })}
        fresh={() => ({ name: '', hex: '#888888' })}
      >
        {(c, change, at) => (
          <>
            <input
              type="color"
              aria-label={`${c.name || 'Colour'}, picked`}
              className="h-[34px] w-[48px] cursor-pointer border border-rule bg-transparent p-0.5"
              value={c.hex}
              onChange={(e) => change({ hex: e.target.value })}
            />
            <TextField
              hideLabel
              label="Name of the colour"
              placeholder="name"
              value={c.name}
              problem={wrong(`colours.${at}`)}
              onChange={(e) => change({ name: e.target.value })}
            />
            <TextField hideLabel label="As hex" value={c.hex} onChange={(e) => change({ hex: e.target.value.toLowerCase() })} />
          </>
        )}
      </Rows>
    </Part>
  );
}

/** Sizes with what each costs, where nothing else decides on that. */
export function SizesPart({ document: d, put, wrong }: Editing) {
  const costs = costsBySize(d);
  return (
    <Part word="Sizes and costs" about={costs ? `${d.currency}, for one, before postage` : undefined}>
      <TextField
        label="Currency"
        className="w-[110px]"
        value={d.currency}
        maxLength={3}
        problem={wrong('currency')}
        onChange={(e) => put({ currency: e.target.value.toUpperCase() })}
      />
      {costs ? (
        <Rows
          all={d.sizes.map((s) => ({ name: s.name, costMinor: costs[s.name]! }))}
          what="size"
          columns="minmax(0,1fr) 150px"
          put={(sizes) => put(withSizes(d, sizes))}
          fresh={() => ({ name: '', costMinor: costs[d.sizes.at(-1)!.name]! })}
        >
          {(s, change, at) => (
            <>
              <TextField
                hideLabel
                label="Name of the size"
                placeholder="size"
                value={s.name}
                problem={wrong(`sizes.${at}`)}
                onChange={(e) => change({ name: e.target.value })}
              />
              <MoneyField
                hideLabel
                label={`Cost of ${s.name || 'the size'}`}
                minor={s.costMinor}
                currency={/^[A-Z]{3}$/.test(d.currency) ? d.currency : 'USD'}
                change={(costMinor) => change({ costMinor })}
              />
            </>
          )}
        </Rows>
      ) : (
        <p className="text-soft">
          What one costs depends on more than its size here ({d.sizes.map((s) => s.name).join(', ')}): change that in the
          document.
        </p>
      )}
    </Part>
  );
}

export function AreasPart({ document: d, put, wrong }: Editing) {
  return (
    <Part word="Print areas" about="mm; seams, openings and sizes of their own stand in the document">
      <Rows<BlankDocument['areas'][number]>
        all={d.areas}
        what="print area"
        columns="minmax(0,1fr) 92px 92px 92px 84px 84px 116px"
        put={(areas) => put({ areas })}
        fresh={() => ({ name: '', side: 'back', widthMm: 200, heightMm: 200, ppi: 300 })}
      >
        {(a, change, at) => {
          const mm = (label: string, key: 'widthMm' | 'heightMm' | 'safeMm' | 'bleedMm') => (
            <NumberField
              label={label}
              min={0}
              step="any"
              value={a[key] ?? null}
              problem={wrong(`areas.${at}.${key}`)}
              change={(n) => change({ [key]: n ?? (key === 'widthMm' || key === 'heightMm' ? 0 : undefined) })}
            />
          );
          return (
            <>
              <TextField
                label="Name"
                value={a.name}
                problem={wrong(`areas.${at}.name`) ?? wrong(`areas.${at}.side`)}
                // which side it is on is what it is called, as long as nobody says otherwise
                onChange={(e) => change({ name: e.target.value, ...(a.side === a.name && { side: e.target.value }) })}
              />
              {mm('Wide', 'widthMm')}
              {mm('High', 'heightMm')}
              <NumberField
                label="px/in"
                min={30}
                value={a.ppi}
                problem={wrong(`areas.${at}.ppi`)}
                change={(n) => change({ ppi: n ?? 0 })}
              />
              {mm('Safe', 'safeMm')}
              {mm('Bleed', 'bleedMm')}
              <ChoiceField
                label="Shape"
                value={a.shape ?? 'rectangle'}
                options={['rectangle', 'ellipse']}
                onChange={(e) => change({ shape: e.target.value as 'rectangle' | 'ellipse' })}
              />
            </>
          );
        }}
      </Rows>
    </Part>
  );
}

export function PostagePart({ document: d, put, wrong }: Editing) {
  const currency = /^[A-Z]{3}$/.test(d.currency) ? d.currency : 'USD';
  return (
    <Part word="Postage" about="the first region is the home one">
      <Rows
        all={d.postage}
        what="region"
        columns="minmax(0,1fr) 150px 150px"
        put={(postage) => put({ postage })}
        fresh={() => ({ region: '', firstMinor: 0, furtherMinor: 0 })}
      >
        {(p, change, at) => (
          <>
            <TextField
              label="To"
              value={p.region}
              problem={wrong(`postage.${at}`)}
              onChange={(e) => change({ region: e.target.value })}
            />
            <MoneyField label="First" minor={p.firstMinor} currency={currency} change={(firstMinor) => change({ firstMinor })} />
            <MoneyField
              label="Each further"
              minor={p.furtherMinor}
              currency={currency}
              change={(furtherMinor) => change({ furtherMinor })}
            />
          </>
        )}
      </Rows>
    </Part>
  );
}

/** Its text, of which only what is for buyers reaches listings. */
export function TextPart({ document: d, put, wrong }: Editing) {
  const byHand = new Map(d.sentences.flatMap((s) => (s.by === 'hand' ? [[s.text, s.for] as const] : [])));
  return (
    <Part word="What it says" about="for whom each sentence is can be said on its page">
      <LongTextField
        label="Product text"
        rows={4}
        defaultValue={d.sentences.map((s) => s.text).join(' ')}
        problem={wrong('sentences')}
        onChange={(e) => put({ sentences: splitText(e.target.value, byHand) })}
      />
      <TextField label="Care" value={d.care} problem={wrong('care')} onChange={(e) => put({ care: e.target.value })} />
    </Part>
  );
}
