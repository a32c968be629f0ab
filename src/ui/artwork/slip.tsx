'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ArtworkView } from '@/services/views';
import { act, api } from '../api';
import { bytes, groundFor } from '../format';
import { Line, Slip } from '../slip';

const GROUNDS: [string, string][] = [
  ['fitting', ''],
  ['paper', 'bg-[#faf6ec]'],
  ['black', 'bg-[#17171a]'],
  ['chequer', 'chequer'],
];

/** One artwork in full: large on a ground of choice, what was measured, and what a hand may say of it. */
export function ArtworkSlip({ artwork: a, close }: { artwork: ArtworkView; close: () => void }) {
  const [ground, setGround] = useState('');
  const router = useRouter();
  const m = a.measured;
  const save = (change: object) => void act(() => api('PATCH', `/artworks/${a.id}`, change).then(() => router.refresh()));
  const inches = (px: number, ppi: number) => `${(px / ppi).toFixed(1)}`;
  return (
    <Slip
      label="Artwork"
      kicker={[a.drawer, a.fileName].filter(Boolean).join(' · ')}
      title={a.name}
      close={close}
      foot={
        <>
          <button
            className="button go"
            disabled={a.state !== 'ready'}
            onClick={() => router.push(`/sheet?rows=${a.id.slice(0, 8)}`)}
          >
            To the sheet
          </button>
          <a className="button" href={a.original}>
            Original
          </a>
        </>
      }
    >
      <div className={`grid h-[218px] place-items-center p-3 ${ground || groundFor(m)}`}>
        {a.thumb && <img src={a.thumb} alt={a.name} className="max-h-[194px] max-w-full object-contain" />}
      </div>
      <div className="mt-1 mb-3 flex gap-3 text-[11.5px] text-soft" role="group" aria-label="Ground">
        on
        {GROUNDS.map(([word, cls]) => (
          <button
            key={word}
            aria-pressed={ground === cls}
            className={ground === cls ? 'font-semibold text-ink underline' : 'hover:text-ink'}
            onClick={() => setGround(cls)}
          >
            {word}
          </button>
        ))}
      </div>
      {(['name', 'subject'] as const).map((field) => (
        <Line key={field} label={field === 'name' ? 'Name' : 'Subject'}>
          <input
            className="field"
            aria-label={field}
            defaultValue={a[field]}
            placeholder={field === 'subject' ? 'what it shows, as buyers say it' : ''}
            onBlur={(e) => e.target.value.trim() !== a[field] && save({ [field]: e.target.value.trim() })}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
        </Line>
      ))}
      <Line label="Keywords" note="become tags first">
        <input
          className="field"
          aria-label="keywords"
          defaultValue={a.keywords.join(', ')}
          onBlur={(e) =>
            e.target.value !== a.keywords.join(', ') &&
            save({
              keywords: e.target.value
                .split(',')
                .map((k) => k.trim())
                .filter(Boolean),
            })
          }
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      </Line>
      {m && (
        <>
          <dl className="cut mt-4 grid grid-cols-[118px_1fr] gap-y-1 pt-3">
            <dt className="text-soft">Size</dt>
            <dd>
              {a.widthPx} × {a.heightPx} px · {a.format?.toUpperCase()} · {bytes(a.bytes)}
            </dd>
            <dt className="text-soft">Largest print</dt>
            <dd>
              {inches(a.widthPx! * m.trim.width, 300)} in wide at 300 px/in
              {m.statedPpi ? `, states ${Math.round(m.statedPpi)}` : ''}
            </dd>
            <dt className="text-soft">Tone</dt>
            <dd>
              {m.tone} <span className="text-soft">(lightness {m.lightness.toFixed(2)})</span>
            </dd>
            <dt className="text-soft">See-through</dt>
            <dd>
              {Math.round(m.clearShare * 100)}%
              {m.softShare > 0.001 ? `, ${(m.softShare * 100).toFixed(1)}% half see-through` : ''}
            </dd>
          </dl>
          <Line label="Inks">
            <div className="flex h-6 border border-rule">
              {m.inks.map((i) => (
                <i
                  key={i.hex}
                  title={`${i.hex}, ${Math.round(i.share * 100)}%`}
                  style={{ background: i.hex, flexGrow: i.share }}
                />
              ))}
            </div>
          </Line>
          {m.notes.map((n) => (
            <p key={n} className="mt-3 bg-ochre-t px-2.5 py-1.5">
              {n}
            </p>
          ))}
        </>
      )}
    </Slip>
  );
}
