import type { BlankSpec, DocketSpec } from '../../core/planning/docket';
import { scenes } from './scenes';
import { addOutlet } from '../outlets/outlets';
import { fetchCatalogue } from './stockroom';

/** Where the shipped stand-ins are, from STANDINS_URL. Real outlets would be added beside them. */
const standins = (): string => process.env.STANDINS_URL ?? 'http://127.0.0.1:4600';

const HOUSES = ['brightsea', 'aldergate'];
const OUTLETS = [
  { id: 'kestrel', name: 'Kestrel Fair', style: 'kestrel' },
  { id: 'quayside', name: 'Quayside', style: 'quayside' },
];

/** Address of a print house's catalogue. */
export const catalogueOf = (house: string): string => `${standins()}/houses/${house}/catalogue`;

/** Makes outlets and print houses known to a workspace. An outlet or house that is down is left for later. */
export async function openStockroom(workspace: string): Promise<void> {
  for (const outlet of OUTLETS) await addOutlet(workspace, { ...outlet, baseUrl: `${standins()}/${outlet.id}` });
  await refreshHouses(workspace).catch(() => undefined);
}

/** Fetches every print house's catalogue anew. */
export async function refreshHouses(workspace: string): Promise<BlankSpec[]> {
  const all: BlankSpec[] = [];
  for (const house of HOUSES) all.push(...(await fetchCatalogue(workspace, catalogueOf(house))));
  return all;
}

/** A docket to begin with for a blank: sensible for its kind, to be changed by the seller. */
export function starterDocket(blank: BlankSpec): DocketSpec {
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
    outlets: OUTLETS.map((o) => o.id),
  };
}
