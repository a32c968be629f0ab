'use client';
import { X } from 'lucide-react';
import type { BlankView } from '@/api/views';
import type { GoodsLine } from '@/core/docket/docket';
import { sizeDrawn } from '@/core/planning/placed';
import { faceOn, fitted, onArea, type AreaPlacement, type Face } from '@/core/placement/form';
import { areaWhole } from '@/core/stock/blank';
import { cutTo } from '@/core/stock/cut';
import { Button, IconButton } from '../../../parts/button';
import { ChoiceField } from '../../../parts/fields/field';
import { useGoods } from '../form';
import { FaceEditor } from './face-editor';

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
    <div className="grid gap-4">
      {placements.map((p, i) => (
        <Placement
          key={p.area}
          p={p}
          blank={blank}
          line={line}
          free={free.map((a) => a.name)}
          change={(next) => change(i, next)}
          remove={placements.length > 1 ? () => put(placements.filter((_, k) => k !== i)) : null}
        />
      ))}
      {free.length > 0 && (
        <span>
          <Button type="button" tone="quiet" onClick={() => put([...placements, onArea(free[0]!.name, fitted(1, 0))])}>
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
  line,
  free,
  change,
  remove,
}: {
  p: AreaPlacement;
  blank: BlankView;
  line: GoodsLine;
  free: string[];
  change: (p: AreaPlacement) => void;
  remove: (() => void) | null;
}) {
  const bySize = blank.document.areas.find((a) => a.name === p.area)?.bySize;
  const word = (name: string) => {
    const a = blank.areas.find((x) => x.name === name);
    const measures =
      bySize && name === p.area ? 'by size' : a ? `${Math.round(a.widthMm)} × ${Math.round(a.heightMm)} mm` : 'gone';
    return `${name}, ${measures}`;
  };
  const { sizes, colours } = line;
  const offered = blank.document.colours.filter((c) => !Array.isArray(colours) || colours.includes(c.name));
  const cloth = offered.length ? offered : blank.document.colours;
  const own = Object.keys(p.bySize ?? {});
  const rest = sizes.filter((s) => !own.includes(s));
  // the others follow the docket's own: drawn on the largest of them
  const largest = sizeDrawn(blank.document, p, sizes);
  const { sample } = useGoods();
  // as it is for the artwork that the docket is looked at with
  const goods = cutTo(blank.document, line, sample ?? {});
  const area = areaWhole(goods, p.area, largest ?? sizes[0] ?? '');
  const put = (size: string, face: Face) => change({ ...p, bySize: { ...p.bySize, [size]: face } });
  return (
    <div className="grid gap-2.5 border-l-2 border-rule pl-3">
      <div className="flex items-end gap-3">
        <ChoiceField
          label="Print area"
          className="w-[212px]"
          value={p.area}
          options={[p.area, ...free].map((name) => [name, word(name)] as const)}
          onChange={(e) => change({ ...p, area: e.target.value })}
        />
        {bySize && largest && <span className="pb-1.5 text-soft">drawn on {largest}</span>}
        <span className="grow" />
        {sizes.length > 1 && (
          <ChoiceField
            hideLabel
            quiet
            label="Sits otherwise on a size"
            className="w-[170px]"
            value=""
            options={[['', 'otherwise on a size…'], ...rest.map((s) => [s, s] as const)]}
            onChange={(e) => put(e.target.value, faceOn(p, e.target.value))}
          />
        )}
        {remove && (
          <IconButton label={`Print nothing on ${p.area}`} onClick={remove}>
            <X size={14} />
          </IconButton>
        )}
      </div>
      {area && (
        <FaceEditor
          face={faceOn({ ...p, bySize: {} }, '')}
          area={area}
          cloth={cloth}
          put={({ layers, ground }) => {
            const { ground: _, ...kept } = p;
            change({ ...kept, layers, ...(ground !== undefined && { ground }) });
          }}
        />
      )}
      {own.map((size) => {
        const there = areaWhole(goods, p.area, size);
        return (
          <div key={size} className="grid gap-2 border-t border-rule2 pt-2">
            <div className="flex items-center gap-3">
              <b>Otherwise on {size}</b>
              <span className="grow" />
              <IconButton
                label={`${size} as the others`}
                onClick={() => {
                  const { [size]: _, ...others } = p.bySize!;
                  const { bySize: __, ...plain } = p;
                  change(Object.keys(others).length ? { ...plain, bySize: others } : plain);
                }}
              >
                <X size={14} />
              </IconButton>
            </div>
            {there && <FaceEditor face={p.bySize![size]!} area={there} cloth={cloth} put={(face) => put(size, face)} />}
          </div>
        );
      })}
    </div>
  );
}
