import type { Shot, ShotColour } from '../../core/docket/docket';
import { chooseColours } from '../../core/planning/colours';
import { showsKind } from '../../core/scene/sheet';
import { artworkById } from '../../data/artwork/artworks';
import { inWorkspace } from '../../data/database';
import { proofById } from '../../data/line/proofs';
import { scenes } from '../stockroom/scenes';
import { Trouble } from '../trouble';
import { dyesOn, inksOf } from './prepare/goods';
import { makingsOf } from './prepare/making';
import type { Picture } from './prepare/pictures';
import { outlined, prepare } from './prepare/prepare';

/** A colour of a blank, and how an artwork's motif reads on it. */
export interface ClothReport {
  name: string;
  hex: string;
  legibility: number;
  /** The artwork of the motif that reads best on it. */
  artworkId: string;
  artwork: string;
  /** Buyers can order it. */
  offered: boolean;
}
/** What a picture of a proof could show instead. */
export interface Choices {
  /** Every scene that shows its goods, as it would be. */
  pictures: Picture[];
  /** Every colour of the blank, in the house's order. */
  cloths: ClothReport[];
  /** The artworks of its motif, its own first. */
  motif: { id: string; name: string }[];
}

/**
 * What one picture of a proof could show instead: each scene that shows its goods in a colour and with an artwork (those that it has where
 * none is named), and each colour of its blank. Throws a Trouble where the proof is not here, or that place shows no goods.
 */
export function choicesFor(
  workspace: string,
  proofId: string,
  at: number,
  o: { colour?: ShotColour; artwork?: string } = {},
): Promise<Choices> {
  return inWorkspace(workspace, async (tx) => {
    const proof = await proofById(tx, proofId);
    const artwork = proof && (await artworkById(tx, proof.artworkId));
    const place = proof?.pictures[at];
    if (!proof || !artwork?.measured || !place) throw new Trouble('not-found', 'There is no such picture.');
    const named = o.artwork ? { artwork: o.artwork } : {};
    const shotsOf = (from: Shot | undefined): Shot[] => {
      const was = from?.kind === 'scene' ? from : undefined;
      const line = from && 'line' in from && from.line ? { line: from.line } : {};
      const base = { colour: o.colour ?? was?.colour ?? ('featured' as const), ...line };
      const shown = was?.artwork ? { artwork: was.artwork } : {};
      return scenes().map((s) => ({ kind: 'scene', scene: s.id, ...base, ...shown, ...named }));
    };
    const [plain] = await makingsOf(tx, artwork, [proof]);
    if (!plain) throw new Trouble('conflict', `${proof.outlet} has not told its rules yet.`);
    const shot = plain.order.shots[place.shot ?? at];
    const [making] = await makingsOf(tx, artwork, [{ ...proof, shots: shotsOf(shot) }]);
    const { pictures, colours: onOffer } = prepare(outlined(making!));
    const line =
      making!.order.lines.find((l) => shot && 'line' in shot && l.key === shot.line) ??
      making!.order.lines.find((l) => scenes().some((s) => s.id === place.scene && showsKind(s, kindOf(making!, l.blank)))) ??
      making!.order.lines[0];
    const blank = line && making!.blanks.get(line.blank)?.document;
    const motif = [artwork, ...making!.twins];
    const judged = blank ? chooseColours(inksOf(motif), dyesOn(blank, line, artwork), Infinity, 0, true).offered : [];
    return {
      pictures,
      cloths: judged.map(({ name, hex, legibility, print }) => ({
        ...{ name, hex, legibility, artworkId: motif[print]!.id, artwork: motif[print]!.name },
        offered: onOffer.some((c) => c.name === name && c.line === line!.key),
      })),
      motif: motif.map(({ id, name }) => ({ id, name })),
    };
  });
}
const kindOf = (making: { blanks: Map<string, { document: { kind: string } }> }, blank: string): string =>
  making.blanks.get(blank)?.document.kind ?? '';
