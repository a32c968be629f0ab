import type { DocketSpec } from '../../core/docket/narrow';
import type { BlankDocument } from '../../core/stock/blank';
import { inWorkspace } from '../../data/database';
import { listOutlets, putOutlet } from '../../data/outlets/outlets';
import { refreshHouses } from './blanks';
import { movedTo, outletKinds } from './houses';
import { scenes } from './scenes';

/** Makes one account of each kind of outlet, and the print houses, known to a workspace. One that is down is left for later. */
export async function openStockroom(workspace: string): Promise<void> {
  await inWorkspace(workspace, async (tx) => {
    for (const { style, name, baseUrl } of outletKinds()) await putOutlet(tx, { id: style, name, style, baseUrl });
    // the house may have come up under another address: further accounts moved with it
    for (const o of await listOutlets(tx)) await putOutlet(tx, { ...o, baseUrl: movedTo(o.baseUrl) });
  });
  await refreshHouses(workspace).catch(() => undefined);
}

/** A docket to begin with for a blank: sensible for its kind, to be changed by the seller. */
export function starterDocket(blank: BlankDocument, outlets: string[]): DocketSpec {
  const its = scenes().filter((s) => s.blank === blank.kind);
  const whole = its.find((s) => s.crop === 'whole') ?? its[0];
  const close = its.find((s) => s.crop === 'close') ?? whole;
  const isShirt = blank.kind === 'shirt';
  return {
    noun: isShirt ? 'Shirt' : 'Poster',
    colours: blank.colours.map((c) => c.name),
    sizes: blank.sizes.map((s) => s.name),
    area: blank.areas[0]!.name,
    placement: isShirt ? { mode: 'fit', scale: 0.78, topMm: 35 } : { mode: 'cover', scale: 1, topMm: 0 },
    shots: [
      { scene: whole?.id ?? '', colour: 'featured' },
      { scene: close?.id ?? '', colour: 'featured' },
      { scene: isShirt ? (whole?.id ?? '') : (its.at(-1)?.id ?? ''), colour: 1 },
    ],
    wording: {
      title: isShirt
        ? '{{ artwork.name | title }} Shirt, {{ artwork.subject | title }} Tee, Unisex Cotton T-Shirt'
        : '{{ artwork.name | title }} Poster, {{ artwork.subject | title }} Wall Art Print',
      description: '{{ artwork.name }}: {{ artwork.subject }}.\n\n{{ product.text }}\n\nCare: {{ product.care }}',
      tags: isShirt
        ? ['{{ artwork.subject }} shirt', '{{ artwork.subject }} gift', 'graphic tee']
        : ['{{ artwork.subject }} print', '{{ artwork.subject }} poster', 'wall art'],
    },
    pricePlan: {
      name: 'steady 35%',
      aim: { kind: 'margin', share: 350_000 },
      postageIncluded: true,
      largeSizeExtraMinor: 0,
      ending: 99,
    },
    accepts: { ground: isShirt ? 'see-through' : 'full', minPpi: 150 },
    outlets,
  };
}
