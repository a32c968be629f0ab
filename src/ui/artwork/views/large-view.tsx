'use client';
import { useEffect, useState } from 'react';
import type { ArtworkView } from '@/api/views';
import { CheckField } from '../../parts/fields/choices';
import { useLive } from '../store';
import { groundStyle } from '../types';

const OVERLAYS = ['trim', 'words', 'specks'] as const;
const OVERLAY_WORDS = { trim: 'trim box', words: 'words', specks: 'specks' };
type Overlay = (typeof OVERLAYS)[number];

/** One artwork as large as the screen, with what was found in it drawn over it; zoom is one key. */
export function LargeView({ id, ground }: { id: string; ground: string }) {
  const a = useLive<ArtworkView | null>(`/artworks/${id}`, null);
  const [zoom, setZoom] = useState(false);
  const [over, setOver] = useState<Set<Overlay>>(new Set());
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() === 'z' && !e.ctrlKey && !e.metaKey && !(e.target instanceof HTMLInputElement)) setZoom((z) => !z);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  if (!a) return <p className="p-10 text-center text-soft">…</p>;
  const m = a.measured;
  const under = groundStyle(ground, a);
  const toggle = (o: Overlay) =>
    setOver((old) => {
      const next = new Set(old);
      if (!next.delete(o)) next.add(o);
      return next;
    });
  const boxes: { key: string; box: { x: number; y: number; width: number; height: number }; word?: string; cls: string }[] = [
    ...(over.has('trim') && m ? [{ key: 'trim', box: m.trim, cls: 'border-teal border-dashed' }] : []),
    ...(over.has('words')
      ? (a.said ?? []).flatMap((l, i) =>
          l.box
            ? [
                {
                  key: `w${i}`,
                  box: l.box,
                  word: `${l.text.toLowerCase()} ${Math.round(l.confidence * 100)}%`,
                  cls: 'border-spot',
                },
              ]
            : [],
        )
      : []),
    ...(over.has('specks') && m
      ? m.specks.boxes.map((b, i) => ({
          key: `s${i}`,
          box: { x: b.x - 0.012, y: b.y - 0.012, width: b.width + 0.024, height: b.height + 0.024 },
          cls: 'border-ochre rounded-full',
        }))
      : []),
  ];
  return (
    <div className="grid h-full min-h-0 grid-rows-[1fr_auto]">
      <div className={`min-h-0 overflow-auto ${under.className}`} style={under.style}>
        {a.large ? (
          <div className={zoom ? 'w-max p-6' : 'grid h-full place-items-center'} style={zoom ? {} : { containerType: 'size' }}>
            <div
              className="relative"
              style={
                zoom
                  ? {}
                  : { aspectRatio: `${a.widthPx} / ${a.heightPx}`, width: `min(94cqw, ${(94 * a.widthPx!) / a.heightPx!}cqh)` }
              }
            >
              <img
                src={a.large}
                alt={a.name}
                className={zoom ? 'cursor-zoom-out' : 'h-full w-full cursor-zoom-in object-contain'}
                style={zoom ? { width: Math.min(3000, a.widthPx ?? 3000) } : {}}
                onClick={() => setZoom(!zoom)}
              />
              {boxes.map((b) => (
                <span
                  key={b.key}
                  className={`pointer-events-none absolute border-2 ${b.cls}`}
                  style={{
                    left: `${b.box.x * 100}%`,
                    top: `${b.box.y * 100}%`,
                    width: `${b.box.width * 100}%`,
                    height: `${b.box.height * 100}%`,
                  }}
                >
                  {b.word && (
                    <i className="absolute bottom-full left-0 bg-paper px-1 text-[11px] whitespace-nowrap text-ink not-italic">
                      {b.word}
                    </i>
                  )}
                </span>
              ))}
            </div>
          </div>
        ) : (
          <p className="p-10 text-center text-soft">being measured…</p>
        )}
      </div>
      <div className="flex items-center gap-4 border-t border-rule px-3.5 py-1.5 text-[12px]">
        <button className="hover:underline" onClick={() => setZoom(!zoom)}>
          <kbd className="kbd kbd-xs">Z</kbd> {zoom ? 'whole' : 'closer'}
        </button>
        <span className="text-soft">show</span>
        {OVERLAYS.map((o) => (
          <CheckField key={o} label={OVERLAY_WORDS[o]} checked={over.has(o)} onChange={() => toggle(o)} />
        ))}
        <span className="ml-auto text-soft">
          {a.widthPx} × {a.heightPx} px · working copy shown
        </span>
      </div>
    </div>
  );
}
