import { covering, fitted, onArea, type AreaPlacement } from '../placement/form';
import type { PricePlan } from '../pricing/plan';
import { plural } from '../copy/plural';
import { same, type Accepts, type DocketDocument, type ShotColour } from './docket';

/** How artwork sits in a print area, as far as the narrow form can say it. */
interface NarrowPlacement {
  /** `fit`: all of the motif inside, keeping its shape. `cover`: the whole area filled, what overhangs is cut. */
  mode: 'fit' | 'cover';
  /** Share of the area's width and height the motif may take, 0.1..1 (fit only). */
  scale: number;
  /** From the top of the print area to the top of the motif, mm (fit only). */
  topMm: number;
}

/**
 * A docket as programs have known it from the beginning: one blank, one print area, one language. What fits into it can still be read
 * and written so.
 */
export interface DocketSpec {
  /** The product's noun as buyers say it. */
  noun: string;
  colours: string[];
  sizes: string[];
  /** Name of the print area. */
  area: string;
  placement: NarrowPlacement;
  shots: { scene: string; colour: 'featured' | number }[];
  wording: { title: string; description: string; tags: string[] };
  pricePlan: PricePlan & { name: string };
  accepts: Pick<Accepts, 'ground' | 'minPpi'>;
  outlets: string[];
}

const LANGUAGE = 'en';
const KEY = 'goods';

/** The whole document of a narrow docket. */
export const widened = (spec: DocketSpec, blank: string, pricePlan: string): DocketDocument => ({
  lines: [
    {
      key: KEY,
      blank,
      noun: { one: spec.noun, many: plural(spec.noun) },
      colours: spec.colours,
      sizes: spec.sizes,
      placements: [
        onArea(spec.area, spec.placement.mode === 'cover' ? covering() : fitted(spec.placement.scale, spec.placement.topMm)),
      ],
    },
  ],
  accepts: spec.accepts,
  shots: spec.shots.map((s) => ({ kind: 'scene' as const, ...s })),
  words: { title: { [LANGUAGE]: spec.wording.title }, description: { [LANGUAGE]: spec.wording.description } },
  tags: { [LANGUAGE]: spec.wording.tags },
  pricePlan,
  outlets: spec.outlets.map((outlet) => ({ outlet })),
});

/** What of a docket the narrow form can say: its first line, its scenes, its first language; null where it has no goods. */
export function narrowed(document: DocketDocument, plan: PricePlan & { name: string }): DocketSpec | null {
  const line = document.lines[0];
  if (!line) return null;
  const placement = line.placements[0]!;
  const first = <T>(by: Record<string, T> | undefined): T | undefined => by && (by[LANGUAGE] ?? Object.values(by)[0]);
  return {
    noun: line.noun.one,
    colours: Array.isArray(line.colours) ? line.colours : [],
    sizes: line.sizes,
    area: placement.area,
    placement: narrowPlacement(placement),
    shots: document.shots.flatMap((s) => (s.kind === 'scene' ? [{ scene: s.scene, colour: narrowColour(s.colour) }] : [])),
    wording: {
      title: first(document.words.title) ?? '',
      description: first(document.words.description) ?? '',
      tags: first(document.tags) ?? [],
    },
    pricePlan: plan,
    accepts: { ground: document.accepts.ground, minPpi: document.accepts.minPpi },
    outlets: document.outlets.map((o) => o.outlet),
  };
}

const narrowColour = (colour: ShotColour): 'featured' | number =>
  colour === 'featured' || typeof colour === 'number' ? colour : 'featured';

/** The nearest that the narrow form has; what it cannot say is found by widening it again. */
function narrowPlacement({ layers }: AreaPlacement): NarrowPlacement {
  const { size, yMm } = layers[0]!;
  return size.rule === 'fit'
    ? { mode: 'fit', scale: Math.max(0.1, size.share), topMm: Math.min(1000, Math.max(0, yMm)) }
    : { mode: 'cover', scale: 1, topMm: 0 };
}

/** Does the narrow form say all that a docket says? Else it must not be saved in that form: something would be lost. */
export function isNarrow(document: DocketDocument): boolean {
  const line = document.lines[0];
  const plan = {
    name: '',
    aim: { kind: 'fixed', minor: 0 },
    postageIncluded: true,
    largeSizeExtraMinor: 0,
    ending: null,
  } as const;
  const spec = narrowed(document, plan);
  if (!line || !spec) return false;
  const again = widened(spec, line.blank, document.pricePlan);
  // how a line is called inside, the plural of its noun, and the rule for what ends are no loss
  const told = { ...again, whenEnded: document.whenEnded, lines: [{ ...again.lines[0]!, key: line.key, noun: line.noun }] };
  return same(told, document);
}
