import { kindOf } from '../../../core/docket/kinds';
import type { Called } from '../../../core/phrasebook/call-up';
import { wordSet } from '../../../core/tags/demand';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { Tx } from '../../../data/database';
import { demandFor, type DemandRow } from '../../../data/stockroom/demand';
import type { BlankRow } from '../../../data/stockroom/blanks';
import type { DocketRow } from '../../../data/stockroom/dockets';
import { isGuess } from '../../words/phrasebook';

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
  called: readonly Called[],
  dockets: readonly DocketRow[],
  blanks: ReadonlyMap<string, BlankRow>,
): Promise<DemandRow[]> {
  const about = wordSet([artwork.subject, ...called.filter((c) => !isGuess(c)).map((c) => c.by)].join(' '));
  const goods = dockets.flatMap((d) => [
    ...d.document.lines.flatMap((l) => [l.noun.one, ...(kindOf(blanks.get(l.blank)?.document.kind ?? '').tags ?? [])]),
    d.document.downloads?.noun.one ?? '',
  ]);
  const known = wordSet([...about, ...artwork.keywords, ...goods, ...ANYTHING].join(' '));
  return demandFor(tx, about, known, MOST);
}
