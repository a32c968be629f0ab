'use client';
import type { ArtworkView } from '@/api/views';
import { useLive } from '../store';
import { groundStyle } from '../types';

/** Two artworks side by side, and in what they differ. */
export function PairView({ ids, ground }: { ids: [string, string]; ground: string }) {
  const a = useLive<ArtworkView | null>(`/artworks/${ids[0]}`, null);
  const b = useLive<ArtworkView | null>(`/artworks/${ids[1]}`, null);
  if (!a || !b) return <p className="p-10 text-center text-soft">…</p>;
  const lines: [string, (x: ArtworkView) => string][] = [
    ['File', (x) => x.fileName],
    ['Size', (x) => `${x.widthPx} × ${x.heightPx} px, ${x.format?.toUpperCase()}`],
    [
      'Largest print',
      (x) => (x.measured ? `${((x.widthPx! * x.measured.trim.width) / 300).toFixed(1)} in wide at 300 px/in` : ''),
    ],
    ['Tone', (x) => `${x.tone} (lightness ${x.measured?.lightness.toFixed(2)})`],
    ['Says', (x) => x.words.toLowerCase() || '–'],
    ['Subject', (x) => x.subject || '–'],
    ['For', (x) => [x.audience, x.occasion].filter(Boolean).join(', ') || '–'],
    ['Drawer', (x) => x.drawer ?? '–'],
    ['See-through', (x) => `${Math.round((x.measured?.clearShare ?? 0) * 100)}%`],
    ['Edges', (x) => x.measured?.edges.kind ?? ''],
  ];
  return (
    <div className="grid h-full min-h-0 grid-cols-2 overflow-auto">
      {[a, b].map((x, i) => {
        const under = groundStyle(ground, x);
        const other = i ? a : b;
        return (
          <section
            key={x.id}
            aria-label={x.name}
            className={`grid min-h-0 grid-rows-[1fr_auto] ${i ? 'border-l border-rule' : ''}`}
          >
            <div className={`grid min-h-[220px] place-items-center p-5 ${under.className}`} style={under.style}>
              {x.large && (
                <img src={x.large} alt={x.name} className="max-h-full max-w-full object-contain" style={{ maxHeight: '52vh' }} />
              )}
            </div>
            <div className="px-3.5 py-2.5">
              <h2 className="mb-1.5 truncate text-[16px]">{x.name}</h2>
              <dl className="grid grid-cols-[92px_1fr] gap-y-0.5 text-[12.5px]">
                {lines.map(([word, text]) => {
                  const differs = text(x) !== text(other);
                  return (
                    <div key={word} className="contents">
                      <dt className="text-soft">{word}</dt>
                      <dd className={`truncate ${differs ? 'font-semibold' : 'text-soft'}`} title={text(x)}>
                        {text(x)}
                      </dd>
                    </div>
                  );
                })}
              </dl>
            </div>
          </section>
        );
      })}
    </div>
  );
}
