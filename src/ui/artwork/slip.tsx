'use client';
import { doubts, SURE_ENOUGH } from '@/core/artwork/words/doubt';
import { useRouter } from 'next/navigation';
import { useRef } from 'react';
import type { ArtworkView } from '@/api/views';
import { act, api } from '../api';
import { bytes } from '../parts/format';
import { Line, Slip } from '../parts/slip';
import { History } from './history';
import { useLive } from './store';
import { groundStyle } from './types';
import { Button, buttonClass } from '../parts/button';

type Change = Record<string, unknown>;

/** Where a field comes from, as a small word beside it. */
function From({ source }: { source: string | undefined }) {
  if (!source) return null;
  const [word, why] = source.startsWith('proposed')
    ? ['proposed', source.replace(/^proposed: /, 'from ')]
    : [source === 'hand' ? 'by hand' : source, ''];
  return (
    <span className={`source ${source === 'hand' ? 'hand' : ''}`} title={why}>
      {word === 'copy' ? 'from its copy' : word}
    </span>
  );
}

/** One artwork in full: what was measured and read, and what a hand may say of it. */
export function ArtworkSlip({
  id,
  ground,
  close,
  changed,
}: {
  id: string;
  ground: string;
  close: () => void;
  changed: (undo: string | null, said: string) => void;
}) {
  const a = useLive<ArtworkView | null>(`/artworks/${id}`, null);
  const router = useRouter();
  const replace = useRef<HTMLInputElement>(null);
  if (!a) return <Slip label="Artwork" kicker="" title="…" close={close} children={null} />;
  const m = a.measured;
  const save = (change: Change) =>
    void act(async () => {
      const { undo, changed: n } = await api<{ undo: string | null; changed: number }>('POST', '/artworks/change', {
        ids: [a.id],
        change,
      });
      if (n) changed(undo, n > 1 ? `Saved, and carried over to ${n - 1} near ${n > 2 ? 'copies' : 'copy'}.` : 'Saved.');
    });
  const under = groundStyle(ground, a);
  return (
    <Slip
      label="Artwork"
      kicker={[a.drawer, a.fileName].filter(Boolean).join(' · ')}
      title={a.name}
      close={close}
      foot={
        <>
          <Button tone="go" disabled={a.state !== 'ready'} onClick={() => router.push(`/sheet?rows=${a.id.slice(0, 8)}`)}>
            To the sheet
          </Button>
          <a className={buttonClass()} href={a.original}>
            Original
          </a>
          <Button disabled={a.state !== 'ready'} onClick={() => replace.current?.click()}>
            Better file…
          </Button>
          <input
            ref={replace}
            type="file"
            hidden
            data-testid="better-file"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file)
                void act(async () => {
                  const answer = await fetch(`/api/v1/artworks/${a.id}/versions?fileName=${encodeURIComponent(file.name)}`, {
                    method: 'POST',
                    body: file,
                  });
                  const { detail } = (await answer.json()) as { detail?: string };
                  return answer.ok ? 'Put in its place. What was made from the old file is shown as out of date.' : detail;
                });
            }}
          />
        </>
      }
    >
      <div className={`grid h-[176px] place-items-center p-2.5 ${under.className}`} style={under.style}>
        {a.thumb ? (
          <img src={a.thumb} alt={a.name} className="max-h-[158px] max-w-full object-contain" />
        ) : (
          <span className="text-soft">being measured…</span>
        )}
      </div>
      {m?.inks && (
        <div className="mb-3 flex h-[14px]" title="inks, by their share">
          {m.inks.map((i) => (
            <i
              key={i.hex}
              title={`${i.hex}, ${Math.round(i.share * 100)}%`}
              style={{ background: i.hex, flexGrow: Math.max(0.02, i.share) }}
            />
          ))}
        </div>
      )}
      <Field key={`n${a.name}`} label="Name" value={a.name} source={a.sources.name} save={(name) => name && save({ name })} />
      <Field
        key={`s${a.subject}`}
        label="Subject"
        value={a.subject}
        source={a.sources.subject}
        hint="what it shows, as buyers say it"
        save={(subject) => save({ subject })}
      />
      <Said key={`w${a.words}`} artwork={a} save={save} />
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Pick
          label="For"
          value={a.audience}
          source={a.sources.audience}
          values={['adult', 'youth', 'child']}
          empty="anybody"
          save={(audience) => save({ audience })}
        />
        <Field
          key={`o${a.occasion}`}
          label="Occasion"
          value={a.occasion}
          source={a.sources.occasion}
          save={(occasion) => save({ occasion })}
          flat
        />
      </div>
      <Field
        key={`m${a.marks.join()}`}
        label="Marks"
        value={a.marks.join(', ')}
        source={a.sources.marks}
        hint="your own, with commas between"
        save={(v) => save({ marks: list(v) })}
      />
      <Field
        key={`k${a.keywords.join()}`}
        label="Keywords"
        note="become tags first"
        value={a.keywords.join(', ')}
        source={a.sources.keywords}
        save={(v) => save({ keywords: list(v) })}
      />
      {m && (
        <>
          <div className="cut mt-4 grid grid-cols-3 gap-3 pt-3">
            <Measure
              label="Tone"
              value={a.tone!}
              measured={m.tone}
              values={['light', 'dark', 'colourful']}
              save={(tone) => save({ tone })}
              note={`lightness ${m.lightness.toFixed(2)}, chroma ${m.chroma.toFixed(2)}`}
            />
            <Measure
              label="Kind"
              value={a.picture!}
              measured={m.picture.kind}
              values={['drawing', 'photograph', 'plain']}
              save={(picture) => save({ picture })}
              note={`${Math.round(m.picture.equalShare * 100)}% of neighbours equal, ${Math.round(m.picture.grainShare * 100)}% nearly`}
            />
            <Measure
              label="Repeats"
              value={a.repeat!}
              measured={m.repeat.kind}
              values={['none', 'straight', 'half-drop', 'brick', 'across', 'down']}
              save={(repeat) => save({ repeat })}
              note={`seam ${m.repeat.seam.toFixed(2)} against neighbours inside`}
            />
          </div>
          <Facts artwork={a} />
          {m.notes.map((n) => (
            <p key={n} className="mt-2 bg-ochre-t px-2.5 py-1.5">
              {n}
            </p>
          ))}
        </>
      )}
      <History artwork={a} />
    </Slip>
  );
}

const list = (text: string): string[] =>
  text
    .split(',')
    .map((v) => v.trim())
    .filter(Boolean);

function Field({
  label,
  value,
  source,
  hint = '',
  note,
  save,
  flat = false,
}: {
  label: string;
  value: string;
  source: string | undefined;
  hint?: string;
  note?: string;
  save: (value: string) => void;
  flat?: boolean;
}) {
  return (
    <div className={flat ? '[&>div]:mt-0' : 'mt-3'}>
      <Line label={label} from={<From source={source} />} note={note}>
        <input
          className="input"
          aria-label={label.toLowerCase()}
          defaultValue={value}
          placeholder={hint}
          onBlur={(e) => e.target.value.trim() !== value && save(e.target.value.trim())}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </Line>
    </div>
  );
}

const SELECT = 'w-full border-b-[1.5px] border-ink bg-transparent py-[5px]';

function Pick({
  label,
  value,
  source,
  values,
  empty,
  save,
}: {
  label: string;
  value: string;
  source: string | undefined;
  values: string[];
  empty: string;
  save: (value: string) => void;
}) {
  return (
    <div className="[&>div]:mt-0">
      <Line label={label} from={<From source={source} />}>
        <select className={SELECT} aria-label={label.toLowerCase()} value={value} onChange={(e) => save(e.target.value)}>
          <option value="">{empty}</option>
          {values.map((v) => (
            <option key={v}>{v}</option>
          ))}
        </select>
      </Line>
    </div>
  );
}

/** Something measured that a hand may put right; choosing what was measured takes the hand's word back. */
function Measure({
  label,
  value,
  measured,
  values,
  save,
  note,
}: {
  label: string;
  value: string;
  measured: string;
  values: string[];
  save: (value: string | null) => void;
  note: string;
}) {
  const byHand = value !== measured;
  return (
    <div className="[&>div]:mt-0" title={note}>
      <Line label={label} from={byHand ? <From source="hand" /> : null}>
        <select
          className={SELECT}
          aria-label={label.toLowerCase()}
          value={value}
          onChange={(e) => save(e.target.value === measured ? null : e.target.value)}
        >
          {values.map((v) => (
            <option key={v} value={v}>
              {v}
              {byHand && v === measured ? ' (measured)' : ''}
            </option>
          ))}
        </select>
      </Line>
    </div>
  );
}

/** What the artwork says, as it was read, to be put right by hand. */
function Said({ artwork: a, save }: { artwork: ArtworkView; save: (change: Change) => void }) {
  const byHand = a.byHand.said !== undefined;
  const read = byHand ? [] : doubts(a.said ?? [], a.fileName);
  const unsure = read.filter((w) => w.sure < SURE_ENOUGH);
  const note = byHand
    ? undefined
    : a.said === null
      ? 'not read yet'
      : !read.length
        ? 'no words found'
        : unsure.length
          ? `${unsure.length} of ${read.length} words unsure`
          : 'read, sure';
  return (
    <Line label="Says" from={byHand ? <From source="hand" /> : null} note={note}>
      <input
        className="input"
        aria-label="says"
        defaultValue={byHand ? a.words : a.words.toLowerCase()}
        placeholder="the words on it"
        onBlur={(e) => {
          const text = e.target.value.trim();
          if (text !== (byHand ? a.words : a.words.toLowerCase())) save({ said: text || null });
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
      {unsure.length > 0 && (
        <p className="mt-1 text-[12px] leading-snug" role="group" aria-label="words that are unsure">
          {read.map((w, i) => (
            <span key={i}>
              <span
                className={w.sure < SURE_ENOUGH ? 'underline decoration-spot decoration-wavy underline-offset-2' : ''}
                title={`${Math.round(w.sure * 100)}% sure`}
              >
                {w.text}
              </span>{' '}
              {w.instead && (
                <button
                  className="mr-1 text-teal underline underline-offset-2"
                  title="The file’s name says so. Take it."
                  onClick={() => save({ said: read.map((r, k) => (k === i ? w.instead : r.text)).join(' ') })}
                >
                  {w.instead}?
                </button>
              )}
            </span>
          ))}
        </p>
      )}
      {byHand && (
        <button className="mt-0.5 text-[11.5px] text-soft hover:underline" onClick={() => save({ said: null })}>
          back to what was read
        </button>
      )}
    </Line>
  );
}

const RATIOS: [string, number][] = [
  ['2:3', 2 / 3],
  ['3:4', 3 / 4],
  ['4:5', 4 / 5],
  ['5:6', 5 / 6],
  ['11:14', 11 / 14],
  ['A-series', 1 / Math.SQRT2],
  ['1:1', 1],
];

function Facts({ artwork: a }: { artwork: ArtworkView }) {
  const m = a.measured!;
  const [w, h] = [a.widthPx! * m.trim.width, a.heightPx! * m.trim.height];
  const inches = (ppi: number) => `${(w / ppi).toFixed(1)} × ${(h / ppi).toFixed(1)} in`;
  const ratio = Math.min(a.widthPx!, a.heightPx!) / Math.max(a.widthPx!, a.heightPx!);
  const near = RATIOS.find(([, r]) => Math.abs(r - ratio) < 0.006)?.[0] ?? `1:${(1 / ratio).toFixed(2)}`;
  const facts: [string, string][] = [
    ['Size', `${a.widthPx} × ${a.heightPx} px, ${a.format?.toUpperCase()}, ${bytes(a.bytes)}`],
    ['States', m.statedPpi ? `${Math.round(m.statedPpi)} px/in` : 'no resolution'],
    ['Prints', `${inches(300)} at 300 px/in, ${inches(150)} at 150`],
    ['Shape', `${a.widthPx === a.heightPx ? 'square' : a.widthPx! > a.heightPx! ? 'landscape' : 'portrait'}, ${near}`],
    ['Trim box', `${Math.round(w)} × ${Math.round(h)} px`],
    [
      'See-through',
      `${Math.round(m.clearShare * 100)}%${m.softShare > 0.0005 ? `, ${(m.softShare * 100).toFixed(1)}% half` : ''}`,
    ],
    ['Edges', m.edges.kind === 'none' ? 'none: fills its sheet' : `${m.edges.kind}, rim ${m.edges.widthPx} px`],
    ['Specks', m.specks.count ? `${m.specks.count} stray` : 'none'],
  ];
  return (
    <dl className="mt-3 grid grid-cols-[84px_1fr] gap-y-0.5 text-[12.5px]">
      {facts.map(([word, text]) => (
        <div key={word} className="contents">
          <dt className="text-soft">{word}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
