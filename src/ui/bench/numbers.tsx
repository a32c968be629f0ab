'use client';
import type { Layer } from '@/core/placement/form';
import type { AreaSize, ArtworkSize, Laid } from '@/core/placement/lay';
import { posed, poseOf, sized, slid } from '@/core/placement/seat';
import { NumberField } from '../parts/fields/amount';
import { Popover } from '../parts/popover';
import { SeatFields } from '../stockroom/docket/placement/seat-fields';

const SITS = {
  fit: 'fits inside',
  cover: 'covers all of it',
  width: 'exactly so wide',
  box: 'inside a box',
  optical: 'as large to the eye',
} as const;
const tenth = (value: number) => Math.round(value * 10) / 10;

/** How the layer in hand lies, in numbers that can be typed, and what follows from it. */
export function Numbers({
  layer,
  picture,
  area,
  laid,
  minPpi,
  change,
}: {
  layer: Layer;
  picture: ArtworkSize;
  area: AreaSize;
  laid: Laid;
  minPpi: number;
  change: (layer: Layer) => void;
}) {
  const pose = poseOf(layer, picture, area);
  const { anchor, size } = layer;
  const put = (to: (n: number) => Layer) => (n: number | null) => n !== null && change(to(n));
  const covers = size.rule === 'cover';
  const off = { x: pose.centre.x - area.widthMm / 2, y: pose.centre.y - area.heightMm / 2 };
  const side = covers
    ? 'from the middle'
    : anchor.includes('left')
      ? 'from the left'
      : anchor.includes('right')
        ? 'from the right'
        : 'from the middle';
  const edge = covers ? 'down' : anchor.includes('top') ? 'from the top' : anchor.includes('bottom') ? 'from below' : 'down';
  const cut = !covers && laid.cutShare > 0.001;
  const coarse = layer.kind === 'artwork' && laid.ppi < minPpi;
  return (
    <div className="flex flex-wrap items-end gap-x-5 gap-y-2 border-t border-rule bg-paper2 px-[18px] py-2.5">
      <NumberField
        label="width"
        className="w-[104px]"
        unit="mm"
        min={1}
        max={5000}
        step={0.1}
        value={tenth(laid.widthMm)}
        change={put((n) => (n >= 1 ? sized(layer, picture, area, n) : layer))}
      />
      <NumberField
        label={edge}
        className="w-[112px]"
        unit="mm"
        step={0.1}
        value={tenth(covers ? off.y : layer.yMm)}
        change={put((n) => (covers ? slid(layer, picture, area, 0, n - off.y) : { ...layer, yMm: n }))}
      />
      <NumberField
        label={side}
        className="w-[112px]"
        unit="mm"
        step={0.1}
        value={tenth(covers ? off.x : layer.xMm)}
        change={put((n) => (covers ? slid(layer, picture, area, n - off.x, 0) : { ...layer, xMm: n }))}
      />
      <NumberField
        label="turned"
        className="w-[76px]"
        unit="°"
        min={-180}
        max={180}
        value={layer.turn ?? 0}
        change={put((n) => posed(layer, picture, area, { ...pose, turn: n }))}
      />
      {layer.kind === 'artwork' && (
        <Told word="prints at">
          <span className={coarse ? 'font-semibold text-ochre' : 'text-teal'}>{Math.floor(laid.ppi)} px/in</span>
        </Told>
      )}
      <Told word="cut off">
        <span className={cut ? 'font-semibold text-spot' : 'text-teal'}>
          {cut ? `${(laid.cutShare * 100).toFixed(1)}%` : covers ? 'what overhangs' : 'nothing'}
        </span>
      </Told>
      <span className="grow" />
      <Told word="sits">
        {SITS[size.rule]} · {layer.by === 'motif' ? 'by the motif' : 'by the whole file'}
      </Told>
      <Popover label="How it sits" name="How it sits" width={520}>
        <SeatFields layer={layer} area={area} put={change} />
      </Popover>
    </div>
  );
}

const Told = ({ word, children }: { word: string; children: React.ReactNode }) => (
  <span className="pb-1">
    <span className="block text-[11.5px] text-soft">{word}</span>
    <span className="whitespace-nowrap tabular-nums">{children}</span>
  </span>
);
