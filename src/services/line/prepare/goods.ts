import { chooseColours, type ColourChoice } from '../../../core/planning/colours';
import type { BlankSpec, DocketSpec } from '../../../core/planning/docket';
import { chooseSizes } from '../../../core/planning/sizes';
import type { FieldName } from '../../../core/rules/rules';
import type { ArtworkRow } from '../../../data/artwork/artworks';

/** Says what is wrong with a proof: a code, the field it shows at, whether the proof stops for it, and a sentence. */
export type Tell = (code: string, field: FieldName, stops: boolean, sentence: string) => void;

/** The sizes that can be offered; says which cannot, and why. */
export function sizesOf(artwork: ArtworkRow, blank: BlankSpec, spec: DocketSpec, tell: Tell): string[] {
  const size = { widthPx: artwork.widthPx!, heightPx: artwork.heightPx!, trim: artwork.measured!.trim };
  const { offered, coarse, dropped } = chooseSizes(size, blank, spec);
  if (dropped.length)
    tell(
      'discontinued',
      'goods',
      !offered.length && !coarse.length,
      `${blank.printHouse} no longer offers ${dropped.join(', ')} of ${blank.name}; left out.`,
    );
  const best = coarse.reduce<(typeof coarse)[number] | null>((a, b) => (a && a.ppi >= b.ppi ? a : b), null);
  if (best && !offered.length)
    tell(
      'too-coarse',
      'artwork',
      true,
      `At ${Math.round(best.widthMm)} mm wide this prints at ${Math.round(best.ppi)} px/in; the docket asks for ${spec.accepts.minPpi}. Bring in a larger file, or print it smaller.`,
    );
  else if (best)
    tell(
      'sizes-left-out',
      'goods',
      false,
      `Left out, would print too coarsely: ${coarse.map((c) => `${c.name} (${Math.floor(c.ppi)} px/in)`).join(', ')}. The docket asks for ${spec.accepts.minPpi}.`,
    );
  return offered;
}

/** The colours that can be offered, and which twin goes on each; null when the blank has none of the docket's any more. */
export function coloursOf(motif: ArtworkRow[], blank: BlankSpec, spec: DocketSpec, tell: Tell): ColourChoice | null {
  const dyes = spec.colours.flatMap((name) => blank.colours.find((c) => c.name === name) ?? []);
  const gone = spec.colours.filter((name) => !dyes.some((d) => d.name === name));
  if (gone.length)
    tell(
      'discontinued',
      'goods',
      !dyes.length,
      `${blank.printHouse} no longer offers ${blank.name} in ${gone.join(', ')}; left out.`,
    );
  const [first] = dyes;
  if (!first) return null;
  if (blank.colours.length === 1)
    return {
      offered: dyes.map((d) => ({ ...d, legibility: 1, print: 0 })),
      leftOut: [],
      featured: first.name,
      unreadable: false,
    };
  const choice = chooseColours(
    motif.map((a) => a.measured!.inks),
    dyes,
  );
  if (choice.unreadable)
    tell(
      'unreadable',
      'artwork',
      true,
      `The artwork cannot be read well on any of this docket’s ${dyes.length} colours; ${choice.featured} is the best of them.`,
    );
  else if (choice.leftOut.length)
    tell(
      'colours-left-out',
      'artwork',
      false,
      `Left out, hard to read: ${choice.leftOut.map((c) => `${c.name} (${Math.round(c.legibility * 100)}%)`).join(', ')}.`,
    );
  const used = [...new Set(choice.offered.map((c) => c.print))].sort((a, b) => a - b);
  const on = (i: number) => choice.offered.filter((c) => c.print === i).map((c) => c.name);
  if (used.some((i) => i > 0))
    tell('twins', 'artwork', false, `${used.map((i) => `“${motif[i]!.name}” on ${on(i).join(', ')}`).join('; ')}.`);
  return choice;
}
