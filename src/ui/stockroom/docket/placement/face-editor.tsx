'use client';
import { X } from 'lucide-react';
import { useRef, useState } from 'react';
import type { ArtworkView } from '@/api/views';
import { fitted, lettering, nudged, type ArtworkLayer, type Face, type Layer } from '@/core/placement/form';
import { inkHex } from '@/core/placement/ink';
import { layAll, type ArtworkSize } from '@/core/placement/lay';
import { Button, IconButton } from '../../../parts/button';
import { ChoiceField } from '../../../parts/fields/field';
import { AreaDrawing, groundOf, type DrawnArea } from '../../area-drawing';
import { useGoods } from '../form';
import { svgAddress } from '../../../mockup/svg-address';
import { GroundField } from './ink-field';
import { SeatFields } from './seat-fields';
import { TextFields } from './text-fields';
import { useLettering } from './use-lettering';

const WHOLE = { x: 0, y: 0, width: 1, height: 1 };
const DRAWN_PX = 210;
/** Arrow keys move by so much, mm; with Shift by ten times, with Alt by a tenth. */
const NUDGE_MM = 1;
const MOST_LAYERS = 8;

const sizeOf = (a: ArtworkView | undefined): ArtworkSize | null =>
  a?.measured && a.widthPx && a.heightPx ? { widthPx: a.widthPx, heightPx: a.heightPx, trim: a.measured.trim } : null;

/** What is printed on one area: its drawing to scale, on which a layer is moved, and the same in numbers. */
export function FaceEditor({
  face,
  area,
  cloth,
  put,
}: {
  face: Face;
  area: DrawnArea;
  /** Colours that it is printed on. */
  cloth: readonly { hex: string; ground?: string }[];
  put: (face: Face) => void;
}) {
  const { samples, sample } = useGoods();
  const [at, setAt] = useState(0);
  const shown = Math.min(at, face.layers.length - 1);
  const layer = face.layers[shown]!;
  const letters = useLettering(face.layers, sample?.id);
  const of = (l: ArtworkLayer) => (l.artwork ? samples.find((a) => a.id === l.artwork) : sample);
  const sizeOn = (l: Layer): ArtworkSize | null => {
    if (l.kind === 'artwork') return sizeOf(of(l));
    const it = letters.get(l);
    return it?.svg ? { ...it, trim: WHOLE } : null;
  };
  const srcOf = (l: Layer): string => (l.kind === 'artwork' ? (of(l)?.thumb ?? '') : svgAddress(letters.get(l)?.svg ?? ''));
  const laid = layAll(face.layers, area, sizeOn);
  const mine = laid.find((l) => l.layer === layer)?.laid;
  const change = (next: Layer) => put({ ...face, layers: face.layers.map((l, i) => (i === shown ? next : l)) });
  const room = Math.max(area.widthMm, area.heightMm);
  return (
    <div className="grid grid-cols-[212px_1fr] gap-4">
      <div>
        <Mover layer={layer} mmPerPx={(room + 2 * (area.bleedMm ?? 0)) / DRAWN_PX} put={change}>
          <AreaDrawing
            area={area}
            roomMm={room}
            size={DRAWN_PX}
            ground={
              (face.ground !== undefined && inkHex(face.ground, sample?.measured ?? { inks: [] })) ||
              groundOf(cloth, sample?.measured ?? null)
            }
            layers={laid.map(({ layer: l, laid: lie }) => ({ id: String(face.layers.indexOf(l)), src: srcOf(l), lie }))}
          />
        </Mover>
        {mine && (
          <p className="mt-1 text-[12px] text-soft tabular-nums">
            {mine.widthMm.toFixed(1)} x {mine.heightMm.toFixed(1)} mm
            {layer.kind === 'artwork' && ` at ${Math.floor(mine.ppi)} px/in`}
            {layer.size.rule !== 'cover' && mine.cutShare > 0.001 && (
              <span className="text-spot">, {(mine.cutShare * 100).toFixed(1)}% cut off</span>
            )}
          </p>
        )}
      </div>
      <div className="grid content-start gap-2">
        {face.layers.length > 1 && (
          <div className="flex flex-wrap gap-1.5" role="group" aria-label="Layers, from below">
            {face.layers.map((l, i) => (
              <button
                key={i}
                type="button"
                aria-pressed={i === shown}
                className={`btn btn-sm btn-outline px-2 font-normal ${i === shown ? 'border-ink font-semibold' : 'border-rule text-soft'}`}
                onClick={() => setAt(i)}
              >
                {i + 1}. {l.kind === 'text' ? 'text' : l.artwork ? (of(l)?.name ?? 'a picture') : 'the artwork'}
              </button>
            ))}
          </div>
        )}
        <div className="flex flex-wrap items-end gap-2.5">
          <ChoiceField
            label="What is printed there"
            className="w-[200px]"
            value={layer.kind === 'text' ? 'text' : (layer.artwork ?? '')}
            options={[
              ['', 'the artwork'],
              ['text', 'text'],
              { group: 'always the same', options: samples.map((a) => [a.id, a.name] as const) },
            ]}
            onChange={(e) => change(showing(layer, e.target.value, area))}
          />
          <GroundField
            label="Below it"
            none="the product shows"
            ink={face.ground}
            put={(ground) => put(ground === undefined ? { layers: face.layers } : { ...face, ground })}
          />
          {face.layers.length > 1 && (
            <IconButton
              label={`Take layer ${shown + 1} away`}
              onClick={() => put({ ...face, layers: face.layers.filter((_, i) => i !== shown) })}
            >
              <X size={14} />
            </IconButton>
          )}
        </div>
        {layer.kind === 'text' && (
          <TextFields key={shown} layer={layer} problem={letters.get(layer)?.problem ?? undefined} put={change} />
        )}
        <SeatFields layer={layer} area={area} put={change} />
        {face.layers.length < MOST_LAYERS && (
          <span>
            <Button
              type="button"
              tone="quiet"
              onClick={() => {
                put({ ...face, layers: [...face.layers, fitted(0.3, 0)] });
                setAt(face.layers.length);
              }}
            >
              Print more on it
            </Button>
          </span>
        )}
      </div>
    </div>
  );
}

/** A layer that shows something else in the same place: lettering, the artwork, or always one. */
function showing(layer: Layer, what: string, area: DrawnArea): Layer {
  const { by, size, scale, anchor, xMm, yMm, turn, mirror, spread } = layer;
  const seat = {
    ...{ by, size, anchor, xMm, yMm },
    ...(scale && { scale }),
    ...(turn && { turn }),
    ...(mirror && { mirror }),
    ...(spread && { spread }),
  };
  if (what !== 'text') return { kind: 'artwork', ...seat, ...(what && { artwork: what }) };
  // what covered or filled its area was no place for letters
  return { ...lettering(Math.round(area.widthMm * 0.6)), ...(size.rule === 'box' && seat) };
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Moves a layer by dragging, and by arrow keys. */
function Mover({
  layer,
  mmPerPx,
  put,
  children,
}: {
  layer: Layer;
  mmPerPx: number;
  put: (layer: Layer) => void;
  children: React.ReactNode;
}) {
  const from = useRef<{ x: number; y: number; layer: Layer } | null>(null);
  return (
    <div
      role="group"
      tabIndex={0}
      aria-label="Drag it, or move it with the arrow keys: by 1 mm, with Shift by 10, with Alt by a tenth"
      className="cursor-move touch-none outline-offset-2 select-none"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, y: e.clientY, layer };
      }}
      onPointerMove={(e) => {
        const start = from.current;
        if (!start) return;
        const mm = (px: number) => Math.round(px * mmPerPx);
        put(nudged(start.layer, mm(e.clientX - start.x), mm(e.clientY - start.y)));
      }}
      onPointerUp={() => (from.current = null)}
      onPointerCancel={() => (from.current = null)}
      onKeyDown={(e) => {
        const way = ARROWS[e.key];
        if (!way) return;
        e.preventDefault();
        const by = NUDGE_MM * (e.shiftKey ? 10 : e.altKey ? 0.1 : 1);
        put(nudged(layer, way[0] * by, way[1] * by));
      }}
    >
      {children}
    </div>
  );
}
