import type { Rgb } from '../core/colour/colour';
import { adapterFor } from '../outlets';
import { lostShare } from '../core/artwork/measure';
import { type ArtworkRow } from './artworks';
import { miniName, thumbName, workingName } from './raster-names';
import { saidText } from './understanding';
import type { ListingRow } from './line';
import type { ProofRow } from './proofs';
import type { OutletRow } from './outlets';

/** What leaves the house over `/api/v1`: rows without their inner parts, with addresses for pictures. */
const picture = (name: string | null): string | null => name && `/api/v1/pictures/${name}`;

/** The grounds that artwork is looked at on when each may have its own. */
const DARK: Rgb = [51, 48, 45];
const LIGHT: Rgb = [239, 230, 212];

/** Which ground shows an artwork best: the one on which less ink is lost, or none for a picture that fills its sheet. */
const suits = (m: ArtworkRow['measured']): 'dark' | 'light' | 'bare' =>
  !m || m.clearShare < 0.02 ? 'bare' : lostShare(m.inks, DARK) <= lostShare(m.inks, LIGHT) ? 'dark' : 'light';

/** An artwork with what holds: what was measured and read, unless a hand says otherwise. */
export const artworkView = ({ sha256, ...a }: ArtworkRow) => ({
  ...a,
  tone: a.byHand.tone ?? a.measured?.tone ?? null,
  picture: a.byHand.picture ?? a.measured?.picture.kind ?? null,
  repeat: a.byHand.repeat ?? a.measured?.repeat.kind ?? null,
  words: saidText(a),
  suits: suits(a.measured),
  mini: a.state === 'ready' ? picture(miniName(sha256)) : null,
  thumb: a.state === 'ready' ? picture(thumbName(sha256)) : null,
  large: a.state === 'ready' ? picture(workingName(sha256)) : null,
  original: `/api/v1/artworks/${a.id}/original`,
});
export type ArtworkView = ReturnType<typeof artworkView>;

export const proofView = ({ draft: _, ...p }: ProofRow) => ({
  ...p,
  pictures: p.pictures.map((s) => ({ scene: s.scene, colour: s.colour, picture: picture(s.file), small: picture(s.small) })),
});
export type ProofView = ReturnType<typeof proofView>;

export const listingView = ({ small, ...l }: ListingRow) => ({ ...l, small: picture(small) });
export type ListingView = ReturnType<typeof listingView>;

/** An outlet without its secret, with how it is connected. */
export const outletView = ({ id, name, style, baseUrl, connected, rules, rulesAt, hold }: OutletRow) => ({
  id,
  name,
  style,
  baseUrl,
  connected,
  connecting: adapterFor(style).connecting.by,
  rules,
  rulesAt,
  hold,
});
export type OutletView = ReturnType<typeof outletView>;

/** The little that a contact sheet needs of each artwork, so that thousands can be looked through quickly. */
export const cardView = (row: ArtworkRow) => {
  const a = artworkView(row);
  return {
    id: a.id,
    name: a.name,
    fileName: a.fileName,
    state: a.state,
    drawer: a.drawer,
    subject: a.subject,
    audience: a.audience,
    occasion: a.occasion,
    marks: a.marks,
    keywords: a.keywords,
    words: a.words,
    read: a.said !== null,
    tone: a.tone,
    picture: a.picture,
    repeat: a.repeat,
    format: a.format,
    widthPx: a.widthPx,
    heightPx: a.heightPx,
    inches: a.measured && a.widthPx ? (a.widthPx * a.measured.trim.width) / 300 : null,
    edges: a.measured?.edges.kind ?? null,
    specks: a.measured?.specks.count ?? 0,
    suits: a.suits,
    linked: a.motifId !== null,
    version: a.version,
    mini: a.mini,
    thumb: a.thumb,
    bytes: a.bytes,
    createdAt: a.createdAt,
  };
};
export type CardView = ReturnType<typeof cardView>;
