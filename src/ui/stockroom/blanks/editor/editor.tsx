'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BlankView } from '@/api/views';
import { areaOn, type BlankDocument } from '@/core/stock/blank';
import { idFor } from '@/core/stock/own';
import { act, api, Refusal } from '../../../api';
import { tellLastStep } from '../../../commands/steps';
import { Button } from '../../../parts/button';
import { Tabs } from '../../../parts/tabs';
import { AreaDrawing, groundOf, usually, type Sample } from '../../area-drawing';
import { DocumentPart } from './document-part';
import { AreasPart, ColoursPart, PostagePart, SizesPart, TextPart, WhatPart } from './parts';

const VIEWS = [
  { value: 'form', word: 'By hand' },
  { value: 'document', word: 'As a document' },
] as const;

/** A blank of one's own: made or changed by hand, or as the document that it is. */
export function BlankEditor({
  begin,
  version,
  kinds,
  sample,
}: {
  begin: BlankDocument;
  /** The version that is changed; null for a new blank. */
  version: number | null;
  kinds: string[];
  sample: Sample | null;
}) {
  const router = useRouter();
  const [document, setDocument] = useState(begin);
  const [view, setView] = useState<(typeof VIEWS)[number]['value']>('form');
  const [fault, setFault] = useState<{ field: string; says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const isNew = version === null;
  const put = (part: Partial<BlankDocument>) => {
    setFault(null);
    setDocument((was) => {
      const next = { ...was, ...part };
      // its id follows its name until somebody says otherwise
      const follows = isNew && part.name !== undefined && part.id === undefined && (was.id === '' || was.id === idFor(was.name));
      return follows ? { ...next, id: idFor(next.name) } : next;
    });
  };
  const wrong = (path: string) =>
    fault && (fault.field === path || fault.field.startsWith(`${path}.`)) ? fault.says : undefined;
  const save = () => {
    setBusy(true);
    void act(async () => {
      const body = { document: { ...document, source: 'own' } };
      try {
        const kept = isNew
          ? await api<BlankView>('POST', '/blanks', body)
          : await api<BlankView>('PUT', `/blanks/${begin.id}`, { ...body, version });
        await tellLastStep(kept.id, isNew ? `Made the blank “${kept.name}”` : `Changed the blank “${kept.name}”`);
        router.push(`/stockroom/blanks/${kept.id}`);
        return `${kept.name} is in the stockroom.`;
      } catch (error) {
        if (error instanceof Refusal && error.field)
          setFault({ field: error.field.replace(/^document\.?/, ''), says: error.sentence });
        throw error;
      }
    }).finally(() => setBusy(false));
  };
  return (
    <div className="h-full overflow-auto px-[18px] pt-2.5 pb-10">
      <div className="flex items-center gap-3">
        <Link href={isNew ? '/stockroom/blanks' : `/stockroom/blanks/${begin.id}`} className="text-teal underline">
          {isNew ? 'Blanks' : begin.name}
        </Link>
        <h1 className="text-[22px]">{isNew ? 'New blank' : 'Change it'}</h1>
        <span className="grow" />
        <Button tone="go" busy={busy} onClick={save}>
          {isNew ? 'Make the blank' : 'Save as the next version'}
        </Button>
      </div>
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)_300px] gap-x-10">
        <Tabs label="How it is written" value={view} change={setView} tabs={VIEWS}>
          {view === 'document' ? (
            <DocumentPart document={document} put={(d) => (setFault(null), setDocument(d))} />
          ) : !isShaped(document) ? (
            <p className="mt-6 text-ochre">The document is no blank yet: put it right as a document first.</p>
          ) : (
            <>
              <WhatPart {...{ document, put, wrong, kinds, isNew }} />
              <div className="grid grid-cols-2 gap-x-8">
                <ColoursPart {...{ document, put, wrong }} />
                <SizesPart {...{ document, put, wrong }} />
              </div>
              <AreasPart {...{ document, put, wrong }} />
              <PostagePart {...{ document, put, wrong }} />
              <TextPart {...{ document, put, wrong }} />
            </>
          )}
        </Tabs>
        {isShaped(document) && <Shown document={document} sample={sample} />}
      </div>
    </div>
  );
}

/** Has it the lists that the form writes in? What comes in as a document may be anything. */
const isShaped = (d: Partial<BlankDocument>): boolean =>
  [d.colours, d.sizes, d.variants, d.areas, d.postage, d.sentences].every(
    (list) => Array.isArray(list) && list.every((x) => typeof x === 'object' && x !== null),
  );

/** Its print areas as they are being written, to one scale. */
function Shown({ document: d, sample }: { document: BlankDocument; sample: Sample | null }) {
  const size = d.sizes[0]?.name ?? '';
  const areas = d.areas.map((a) => ({ ...a, ...areaOn(d, a.name, size) })).filter((a) => a.widthMm > 0 && a.heightMm > 0);
  const colours = d.colours.filter((c) => /^#[0-9a-f]{6}$/.test(c.hex));
  if (!areas.length || !colours.length) return <p className="mt-10 text-soft">A print area and a colour are drawn here.</p>;
  const room = Math.max(...areas.flatMap((a) => [a.widthMm, a.heightMm]));
  return (
    <ul className="sticky top-2 mt-10 grid gap-4 self-start">
      {areas.map((a, i) => (
        <li key={i}>
          <AreaDrawing area={a} roomMm={room} size={220} ground={groundOf(colours, sample)} layers={usually(sample, a)} />
          <b className="mt-1 block">{a.name || 'unnamed'}</b>
          <span className="tabular-nums text-soft">
            {a.widthMm} x {a.heightMm} mm
          </span>
        </li>
      ))}
    </ul>
  );
}
