import { place } from '../../../core/placement/place';
import { shotColour, type ColourChoice } from '../../../core/planning/colours';
import type { BlankSpec } from '../../../core/planning/docket';
import { solvePrice } from '../../../core/pricing/prices';
import type { OutletRules, Problem } from '../../../core/rules/rules';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { ProofFields } from '../../../data/line/runs';
import type { OutletRow } from '../../../data/outlets/outlets';
import type { DocketRow } from '../../../data/stockroom/stockroom';
import { coloursOf, sizesOf, type Tell } from './goods';
import { beside, ruleProblems } from './outlet-rules';
import { order, type PictureOrder } from './pictures';
import { wordingSubject, wordsOf } from './words';

/** A proof worked out: what it says, what it offers, which pictures it needs, and what is wrong with it. */
export interface Prepared {
  fields: ProofFields;
  colours: ColourChoice['offered'];
  pictures: PictureOrder[];
  problems: Problem[];
  rules: OutletRules;
  outletName: string;
}

/**
 * Works one proof out: placement, colours, sizes, wording, prices, pictures to make, and what is wrong with it. `twins` are
 * the other artworks of its motif: each cloth takes the one that reads best on it. What a blank no longer has is left out
 * and said; nothing is taken for granted of a docket that was written for an earlier state of its blank.
 */
export function prepare(
  artwork: ArtworkRow,
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  kept: Partial<ProofFields>,
  twins: ArtworkRow[] = [],
): Prepared {
  const { spec } = docket;
  const rules = outlet.rules!;
  const problems: Problem[] = [];
  const tell: Tell = (code, field, stops, sentence) => problems.push({ code, field, stops, sentence });
  const motif = [artwork, ...twins.filter((t) => t.measured)];

  const sizes = sizesOf(artwork, blank, spec, tell);
  const choice = coloursOf(motif, blank, spec, tell);
  const area = blank.areas.find((a) => a.name === spec.area);
  if (!area)
    tell('discontinued', 'goods', true, `${blank.name} has no print area ${spec.area} any more. Choose another in the docket.`);
  if (blank.currency !== rules.currency)
    tell(
      'currency-differs',
      'goods',
      true,
      `${blank.printHouse} counts in ${blank.currency}, ${outlet.name} in ${rules.currency}; there is no rate between them here yet.`,
    );

  const pictures: PictureOrder[] = [];
  if (area && choice) {
    const placedOf = (a: ArtworkRow) =>
      place({ widthPx: a.widthPx!, heightPx: a.heightPx!, trim: a.measured!.trim }, area, spec.placement);
    const { cutShare } = placedOf(artwork);
    if (cutShare > 0.02 && spec.placement.mode === 'fit')
      tell(
        'cut-off',
        'artwork',
        true,
        `${Math.round(cutShare * 100)}% of the motif lies outside the print area and would be cut off.`,
      );
    for (const shot of spec.shots) {
      const colour = shotColour(choice, shot.colour);
      const print = motif[colour.print]!;
      pictures.push(...order(print, shot.scene, spec.area, colour, placedOf(print)));
    }
  }

  const subject = wordingSubject(
    motif,
    docket,
    blank,
    outlet,
    choice?.offered ?? spec.colours.map((name) => ({ name })),
    sizes.length ? sizes : spec.sizes,
  );
  const { title, description, tags } = wordsOf(artwork, spec, kept, subject, rules, problems);
  const fixed = kept.prices?.from === 'hand' ? kept.prices.value : [];
  const prices = sizes.map((name) => {
    const { costMinor } = blank.sizes.find((s) => s.name === name)!;
    return fixed.find((p) => p.size === name) ?? solvePrice(name, costMinor, blank.postageMinor, rules.fees, spec.pricePlan);
  });
  const comparable = blank.currency === rules.currency && prices.every((p) => p !== null);
  const fields: ProofFields = {
    title,
    description,
    tags,
    prices: { value: comparable ? prices : [], from: fixed.length ? 'hand' : 'pattern' },
  };
  const colours = choice?.offered ?? [];
  const checked = ruleProblems(fields, rules, outlet.name, {
    pictures: pictures.length,
    wanted: spec.shots.length,
    colours: colours.length,
    noun: spec.noun,
  });
  problems.push(...beside(problems, checked));
  return { fields, colours, pictures, problems, rules, outletName: outlet.name };
}
