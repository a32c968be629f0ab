import { lostShare } from '@/core/artwork/measure/measure';
import type { Rgb } from '@/core/colour/colour';
import type { ArtworkRow } from '@/services/artwork/artworks';
import type { ListingRow } from '@/services/line/line';
import { howToConnect, type OutletRow } from '@/services/outlets/outlets';
import type { ProofRow } from '@/services/line/proofs';
import { nameIn } from '@/services/artwork/pictures';
import { miniName, thumbName, workingName } from '@/services/artwork/raster-names';
import { saidText } from '@/services/artwork/understanding';
import type { ArtworkView, CardView } from './shapes/artwork';
import type { ListingView, ProofView } from './shapes/line';
import type { OutletView } from './shapes/stockroom';

export type { ArtworkView, CardView, ListingView, OutletView, ProofView };

/** What leaves the house over `/api/v1`: rows without their inner parts, with addresses for pictures. */
const picture = (workspace: string, name: string | null): string | null => name && `/api/v1/pictures/${nameIn(workspace, name)}`;

/** The grounds that artwork is looked at on when each may have its own. */
const DARK: Rgb = [51, 48, 45];
const LIGHT: Rgb = [239, 230, 212];

/** Which ground shows an artwork best: the one on which less ink is lost, or none for a picture that fills its sheet. */
const suits = (m: ArtworkRow['measured']): 'dark' | 'light' | 'bare' =>
  !m || m.clearShare < 0.02 ? 'bare' : lostShare(m.inks, DARK) <= lostShare(m.inks, LIGHT) ? 'dark' : 'light';

/** An artwork with what holds: what was measured and read, unless a hand says otherwise. */
export const artworkView =
  (workspace: string) =>
  ({ sha256, ...a }: ArtworkRow): ArtworkView => ({
    ...a,
    tone: a.byHand.tone ?? a.measured?.tone ?? null,
    picture: a.byHand.picture ?? a.measured?.picture.kind ?? null,
    repeat: a.byHand.repeat ?? a.measured?.repeat.kind ?? null,
    words: saidText(a),
    suits: suits(a.measured),
    mini: a.state === 'ready' ? picture(workspace, miniName(sha256)) : null,
    thumb: a.state === 'ready' ? picture(workspace, thumbName(sha256)) : null,
    large: a.state === 'ready' ? picture(workspace, workingName(sha256)) : null,
    original: `/api/v1/artworks/${a.id}/original`,
  });

export const proofView =
  (workspace: string) =>
  ({ draft: _, ...p }: ProofRow): ProofView => ({
    ...p,
    pictures: p.pictures.map((s) => ({
      scene: s.scene,
      colour: s.colour,
      picture: picture(workspace, s.file),
      small: picture(workspace, s.small),
    })),
  });

export const listingView =
  (workspace: string) =>
  ({ small, ...l }: ListingRow): ListingView => ({ ...l, small: picture(workspace, small) });

/** An outlet without its secret, with how it is connected. */
export const outletView = ({ id, name, style, baseUrl, connected, rules, rulesAt, hold }: OutletRow): OutletView => ({
  id,
  name,
  style,
  baseUrl,
  connected,
  connecting: howToConnect({ style, baseUrl }),
  rules,
  rulesAt,
  hold,
});

/** The little that a contact sheet needs of each artwork, so that thousands can be looked through quickly. */
export const cardView =
  (workspace: string) =>
  (row: ArtworkRow): CardView => {
    const a = artworkView(workspace)(row);
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
