import { faultSentence } from '../../core/copy/wording';
import { FONTS } from '../../core/lettering/fonts';
import type { TextLayer } from '../../core/placement/form';
import { artwork } from '../artwork/artworks';
import { letteringOf, type LetteredArtwork } from './lettering';

/** Lettering as it would look, or why it cannot be printed. */
export interface TriedLettering {
  svg: string | null;
  widthPx: number;
  heightPx: number;
  problem: string | null;
}

/** What stands in for an artwork while there is none. */
const NOBODY: LetteredArtwork = { name: 'Name', subject: 'subject', keywords: ['keyword'], inks: [] };

/** Lettering of a layer with an artwork, or with words that stand in for one. Throws Trouble for an artwork that is not here. */
export async function tryLettering(workspace: string, layer: TextLayer, artworkId: string | null): Promise<TriedLettering> {
  const it = artworkId ? await artwork(workspace, artworkId) : null;
  const made = letteringOf(layer, it ? { ...it, inks: it.measured?.inks ?? [] } : NOBODY);
  if (!made.ok) return { svg: null, widthPx: 0, heightPx: 0, problem: faultSentence(made.fault) };
  const { missing, ...drawn } = made.it;
  return { ...drawn, problem: missing.length ? `The font ${FONTS[layer.font].word} has no ${missing.join(' ')}.` : null };
}
