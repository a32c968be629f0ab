import type { SaidLine } from '../../../core/artwork/words/words';
import type { Telling } from '../../../core/phrasebook/call-up';
import type { ArtworkRow } from '../../../data/artwork/artworks';

/** Words of which so many in a hundred are right are said to be read. */
const SURE = 0.8;

/** The words that were read in an artwork, as one text: what a hand says of them, else the lines that are sure. */
export function wordsIn(artwork: ArtworkRow): string {
  const byHand = artwork.byHand.said;
  if (byHand !== undefined) return byHand;
  return saidText(artwork.said ?? []);
}
/** The lines that are sure, as one text. */
export const saidText = (said: readonly SaidLine[]): string =>
  said
    .filter((line) => line.confidence >= SURE)
    .map((line) => line.text)
    .join(' ');

/** What of an artwork calls entries of the phrasebook up. */
export const tellingOf = (artwork: ArtworkRow, name: string): Telling => ({
  subject: artwork.subject,
  occasion: artwork.occasion,
  words: wordsIn(artwork),
  name,
  keywords: artwork.keywords.join(', '),
});
