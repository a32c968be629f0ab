import { dyes } from './dyes';
import type { Listed } from './form';

/** What both houses bring out in spring: a list that differs from the first in all the ways in which lists do. */

type Change = (it: Listed) => Listed | null;

const dearer =
  (by: number): Change =>
  (it) => ({ ...it, costs: it.costs.map((c) => ({ ...c, cost_cents: Math.round((c.cost_cents * by) / 5) * 5 })) });
const all =
  (...changes: Change[]): Change =>
  (it) =>
    changes.reduce<Listed | null>((now, change) => now && change(now), it);
const without =
  (colour: string): Change =>
  (it) => ({ ...it, colours: it.colours.filter((c) => c.name !== colour) });
const missing =
  (more: NonNullable<Listed['missing']>[number]): Change =>
  (it) => ({ ...it, missing: [...(it.missing ?? []), more] });

const CHANGES: Record<string, Change> = {
  'brightsea-tee-180': all(
    dearer(1.04),
    without('Storm'),
    missing({ colours: ['Coral'], sizes: ['XS', '4XL'], state: 'ended' }),
    (it) => ({
      ...it,
      colours: [...it.colours, ...dyes('Slate', 'Blush', 'Lagoon')],
      areas: [...it.areas, { name: 'left sleeve', side: 'left', width_mm: 88.9, height_mm: 88.9, ppi: 300 }],
    }),
  ),
  'brightsea-youth-tee-165': (it) => ({
    ...it,
    sizes: [...it.sizes, 'Youth XL'],
    costs: [...it.costs, { sizes: ['Youth XL'], cost_cents: 830 }],
  }),
  'brightsea-vneck-155': all(without('Brick'), dearer(1.03)),
  'brightsea-tote-340': (it) => ({
    ...it,
    production_days: it.production_days + 2,
    text: `${it.text} The handles are 4 cm longer than before.`,
  }),
  'brightsea-mug-325': all(dearer(0.97), (it) => ({
    ...it,
    postage: it.postage.map((p) => ({ ...p, first_cents: p.first_cents + 40 })),
  })),
  'brightsea-heavy-tee-240': (it) => ({ ...it, from: '2027-01-11' }),
  'brightsea-crew-socks': () => null,
  'aldergate-framed-print': missing({ colours: ['Walnut'], state: 'short' }),
  'aldergate-poster-200': missing({ sizes: ['18 x 24 in'], state: 'ended' }),
};

/** What is new: a warmer cotton of the shirt that everybody knows, announced for summer. */
const fresh = (list: readonly Listed[]): Listed[] =>
  list
    .filter((p) => p.id === 'brightsea-tee-180')
    .map((p) => ({ ...p, id: 'brightsea-tee-organic-200', name: 'Organic T-shirt 200', from: '2027-04-01' }));

/** A house's list as it is in spring. */
export const inSpring = ({ house, products }: { house: string; products: Listed[] }) => ({
  house,
  products: [...products.flatMap((p) => (CHANGES[p.id] ?? ((it) => it))(p) ?? []), ...fresh(products)],
});
