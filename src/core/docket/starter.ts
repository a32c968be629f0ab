import { plural } from '../copy/plural';
import { covering, fitted, onArea } from '../placement/form';
import type { PricePlan } from '../pricing/plan';
import { roomFor, type SceneSheet } from '../scene/sheet';
import type { BlankDocument } from '../stock/blank';
import { same, type DocketDocument, type Shot } from './docket';
import { kindOf } from './kinds';

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

/** From so many colours on, the best few are chosen for each artwork: too many put buyers off (common practice, no single source). */
const MANY = 12;
const USUAL = 8;
/** So far apart by CIEDE2000 that a buyer sees two colours, not two dark blues (fitted by eye on the catalogues' dyes). */
const APART = 10;
/** An area this high is a chest, on which a motif stands a hand's breadth below the collar. */
const CHEST_FROM_MM = 200;

/** What a docket for a blank says to begin with: sensible for its kind, to be changed by the seller. */
export function starterParts(id: string, blank: BlankDocument, scenes: readonly SceneSheet[]): GoodsParts {
  const kind = kindOf(blank.kind);
  const area = blank.areas[0]!;
  const its = scenesFor(blank, area, scenes);
  const whole = its.find((s) => s.crop === 'whole') ?? its[0];
  const close = its.find((s) => s.crop === 'close') ?? its.find((s) => s !== whole) ?? whole;
  const third = its.find((s) => s !== whole && s !== close) ?? whole;
  // paper and what is printed from edge to edge is filled; a motif stands on cloth and on ware
  const filled = area.mustBeFilled === true || blank.kind === 'poster';
  return {
    lines: [
      {
        key: 'goods',
        blank: id,
        noun: { one: kind.one, many: kind.many ?? plural(kind.one) },
        colours: blank.colours.length > MANY ? { best: USUAL, apart: APART } : blank.colours.map((c) => c.name),
        sizes: blank.sizes.map((s) => s.name),
        ...(blank.finishes && { finishes: blank.finishes.choices.map((f) => f.name) }),
        placements: [
          onArea(
            area.name,
            filled
              ? covering()
              : kind.cloth && area.heightMm >= CHEST_FROM_MM
                ? fitted(0.78, 35)
                : fitted(0.8, Math.round(area.heightMm * 0.1)),
          ),
        ],
      },
    ],
    accepts: { ground: filled ? 'full' : kind.cloth ? 'see-through' : 'any', minPpi: Math.min(150, area.ppi) },
    shots:
      whole && close
        ? [
            { kind: 'scene', scene: whole.id, colour: 'featured' },
            { kind: 'scene', scene: close.id, colour: 'featured' },
            { kind: 'scene', scene: kind.cloth ? whole.id : third!.id, colour: 1 },
          ]
        : withoutScenes(blank),
    words: {
      title: { en: '{{ written.title }}' },
      description: { en: '{{ written.long }}' },
    },
    tags: {
      en: ['{{ written.tags }}', '{{ searched.tags }}', ...kind.tags],
    },
  };
}

/** The scenes that show this area of the blank: those of one product first, and of these the plain ones. */
function scenesFor(blank: BlankDocument, area: BlankDocument['areas'][number], scenes: readonly SceneSheet[]): SceneSheet[] {
  const shows = ({ products }: SceneSheet) =>
    products.some((p) => p.kinds.includes(blank.kind) && roomFor(p.rooms, area, blank.areas) !== null);
  const rank = (s: SceneSheet) => (s.products.length > 1 ? 2 : 0) + (s.moods.includes('plain') ? 0 : 1);
  return scenes.filter(shows).sort((a, b) => rank(a) - rank(b) || (a.id < b.id ? -1 : 1));
}

/** Where no scene shows this kind of goods: cards of what there is to choose, and a place for a photograph of one's own. */
const withoutScenes = (blank: BlankDocument): Shot[] => [
  { kind: 'free', says: 'a photograph of the goods' },
  ...(blank.colours.length > 1 ? [{ kind: 'card', card: 'colours' } as const] : []),
  ...(blank.sizeTable ? [{ kind: 'card', card: 'sizes' } as const] : []),
];

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
