import { thumbName, type ArtworkRow } from './artworks';
import type { ListingRow } from './line';
import type { ProofRow } from './proofs';
import type { OutletRow } from './stockroom';

/** What leaves the house over `/api/v1`: rows without their inner parts, with addresses for pictures. */
const picture = (name: string | null): string | null => name && `/api/v1/pictures/${name}`;

export const artworkView = ({ sha256, ...a }: ArtworkRow) => ({
  ...a,
  thumb: a.state === 'ready' ? picture(thumbName(sha256)) : null,
  original: `/api/v1/artworks/${a.id}/original`,
});
export type ArtworkView = ReturnType<typeof artworkView>;

export const proofView = (p: ProofRow) => ({
  ...p,
  pictures: p.pictures.map((s) => ({ scene: s.scene, colour: s.colour, picture: picture(s.file), small: picture(s.small) })),
});
export type ProofView = ReturnType<typeof proofView>;

export const listingView = ({ small, ...l }: ListingRow) => ({ ...l, small: picture(small) });
export type ListingView = ReturnType<typeof listingView>;

/** An outlet without its secret. */
export const outletView = ({ id, name, style, baseUrl, connected, rules, rulesAt }: OutletRow) => ({
  id,
  name,
  style,
  baseUrl,
  connected,
  rules,
  rulesAt,
});
export type OutletView = ReturnType<typeof outletView>;
