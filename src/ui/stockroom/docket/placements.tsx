'use client';
import { X } from 'lucide-react';
import type { BlankView } from '@/api/views';
import type { AreaPlacement, GoodsLine } from '@/core/docket/docket';
import { Button, IconButton } from '../../parts/button';
import { ChoiceField } from '../../parts/fields/field';
import { useGoods } from './form';

type How = Pick<AreaPlacement, 'mode' | 'scale' | 'topMm'>;
const MODES = [
  ['fit', 'fit inside'],
  ['cover', 'cover all of it'],
] as const;

/** Where artwork sits on each print area of a goods line, and what is printed there. */
export function Placements({
  line,
  blank,
  put,
}: {
  line: GoodsLine;
  blank: BlankView;
  put: (placements: AreaPlacement[]) => void;
}) {
  const { placements } = line;
  const free = blank.areas.filter((a) => !placements.some((p) => p.area === a.name));
  const change = (at: number, p: AreaPlacement) => put(placements.map((q, i) => (i === at ? p : q)));
  return (
    <div className="grid gap-2.5 border-l-2 border-rule pl-3">
      {placements.map((p, i) => (
        <Placement
          key={p.area}
          p={p}
          blank={blank}
          sizes={line.sizes}
          free={free.map((a) => a.name)}
          change={(next) => change(i, next)}
          remove={placements.length > 1 ? () => put(placements.filter((_, k) => k !== i)) : null}
        />
      ))}
      {free.length > 0 && (
        <span>
          <Button
            type="button"
            tone="quiet"
            onClick={() => put([...placements, { area: free[0]!.name, mode: 'fit', scale: 1, topMm: 0 }])}
          >
            Print on another area too
          </Button>
        </span>
      )}
    </div>
  );
}

function Placement({
  p,
  blank,
  sizes,
  free,
  change,
  remove,
}: {
  p: AreaPlacement;
  blank: BlankView;
  sizes: string[];
  free: string[];
  change: (p: AreaPlacement) => void;
  remove: (() => void) | null;
}) {
  const { samples } = useGoods();
  const area = blank.areas.find((a) => a.name === p.area);
  const bySize = blank.document.areas.find((a) => a.name === p.area)?.bySize;
  const word = (name: string) => {
    const a = blank.areas.find((x) => x.name === name);
    const measures =
      bySize && name === p.area ? 'by size' : a ? `${Math.round(a.widthMm)} × ${Math.round(a.heightMm)} mm` : 'gone';
    return `${name}, ${measures}`;
  };
  const own = Object.keys(p.bySize ?? {});
  return (
    <div className="grid gap-1.5">
      <div className="grid grid-cols-[184px_140px_1fr_1fr_auto] items-end gap-3">
        <ChoiceField
          label="Print area"
          value={p.area}
          options={[p.area, ...free].map((name) => [name, word(name)] as const)}
          onChange={(e) => change({ ...p, area: e.target.value })}
        />
        <Sits how={p} max={area?.heightMm ?? 160} put={(how) => change({ ...p, ...how })} />
        {remove && (
          <IconButton label={`Print nothing on ${p.area}`} onClick={remove}>
            <X size={14} />
          </IconButton>
        )}
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <ChoiceField
          quiet
          label="What is printed there"
          className="w-[184px]"
          value={p.print?.artwork ?? ''}
          options={[['', 'the artwork'], { group: 'always the same', options: samples.map((a) => [a.id, a.name] as const) }]}
          onChange={(e) => {
            const { print: _, ...rest } = p;
            change(e.target.value ? { ...rest, print: { artwork: e.target.value } } : rest);
          }}
        />
        {sizes.length > 1 && (
          <ChoiceField
            quiet
            label="Sits otherwise on a size"
            className="w-[184px]"
            value=""
            options={[['', 'choose a size…'], ...sizes.filter((s) => !own.includes(s)).map((s) => [s, s] as const)]}
            onChange={(e) => {
              const { mode, scale, topMm } = p;
              change({ ...p, bySize: { ...p.bySize, [e.target.value]: { mode, scale, topMm } } });
            }}
          />
        )}
      </div>
      {own.map((size) => (
        <div key={size} className="grid grid-cols-[184px_140px_1fr_1fr_auto] items-end gap-3 pl-4">
          <b className="pb-1.5">{size}</b>
          <Sits
            how={p.bySize![size]!}
            max={area?.heightMm ?? 160}
            put={(how) => change({ ...p, bySize: { ...p.bySize, [size]: how } })}
          />
          <IconButton
            label={`${size} as the others`}
            onClick={() => {
              const { [size]: _, ...rest } = p.bySize!;
              const { bySize: __, ...plain } = p;
              change(Object.keys(rest).length ? { ...plain, bySize: rest } : plain);
            }}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
    </div>
  );
}

/** How artwork sits in an area: fitted with a size and a distance from the top, or over all of it. */
function Sits({ how, max, put }: { how: How; max: number; put: (how: How) => void }) {
  const { mode, scale, topMm } = how;
  return (
    <>
      <ChoiceField
        label="How it sits"
        value={mode}
        options={MODES}
        onChange={(e) => put({ scale, topMm, mode: e.target.value as How['mode'] })}
      />
      {mode === 'fit' ? (
        <>
          <Slide
            label={`Size: ${Math.round(scale * 100)}% of the area`}
            min={10}
            max={100}
            value={Math.round(scale * 100)}
            change={(n) => put({ mode, topMm, scale: n / 100 })}
          />
          <Slide
            label={`From the top: ${topMm} mm`}
            min={0}
            max={Math.round(Math.min(400, max * 0.6))}
            value={topMm}
            change={(n) => put({ mode, scale, topMm: n })}
          />
        </>
      ) : (
        <>
          <span />
          <span />
        </>
      )}
    </>
  );
}

const Slide = ({
  label,
  change,
  ...range
}: {
  label: string;
  min: number;
  max: number;
  value: number;
  change: (value: number) => void;
}) => (
  <label className="block">
    <span className="mb-0.5 block text-[11.5px] text-soft">{label}</span>
    <input
      type="range"
      className="range w-full range-xs range-secondary"
      onChange={(e) => change(Number(e.target.value))}
      {...range}
    />
  </label>
);
