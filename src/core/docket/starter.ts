import { plural } from '../copy/plural';
import type { PricePlan } from '../pricing/plan';
import type { SceneSheet } from '../scene/scene';
import type { BlankDocument } from '../stock/blank';
import { same, type DocketDocument } from './docket';

/** The plan that is made with a first docket. */
export const STARTER_PLAN: { name: string; document: PricePlan } = {
  name: 'steady 35%',
  document: {
    aim: { kind: 'margin', share: 350_000 },
    postageIncluded: true,
    largeSizeExtraMinor: 0,
    ending: 99,
  },
};

/** Where a plan is made with a docket and none is kept for it yet, this stands for it. */
export const NO_PLAN = '00000000-0000-4000-8000-000000000000';

/** What of a docket depends on the kind of goods. */
export type GoodsParts = Pick<DocketDocument, 'lines' | 'accepts' | 'shots' | 'words' | 'tags'>;

/** What a docket for a blank says to begin with: sensible for its kind, to be changed by the seller. */
export function starterParts(id: string, blank: BlankDocument, scenes: readonly SceneSheet[]): GoodsParts {
  const its = scenes.filter((s) => s.blank === blank.kind);
  const whole = its.find((s) => s.crop === 'whole') ?? its[0];
  const close = its.find((s) => s.crop === 'close') ?? whole;
  const isShirt = blank.kind === 'shirt';
  const noun = isShirt ? 'Shirt' : 'Poster';
  return {
    lines: [
      {
        key: 'goods',
        blank: id,
        noun: { one: noun, many: plural(noun) },
        colours: blank.colours.map((c) => c.name),
        sizes: blank.sizes.map((s) => s.name),
        placements: [
          {
            area: blank.areas[0]!.name,
            ...(isShirt ? { mode: 'fit', scale: 0.78, topMm: 35 } : { mode: 'cover', scale: 1, topMm: 0 }),
          },
        ],
      },
    ],
    accepts: { ground: isShirt ? 'see-through' : 'full', minPpi: 150 },
    shots: [
      { kind: 'scene', scene: whole?.id ?? '', colour: 'featured' },
      { kind: 'scene', scene: close?.id ?? '', colour: 'featured' },
      { kind: 'scene', scene: isShirt ? (whole?.id ?? '') : (its.at(-1)?.id ?? ''), colour: 1 },
    ],
    words: {
      title: {
        en: isShirt
          ? '{{ artwork.name | title }} Shirt, {{ artwork.subject | title }} Tee, Unisex Cotton T-Shirt'
          : '{{ artwork.name | title }} Poster, {{ artwork.subject | title }} Wall Art Print',
      },
      description: { en: '{{ artwork.name }}: {{ artwork.subject }}.\n\n{{ product.text }}\n\nCare: {{ product.care }}' },
    },
    tags: {
      en: isShirt
        ? ['{{ artwork.subject }} shirt', '{{ artwork.subject }} gift', 'graphic tee']
        : ['{{ artwork.subject }} print', '{{ artwork.subject }} poster', 'wall art'],
    },
  };
}

/**
 * A docket of one line whose goods become others: what still stands as it began begins anew for the new goods, what a hand has
 * changed stays.
 */
export function begunAnew(document: DocketDocument, was: GoodsParts, is: GoodsParts): DocketDocument {
  const part = <K extends Exclude<keyof GoodsParts, 'lines'>>(name: K): GoodsParts[K] =>
    same(document[name], was[name]) ? is[name] : document[name];
  const line = document.lines[0]!;
  const noun = same(line.noun, was.lines[0]!.noun) ? is.lines[0]!.noun : line.noun;
  return {
    ...document,
    lines: [{ ...is.lines[0]!, key: line.key, noun }],
    accepts: part('accepts'),
    shots: part('shots'),
    words: part('words'),
    tags: part('tags'),
  };
}
