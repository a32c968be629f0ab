'use client';
import type Konva from 'konva';
import { Ellipse, Group, Image as Picture, Line, Path, Rect, Shape, Text } from 'react-konva';
import type { Affine } from '@/core/placement/affine';
import type { LaidRepeat, LaidLayer } from '@/core/placement/lay';
import { cellOf, tileMap } from '@/core/placement/repeat';
import type { AreaWhole } from '@/core/stock/blank';
import type { Inks } from './inks';

/** Lines are as wide on the screen whatever the scale. */
const FINE = { strokeScaleEnabled: false, listening: false } as const;

/** An affine map without shear as a canvas node's own numbers. */
function nodeOf({ a, b, c, d, e, f }: Affine) {
  const turn = Math.atan2(-c, d);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return { x: e, y: f, scaleX: a * cos + b * sin, scaleY: d * cos - c * sin, rotation: (turn * 180) / Math.PI };
}

/** The edge of an area, so much further out. */
const edge = (area: AreaWhole, by: number) => ({ x: -by, y: -by, width: area.widthMm + 2 * by, height: area.heightMm + 2 * by });
export function AreaShape({ area, by = 0, ...look }: { area: AreaWhole; by?: number } & Partial<Konva.ShapeConfig>) {
  const { x, y, width, height } = edge(area, by);
  return area.shape === 'ellipse' ? (
    <Ellipse x={x + width / 2} y={y + height / 2} radiusX={width / 2} radiusY={height / 2} {...FINE} {...look} />
  ) : (
    <Rect x={x} y={y} width={width} height={height} {...FINE} {...look} />
  );
}
/** Keeps to an area with its bleed. */
export const clipTo =
  (area: AreaWhole, by: number) =>
  (context: Konva.Context): void => {
    const { x, y, width, height } = edge(area, by);
    if (area.shape === 'ellipse') context.ellipse(x + width / 2, y + height / 2, width / 2, height / 2, 0, 0, 2 * Math.PI, false);
    else context.rect(x, y, width, height);
  };

/** A picture at every place where a layer lies, or repeated over the area. */
export function Printed({ laid, image, area }: { laid: LaidLayer['laid']; image: HTMLCanvasElement; area: AreaWhole }) {
  if (laid.repeat) return <Repeated repeat={laid.repeat} image={image} area={area} />;
  return laid.maps.map((m, i) => <Picture key={i} image={image} width={1} height={1} {...nodeOf(m)} listening={false} />);
}

/** So fine is the cell of a repeat drawn, px a tile. */
const TILE_PX = 256;
function Repeated({ repeat, image, area }: { repeat: LaidRepeat; image: HTMLCanvasElement; area: AreaWhole }) {
  const paint = (context: Konva.Context) => {
    const cell = cellOf(repeat);
    const { box, tile } = repeat;
    const canvas = document.createElement('canvas');
    const aspect = Math.hypot(tile.a, tile.b) / Math.hypot(tile.c, tile.d);
    const [w, h] = aspect > 1 ? [TILE_PX, TILE_PX / aspect] : [TILE_PX * aspect, TILE_PX];
    canvas.width = Math.max(1, Math.round(cell.width * w));
    canvas.height = Math.max(1, Math.round(cell.height * h));
    const [sx, sy] = [canvas.width / cell.width, canvas.height / cell.height];
    const on = canvas.getContext('2d')!;
    const { width: iw, height: ih } = image;
    for (const it of cell.tiles) {
      const { a, d, e, f } = tileMap(it);
      on.setTransform(a * sx, 0, 0, d * sy, e * sx, f * sy);
      on.drawImage(image, box.x * iw, box.y * ih, box.width * iw, box.height * ih, 0, 0, 1, 1);
    }
    const fill = context._context.createPattern(canvas, 'repeat')!;
    const { a, b, c, d, e, f } = tile;
    fill.setTransform(new DOMMatrix([a / sx, b / sx, c / sy, d / sy, e, f]));
    const room = edge(area, area.bleedMm ?? 0);
    context._context.fillStyle = fill;
    context._context.fillRect(room.x, room.y, room.width, room.height);
  };
  return <Shape sceneFunc={paint} listening={false} />;
}

/** What a printer draws on a sheet: its edge, bleed, safe margin, seams, openings, and marks at its corners. */
export function Guides({ area, inks, mm }: { area: AreaWhole; inks: Inks; mm: number }) {
  const { widthMm: w, heightMm: h, bleedMm = 0, safeMm = 0 } = area;
  const [from, to] = [bleedMm + 4 * mm, bleedMm + 16 * mm];
  const corners = [0, w].flatMap((x) =>
    [0, h].flatMap((y) => {
      const [sx, sy] = [x ? 1 : -1, y ? 1 : -1];
      return [
        [x + sx * from, y, x + sx * to, y],
        [x, y + sy * from, x, y + sy * to],
      ];
    }),
  );
  return (
    <Group listening={false}>
      {bleedMm > 0 && <AreaShape area={area} by={bleedMm} stroke={inks.spot} strokeWidth={1} dash={[2, 3]} />}
      <AreaShape area={area} stroke={inks.ink} strokeWidth={1} />
      {safeMm > 0 && <AreaShape area={area} by={-safeMm} stroke="#ffffff" strokeWidth={2} opacity={0.55} dash={[5, 4]} />}
      {safeMm > 0 && <AreaShape area={area} by={-safeMm} stroke={inks.teal} strokeWidth={1} dash={[5, 4]} />}
      {area.seams?.map((d) => (
        <Path key={d} data={d} stroke={inks.ochre} strokeWidth={1.5} dash={[8, 3, 2, 3]} {...FINE} />
      ))}
      {area.cutOuts?.map((d) => (
        <Path key={d} data={d} fill={inks.ground} stroke={inks.ink} strokeWidth={1} opacity={0.92} {...FINE} />
      ))}
      {corners.map((points, i) => (
        <Line key={i} points={points} stroke={inks.ink} strokeWidth={1.25} {...FINE} />
      ))}
    </Group>
  );
}

/** Between numbers on a ruler there is room for them: mm. */
const STEPS = [5, 10, 20, 50, 100, 200, 500];
const NUMBER_PX = 34;
/** Rulers in millimetres along the upper and the left edge of an area, px from the corner of the screen. */
export function Rulers({ area, k, at, inks }: { area: AreaWhole; k: number; at: { x: number; y: number }; inks: Inks }) {
  const step = STEPS.find((s) => s * k >= NUMBER_PX) ?? 1000;
  const ticks = (length: number) => Array.from({ length: Math.floor(length / (step / 5)) + 1 }, (_, i) => (i * step) / 5);
  const numbered = (mm: number) => Math.round(mm / (step / 5)) % 5 === 0;
  const off = 26 + (area.bleedMm ?? 0) * k;
  const text = { fontSize: 10, fontFamily: `${inks['font-archivo']}, sans-serif`, fill: inks.soft, listening: false } as const;
  return (
    <Group listening={false}>
      {ticks(area.widthMm).map((mm) => {
        const x = at.x + mm * k;
        const y = at.y - off;
        return (
          <Group key={mm}>
            <Line points={[x, y, x, y - (numbered(mm) ? 8 : 4)]} stroke={inks.soft} strokeWidth={1} />
            {numbered(mm) && <Text x={x - 20} y={y - 20} width={40} align="center" text={String(mm)} {...text} />}
          </Group>
        );
      })}
      {ticks(area.heightMm).map((mm) => {
        const x = at.x - off;
        const y = at.y + mm * k;
        return (
          <Group key={mm}>
            <Line points={[x, y, x - (numbered(mm) ? 8 : 4), y]} stroke={inks.soft} strokeWidth={1} />
            {numbered(mm) && <Text x={x - 50} y={y - 5} width={38} align="right" text={String(mm)} {...text} />}
          </Group>
        );
      })}
    </Group>
  );
}
