import { useId } from 'react';
import { hexToRgb, rgbToOklab } from '@/core/colour/colour';
import { place, type ArtworkSize } from '@/core/placement/place';

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
}

/** The colour of a blank on which an artwork stands out most by lightness. */
export function groundOf(colours: readonly { hex: string; ground?: string }[], sample: Sample | null): string {
  const lightness = sample?.lightness ?? 0;
  const off = (hex: string) => Math.abs(rgbToOklab(hexToRgb(hex))[0] - lightness);
  const grounds = colours.map((c) => c.ground ?? c.hex);
  return grounds.reduce((best, hex) => (off(hex) > off(best) ? hex : best));
}

/**
 * A print area drawn to scale, on a colour and with an artwork where these are given: what is cut off around it, its edge, where nothing
 * that matters should reach, seams, and what is cut out of it. `roomMm` is the longest side of what it is compared with.
 */
export function AreaDrawing({
  area,
  roomMm,
  size,
  ground,
  sample,
}: {
  area: DrawnArea;
  roomMm: number;
  size: number;
  ground?: string;
  sample?: Sample | null;
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
  const filled = area.mustBeFilled || bleed > 0;
  const placed =
    sample && place(sample, area, filled ? { mode: 'cover', scale: 1, topMm: 0 } : { mode: 'fit', scale: 0.8, topMm: h * 0.1 });
  return (
    <svg
      width={size}
      height={size}
      viewBox={`${(w - room) / 2 - line} ${(h - room) / 2 - line} ${room + 2 * line} ${room + 2 * line}`}
      role="img"
      aria-label={`${area.name}, ${Math.round(w)} by ${Math.round(h)} mm`}
      fill="none"
    >
      {bleed > 0 && (
        <Shape
          {...at(bleed)}
          className="fill-spot-t stroke-spot"
          strokeWidth={line}
          strokeDasharray={`${2 * line} ${2 * line}`}
        />
      )}
      <Shape {...at(0)} fill={ground ?? 'var(--paper)'} />
      {placed && (
        <>
          <clipPath id={clip}>
            <Shape {...at(bleed)} />
          </clipPath>
          <image
            href={sample.src}
            x={placed.xMm}
            y={placed.yMm}
            width={placed.widthMm}
            height={placed.heightMm}
            preserveAspectRatio="none"
            clipPath={`url(#${clip})`}
          />
        </>
      )}
      <Shape {...at(0)} className="stroke-ink" strokeWidth={1.5 * line} />
      {safe > 0 && (
        <Shape {...at(-safe)} className="stroke-teal" strokeWidth={line} strokeDasharray={`${4 * line} ${3 * line}`} />
      )}
      {area.seams?.map((d) => (
        <path key={d} d={d} className="stroke-ochre" strokeWidth={1.5 * line} strokeDasharray={`${6 * line} ${3 * line}`} />
      ))}
      {area.cutOuts?.map((d) => (
        <path key={d} d={d} className="fill-ground stroke-ink" strokeWidth={1.5 * line} />
      ))}
    </svg>
  );
}
