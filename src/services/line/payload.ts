import { nounOf, type DocketDocument } from '../../core/docket/docket';
import type { ListingPayload } from '../../core/listing/payload';
import { tagsIn, textIn, type ProofPicture } from '../../core/listing/proof';
import { currencyOf, mainLanguage, settled, type KEPT, type RulesDocument } from '../../core/outlet/rules';
import type { BlankDocument } from '../../core/stock/blank';
import type { ProofRow } from '../../data/line/proofs';
import type { OutletRow } from '../../data/outlets/outlets';
import { axesFor, offersColours } from './prepare/problems';

/** What a listing is made from beside its proof. */
export interface PayloadParts {
  docket: DocketDocument;
  /** The blank of the first line: its origin and HS code stand for all. */
  blank: BlankDocument | undefined;
  outlet: OutletRow & { rules: RulesDocument };
  /** The seller's name, where no other brand was chosen for the outlet. */
  brand: string;
  /** The name of the motif. */
  motif: string;
}

const CARDS: Record<string, string> = { sizes: 'size chart', colours: 'colours' };

/** The listing that a proof makes. */
export function payloadOf(proof: ProofRow, { docket, blank, outlet, brand, motif }: PayloadParts): ListingPayload {
  const { rules } = outlet;
  const { fields } = proof;
  const language = mainLanguage(rules);
  // the brand among the settings is a field of its own
  const { brand: ownBrand, ...settings } = settled(outlet.settingsOffer, outlet.settings);
  const keeps = (what: (typeof KEPT)[number]) => rules.keeps?.includes(what) ?? false;
  const noun = nounOf(docket);
  const { options, values } = axesFor(proof.variants, rules, docket);
  const alt = (p: ProofPicture): string =>
    p.kind === 'card'
      ? `${noun}, ${CARDS[p.scene] ?? p.scene}`
      : p.kind === 'kept'
        ? noun
        : `${motif}, ${noun.toLowerCase()}${offersColours(docket.lines) ? ` in ${p.colour}` : ''}`;
  const texts = Object.fromEntries(
    Object.keys(rules.texts).flatMap((name) => {
      const text = name === 'title' || name === 'description' ? '' : textIn(fields, name, language);
      return text ? [[name, text]] : [];
    }),
  );
  return {
    ref: `up-${proof.id}`,
    title: textIn(fields, 'title', language),
    description: textIn(fields, 'description', language),
    tags: tagsIn(fields, language),
    ...(Object.keys(texts).length && { texts }),
    ...(keeps('brand') && { brand: ownBrand?.trim() || brand }),
    ...(keeps('kind') && { kind: noun }),
    currency: proof.currency ?? currencyOf(rules),
    options,
    variants: proof.variants.map((v) => ({
      values: values(v),
      priceMinor: v.priceMinor!,
      sku: v.sku,
      ...(keeps('weights') && v.weightG !== null && { weightG: v.weightG }),
    })),
    pictures: proof.pictures.filter((p) => p.file).map((p) => ({ file: p.file!, alt: alt(p) })),
    ...(proof.downloads && { downloads: proof.downloads.map(({ name, file, sha256 }) => ({ name, file, sha256 })) }),
    ...(keeps('origin') && blank?.origin && { origin: blank.origin }),
    ...(keeps('hsCode') && blank?.hsCode && { hsCode: blank.hsCode }),
    ...(Object.keys(settings).length && { settings }),
  };
}
