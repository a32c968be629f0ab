import { answerSentence } from '@/core/outlet/answers';
import { staleSentence } from '@/core/listing/stale';
import { holdsOn, mendLabel, sentenceOf, type Problem } from '@/core/listing/problems';
import { isKept, pricedOnce, tagsIn, textIn, type ProofFields, type ProofVariant } from '@/core/listing/proof';
import type { PriceLine } from '@/core/pricing/lines';
import { breakdownOf, priceLabels } from '@/services/line/prepare/prices';
import type { Picture } from '@/services/line/prepare/pictures';
import type { ProofRow } from '@/services/line/proofs';
import type { Tried } from '@/services/line/trying';
import { thumbName } from '@/services/artwork/raster-names';
import type { ProofView } from '../shapes/line';
import type { ScenePreviewView, TriedView } from '../shapes/stockroom';
import { picture } from './picture';

/** Today as ISO 8601 writes it, in universal time. */
const today = (): string => new Date().toISOString().slice(0, 10);
const problemView = ({ mend, ...p }: Problem): ProofView['problems'][number] => ({
  code: p.code,
  field: p.field,
  stops: p.stops,
  sentence: sentenceOf(p),
  values: p.values,
  ...(mend && { mend: { label: mendLabel(mend), value: mend.value } }),
});

type Prices = NonNullable<ProofView['fields']['prices']>;

/** Each price once, with where it goes; none while one of them does not meet its plan. */
function pricesView(variants: readonly ProofVariant[], fees: readonly PriceLine[], names: Record<string, string>): Prices {
  const label = priceLabels(variants, names);
  const once = pricedOnce(variants);
  const from = once.some((v) => isKept(v.from)) ? 'hand' : 'pattern';
  if (once.some((v) => v.priceMinor === null)) return { value: [], from };
  return {
    from,
    value: once.map((v) => {
      const { lines, ...b } = breakdownOf(v, fees)!;
      const sum = (...kinds: string[]) => lines.reduce((n, l) => (kinds.includes(l.kind) ? n + l.amountMinor : n), 0);
      return {
        size: label(v),
        ...b,
        fees: { transactionMinor: sum('sale', 'other'), paymentMinor: sum('payment'), listingMinor: sum('listing') },
        lines,
        planMinor: v.madeMinor,
      };
    }),
  };
}

interface Told {
  fields: ProofFields;
  variants: readonly ProofVariant[];
  fees: readonly PriceLine[];
  names: Record<string, string>;
  language: string;
}

/** A proof's fields in the outlet's own language, in the words that programs have known from the beginning. */
function fieldsView({ fields, variants, fees, names, language }: Told): Required<ProofView['fields']> {
  const from = (f: { from: Parameters<typeof isKept>[0] } | undefined) =>
    f && isKept(f.from) ? ('hand' as const) : ('pattern' as const);
  return {
    title: { value: textIn(fields, 'title', language), from: from(fields.words.title?.[language]) },
    description: { value: textIn(fields, 'description', language), from: from(fields.words.description?.[language]) },
    tags: { value: tagsIn(fields, language), from: from(fields.tags[language]) },
    prices: pricesView(variants, fees, names),
  };
}

export const proofView =
  (workspace: string) =>
  (p: ProofRow): ProofView => ({
    id: p.id,
    seq: p.seq,
    runId: p.runId,
    artworkId: p.artworkId,
    docketId: p.docketId,
    outletId: p.outletId,
    state: p.state,
    version: p.version,
    fields: p.docketRevision === null ? {} : fieldsView(p),
    content: p.fields,
    language: p.language,
    currency: p.currency,
    variants: p.variants,
    colours: p.colours,
    pictures: p.pictures.map((s) => ({
      kind: s.kind,
      scene: s.scene,
      colour: s.colour,
      notOffered: s.notOffered ?? null,
      picture: picture(workspace, s.file),
      small: picture(workspace, s.small),
    })),
    downloads:
      p.downloads &&
      p.downloads.map(({ name, bytes, holds }, i) => ({
        ...{ name, bytes, holds },
        address: `/api/v1/proofs/${p.id}/downloads/${i + 1}`,
      })),
    problems: p.problems.filter((x) => holdsOn(x, today())).map(problemView),
    artwork: p.artwork,
    docket: p.docket,
    plan: p.plan,
    outlet: p.outlet,
    refusal: p.refusal && answerSentence(p.refusal),
    refusalCode: p.refusal && p.refusal.code,
    outOfDate: p.because.length > 0,
    because: p.because.map((code) => ({ code, sentence: staleSentence(code, p) })),
    changed: p.changed,
    listing: p.listing && p.listing.state !== 'not made' ? { ...p.listing, state: p.listing.state } : null,
  });

/** What a picture of a scene is composed of; nothing for one that shows no scene. */
export const previewView = (workspace: string, p: Picture): ScenePreviewView[] => {
  if (p.kind !== 'scene') return [];
  const prints = p.prints.map(({ product, room, ink, ground, layers }) => ({
    product,
    room,
    ink,
    ground,
    layers: layers.map(({ widthMm, ppi, maps, repeat, ...shown }) => ({
      artwork: 'svg' in shown ? null : picture(workspace, thumbName(shown.original.sha256)),
      svg: 'svg' in shown ? shown.svg : null,
      widthMm,
      ppi,
      maps,
      repeat,
    })),
  }));
  return [{ scene: p.scene, products: p.products, colourName: p.colourName, prints }];
};

/** What a docket would make of an artwork. */
export const triedView =
  (workspace: string) =>
  (t: Tried): TriedView => ({
    fields: fieldsView(t),
    problems: t.problems.map(problemView),
    files: t.files,
    colours: t.colours,
    pictures: t.pictures.flatMap((p) => previewView(workspace, p)),
    texts: Object.fromEntries(Object.keys(t.fields.words).map((name) => [name, textIn(t.fields, name, t.language)])),
  });
