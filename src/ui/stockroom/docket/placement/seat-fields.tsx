'use client';
import { Plus, X } from 'lucide-react';
import type { Layer } from '@/core/placement/form';
import type { AreaSize } from '@/core/placement/lay';
import { Button, IconButton } from '../../../parts/button';
import { NumberField } from '../../../parts/fields/amount';
import { CheckField } from '../../../parts/fields/choices';
import { ChoiceField } from '../../../parts/fields/field';
import { AnchorGrid } from './anchor-grid';

const RULES = [
  ['fit', 'fit inside'],
  ['cover', 'cover all of it'],
  ['width', 'exactly so wide'],
  ['box', 'inside a box'],
  ['optical', 'so large to the eye'],
] as const;
const SPREADS = [
  ['once', 'once'],
  ['copies', 'in several places'],
  { group: 'over the whole area', options: [['straight', 'straight repeat'], ['half-drop', 'half-drop repeat'], ['brick', 'brick repeat'], ['mirrored', 'mirrored repeat']] }, // prettier-ignore
] as const;
type Rule = (typeof RULES)[number][0];
type Kind = 'once' | NonNullable<Layer['spread']>['kind'];
/** So many tiles of a repeat stand side by side to begin with. */
const TILES = 4;

const without = <K extends keyof Layer>(layer: Layer, key: K): Layer => {
  const { [key]: _, ...rest } = layer;
  return rest as Layer;
};

/** How a layer sits on its area: how large, held by what, turned, and how often. All in millimetres. */
export function SeatFields({ layer, area, put }: { layer: Layer; area: AreaSize; put: (layer: Layer) => void }) {
  const { size, anchor, spread } = layer;
  const number = (to: (n: number) => Layer) => (n: number | null) => n !== null && put(to(n));
  const half = Math.round((area.widthMm / 2) * 10) / 10;
  const become = (rule: Rule) =>
    put({
      ...layer,
      size:
        rule === 'fit'
          ? { rule, share: 0.8 }
          : rule === 'cover'
            ? { rule }
            : rule === 'width'
              ? { rule, mm: half }
              : rule === 'optical'
                ? { rule, mm: half }
                : { rule, widthMm: half, heightMm: Math.round(half / 2) },
    });
  const stand = (kind: Kind) => {
    if (kind === 'once') return put(without(layer, 'spread'));
    if (kind === 'copies') return put({ ...layer, spread: { kind, at: [{ xMm: Math.round(area.widthMm / 2), yMm: 0 }] } });
    // a repeat of something as large as its area would be no repeat
    const tile = size.rule === 'width' ? size : { rule: 'width' as const, mm: Math.max(1, Math.round(area.widthMm / TILES)) };
    const pitch = spread && spread.kind !== 'copies' ? spread.pitch : { x: 1, y: 1 };
    put({ ...layer, size: tile, spread: { kind, pitch } });
  };
  const side = anchor.includes('left') ? 'From the left' : anchor.includes('right') ? 'From the right' : 'To the right';
  const edge = anchor.includes('top') ? 'From the top' : anchor.includes('bottom') ? 'From below' : 'Down';
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-end gap-2.5">
        <ChoiceField
          label="How large"
          className="w-[132px]"
          value={size.rule}
          options={RULES}
          onChange={(e) => become(e.target.value as Rule)}
        />
        {size.rule === 'fit' && (
          <NumberField
            label="Of the area"
            className="w-[84px]"
            unit="%"
            min={5}
            max={100}
            value={Math.round(size.share * 1000) / 10}
            change={number((n) => ({ ...layer, size: { rule: 'fit', share: n / 100 } }))}
          />
        )}
        {(size.rule === 'width' || size.rule === 'optical') && (
          <NumberField
            label={size.rule === 'width' ? 'Width' : 'As a square of'}
            className="w-[96px]"
            unit="mm"
            min={1}
            max={5000}
            step={0.1}
            value={size.mm}
            change={number((n) => ({ ...layer, size: { rule: size.rule, mm: n } }))}
          />
        )}
        {size.rule === 'box' &&
          (['widthMm', 'heightMm'] as const).map((side) => (
            <NumberField
              key={side}
              label={side === 'widthMm' ? 'Width' : 'Height'}
              className="w-[96px]"
              unit="mm"
              min={1}
              max={5000}
              step={0.1}
              value={size[side]}
              change={number((n) => ({ ...layer, size: { ...size, [side]: n } }))}
            />
          ))}
        {(size.rule === 'cover' || (layer.scale ?? 1) !== 1) && (
          <NumberField
            label="Enlarged to"
            className="w-[90px]"
            unit="%"
            min={size.rule === 'cover' ? 100 : 5}
            max={2000}
            value={Math.round((layer.scale ?? 1) * 1000) / 10}
            change={number((n) => (n === 100 ? without(layer, 'scale') : { ...layer, scale: n / 100 }))}
          />
        )}
        {layer.kind === 'artwork' && (
          <ChoiceField
            label="Measured by"
            className="w-[120px]"
            value={layer.by}
            options={[
              ['motif', 'its motif'],
              ['file', 'the whole file'],
            ]}
            onChange={(e) => put({ ...layer, by: e.target.value as Layer['by'] })}
          />
        )}
      </div>
      <div className="flex flex-wrap items-end gap-2.5">
        <AnchorGrid
          label={size.rule === 'cover' ? 'Keeps in sight' : 'Held at'}
          value={anchor}
          change={(to) => put({ ...layer, anchor: to, ...(size.rule === 'cover' && { size: { rule: 'cover' as const } }) })}
        />
        <NumberField
          label={side}
          className="w-[96px]"
          unit="mm"
          step={0.1}
          value={layer.xMm}
          change={number((n) => ({ ...layer, xMm: n }))}
        />
        <NumberField
          label={edge}
          className="w-[96px]"
          unit="mm"
          step={0.1}
          value={layer.yMm}
          change={number((n) => ({ ...layer, yMm: n }))}
        />
        <NumberField
          label="Turned"
          className="w-[76px]"
          unit="°"
          min={-180}
          max={180}
          value={layer.turn ?? 0}
          change={number((n) => (n === 0 ? without(layer, 'turn') : { ...layer, turn: n }))}
        />
        <CheckField
          className="pb-1.5"
          label="mirrored"
          checked={layer.mirror ?? false}
          onChange={(e) => put(e.target.checked ? { ...layer, mirror: true } : without(layer, 'mirror'))}
        />
      </div>
      <div className="flex flex-wrap items-end gap-2.5">
        <ChoiceField
          label="How often"
          className="w-[150px]"
          value={spread?.kind ?? 'once'}
          options={SPREADS}
          onChange={(e) => stand(e.target.value as Kind)}
        />
        {spread && spread.kind !== 'copies' && (
          <>
            {(['x', 'y'] as const).map((way) => (
              <NumberField
                key={way}
                label={way === 'x' ? 'Gap across' : 'Gap down'}
                className="w-[84px]"
                unit="%"
                min={0}
                max={900}
                value={Math.round((spread.pitch[way] - 1) * 1000) / 10}
                change={number((n) => ({
                  ...layer,
                  spread: { ...spread, pitch: { ...spread.pitch, [way]: 1 + Math.max(0, n) / 100 } },
                }))}
              />
            ))}
          </>
        )}
      </div>
      {spread?.kind === 'copies' && <Copies layer={layer} spread={spread} put={put} />}
    </div>
  );
}

type CopiesSpread = Extract<NonNullable<Layer['spread']>, { kind: 'copies' }>;

/** Further places where the same stands, each moved from the first. */
function Copies({ layer, spread, put }: { layer: Layer; spread: CopiesSpread; put: (layer: Layer) => void }) {
  const { at } = spread;
  const set = (next: CopiesSpread['at']) =>
    put(next.length ? { ...layer, spread: { kind: 'copies', at: next } } : without(layer, 'spread'));
  const change = (i: number, part: Partial<CopiesSpread['at'][number]>) =>
    set(at.map((c, k) => (k === i ? { ...c, ...part } : c)));
  return (
    <div className="grid gap-1.5">
      {at.map((copy, i) => (
        <div key={i} className="flex items-end gap-2.5" role="group" aria-label={`Copy ${i + 2}`}>
          <NumberField
            label="To the right"
            className="w-[96px]"
            unit="mm"
            step={0.1}
            value={copy.xMm}
            change={(n) => n !== null && change(i, { xMm: n })}
          />
          <NumberField
            label="Down"
            className="w-[96px]"
            unit="mm"
            step={0.1}
            value={copy.yMm}
            change={(n) => n !== null && change(i, { yMm: n })}
          />
          <NumberField
            label="Turned further"
            className="w-[90px]"
            unit="°"
            min={-180}
            max={180}
            value={copy.turn ?? 0}
            change={(n) => n !== null && change(i, { turn: n })}
          />
          <IconButton label={`Take copy ${i + 2} away`} onClick={() => set(at.filter((_, k) => k !== i))}>
            <X size={14} />
          </IconButton>
        </div>
      ))}
      {at.length < 12 && (
        <span>
          <Button
            type="button"
            tone="quiet"
            onClick={() => set([...at, { ...at.at(-1)!, xMm: at.at(-1)!.xMm + at[0]!.xMm, yMm: at.at(-1)!.yMm + at[0]!.yMm }])}
          >
            <Plus size={13} /> A copy more
          </Button>
        </span>
      )}
    </div>
  );
}
