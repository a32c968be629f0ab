import { motifName } from '../../../core/artwork/likeness/motif-name';
import { kindOf } from '../../../core/docket/kinds';
import { wordSet } from '../../../core/tags/demand';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { Tx } from '../../../data/database';
import { demandFor, type DemandRow } from '../../../data/stockroom/demand';
import type { BlankRow } from '../../../data/stockroom/blanks';
import type { DocketRow } from '../../../data/stockroom/dockets';
import { calledUp, isGuess, type Phrasebook } from '../../words/phrasebook';
import { tellingOf } from './telling';

/** Words that a phrase may say of anything that is given away. */
const ANYTHING = ['gift', 'present', 'idea', 'lover'];
/** So many phrases are looked at for one artwork. */
const MOST = 120;

/**
 * What is searched of what an artwork shows, on the goods of its dockets: phrases with a word of its subject, its name or what it calls up
 * in the phrasebook, and with no word that is not said of it.
 */
export function demandOf(
  tx: Tx,
  artwork: ArtworkRow,
  twins: readonly ArtworkRow[],
  book: Phrasebook,
  dockets: readonly DocketRow[],
  blanks: ReadonlyMap<string, BlankRow>,
): Promise<DemandRow[]> {
  const telling = tellingOf(artwork, motifName([artwork, ...twins].map((a) => a.name)));
  const called = calledUp(book, telling).filter((c) => !isGuess(c));
  const about = wordSet([artwork.subject, ...called.map((c) => c.by)].join(' '));
  const goods = dockets.flatMap((d) => [
    ...d.document.lines.flatMap((l) => [l.noun.one, ...(kindOf(blanks.get(l.blank)?.document.kind ?? '').tags ?? [])]),
    d.document.downloads?.noun.one ?? '',
  ]);
  const known = wordSet([...about, ...artwork.keywords, ...goods, ...ANYTHING].join(' '));
  return demandFor(tx, about, known, MOST);
}
