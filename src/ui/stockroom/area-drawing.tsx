import { useId } from 'react';
import { hexToRgb, rgbToOklab } from '@/core/colour/colour';
import type { Affine } from '@/core/placement/affine';
import { covering, fitted } from '@/core/placement/form';
import { lay, type ArtworkSize, type LaidRepeat, type Lie } from '@/core/placement/lay';
import { cellOf, tileMap } from '@/core/placement/repeat';

/** A print area as it is on one size, mm. */
export interface DrawnArea {
  name: string;
  widthMm: number;
  heightMm: number;
  shape?: string | null;
  safeMm?: number;
  bleedMm?: number;
  cutOuts?: readonly string[];
  seams?: readonly string[];
  mustBeFilled?: boolean;
}

/** An artwork of one's own that blanks are shown with. */
export interface Sample extends ArtworkSize {
  id: string;
  name: string;
  src: string;
  /** Of its inks, 0 to 1. */
  lightness: number;
  /** It brings its own ground. */
  fills: boolean;
}

/** The colour of a blank on which an artwork stands out most by lightness. */
export function groundOf(colours: readonly { hex: string; ground?: string }[], sample: Pick<Sample, 'lightness'> | null): string {
  const lightness = sample?.lightness ?? 0;
  const off = (hex: string) => Math.abs(rgbToOklab(hexToRgb(hex))[0] - lightness);
  const grounds = colours.map((c) => c.ground ?? c.hex);
  return grounds.reduce((best, hex) => (off(hex) > off(best) ? hex : best));
}

/** A picture on an area. */
export interface DrawnLayer {
  id: string;
  src: string;
  lie: Lie;
}

/** Whether an area is usually printed from edge to edge. */
const isFilled = (area: DrawnArea): boolean => area.mustBeFilled === true || (area.bleedMm ?? 0) > 0;

/** Of some samples the first that suits an area: one that brings its own ground where it is filled, one without elsewhere. */
export const suiting = (samples: readonly Sample[], area: DrawnArea): Sample | null =>
  samples.find((s) => s.fills === isFilled(area)) ?? samples[0] ?? null;

/** A sample as it would usually be printed: over all of what is filled, else with air around it. */
export function usually(sample: Sample | null | undefined, area: DrawnArea): DrawnLayer[] {
  if (!sample) return [];
  return [{ ...sample, lie: lay(sample, area, isFilled(area) ? covering() : fitted(0.8, area.heightMm * 0.1)) }];
}

/**
 * A print area drawn to scale, on a colour and with what is printed on it where these are given: what is cut off around it, its edge,
 * where nothing that matters should reach, seams, and what is cut out of it. `roomMm` is the longest side of what it is compared with.
 */
export function AreaDrawing({
  area,
  roomMm,
  size,
  ground,
  layers = [],
  bare = false,
  label,
  children,
}: {
  area: DrawnArea;
  roomMm: number;
  size: number;
  ground?: string;
  layers?: readonly DrawnLayer[];
  /** Small: without the lines that a printer draws. */
  bare?: boolean;
  label?: string;
  children?: React.ReactNode;
}) {
  const { widthMm: w, heightMm: h, bleedMm: bleed = 0, safeMm: safe = 0 } = area;
  const clip = useId();
  const room = roomMm + 2 * bleed;
  // as wide on the screen whatever the scale is
  const line = room / size;
  const round = area.shape === 'ellipse';
  const at = (by: number) =>
    round ? { cx: w / 2, cy: h / 2, rx: w / 2 + by, ry: h / 2 + by } : { x: -by, y: -by, width: w + 2 * by, height: h + 2 * by };
  const Shape = round ? 'ellipse' : 'rect';
  return (
    <svg
      width={size}
      height={size}
      viewBox={`${(w - room) / 2 - line} ${(h - room) / 2 - line} ${room + 2 * line} ${room + 2 * line}`}
      role="img"
      aria-label={label ?? `${area.name}, ${Math.round(w)} by ${Math.round(h)} mm`}
      fill="none"
    >
      {bleed > 0 && !bare && (
        <Shape
          {...at(bleed)}
          className="fill-spot-t stroke-spot"
          strokeWidth={line}
          strokeDasharray={`${2 * line} ${2 * line}`}
        />
      )}
      <Shape {...at(0)} fill={ground ?? 'var(--paper)'} />
      {layers.length > 0 && (
        <>
          <clipPath id={clip}>
            <Shape {...at(bleed)} />
          </clipPath>
          <g clipPath={`url(#${clip})`}>
            {layers.map((layer, i) =>
              layer.lie.repeat ? (
                <Repeated key={i} src={layer.src} repeat={layer.lie.repeat} fill={at(bleed)} round={round} />
              ) : (
                layer.lie.maps.map((m, k) => (
                  <image
                    key={`${i} ${k}`}
                    href={layer.src}
                    width={1}
                    height={1}
                    preserveAspectRatio="none"
                    transform={matrix(m)}
                  />
                ))
              ),
            )}
          </g>
        </>
      )}
      <Shape {...at(0)} className="stroke-ink" strokeWidth={(bare ? 0.75 : 1.5) * line} />
      {safe > 0 && !bare && (
        <Shape {...at(-safe)} className="stroke-teal" strokeWidth={line} strokeDasharray={`${4 * line} ${3 * line}`} />
      )}
      {(bare ? [] : (area.seams ?? [])).map((d) => (
        <path key={d} d={d} className="stroke-ochre" strokeWidth={1.5 * line} strokeDasharray={`${6 * line} ${3 * line}`} />
      ))}
      {area.cutOuts?.map((d) => (
        <path key={d} d={d} className="fill-ground stroke-ink" strokeWidth={1.5 * line} />
      ))}
      {children}
    </svg>
  );
}

const matrix = ({ a, b, c, d, e, f }: Affine): string => `matrix(${a} ${b} ${c} ${d} ${e} ${f})`;

/** A picture repeated over an area, as a pattern of its cell. */
function Repeated({
  src,
  repeat,
  fill,
  round,
}: {
  src: string;
  repeat: LaidRepeat;
  fill: React.SVGProps<SVGRectElement> & React.SVGProps<SVGEllipseElement>;
  round: boolean;
}) {
  const id = useId();
  const cell = cellOf(repeat);
  const { box } = repeat;
  const Shape = round ? 'ellipse' : 'rect';
  return (
    <>
      <pattern
        id={id}
        width={cell.width}
        height={cell.height}
        patternUnits="userSpaceOnUse"
        patternTransform={matrix(repeat.tile)}
      >
        {cell.tiles.map((tile, i) => (
          <g key={i} transform={matrix(tileMap(tile))}>
            <svg
              overflow="hidden"
              width={1}
              height={1}
              viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
              preserveAspectRatio="none"
            >
              <image href={src} width={1} height={1} preserveAspectRatio="none" />
            </svg>
          </g>
        ))}
      </pattern>
      <Shape {...fill} fill={`url(#${id})`} />
    </>
  );
}
