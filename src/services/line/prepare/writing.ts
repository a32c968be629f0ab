import { colourNames } from '../../../core/colour/names';
import { pictureKinds } from '../../../core/docket/accepts';
import { nounOf } from '../../../core/docket/docket';
import { kindOf } from '../../../core/docket/kinds';
import { motifName } from '../../../core/artwork/likeness/motif-name';
import { buyersText } from '../../../core/stock/blank';
import type { Brief, Goods, Motif } from '../../../core/writing/brief';
import { isGuess, wholes } from '../../words/phrasebook';
import { filesText, type DownloadOffer } from './downloads';
import type { LineOffer } from './goods';
import type { Making } from './making';
import { wordsIn } from './telling';

const bare = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ').trim(); // prettier-ignore

function motifOf({ artwork, twins }: Making, subject: string | null): Motif {
  const name = motifName([artwork, ...twins].map((a) => a.name));
  const read = bare(wordsIn(artwork));
  // the name is what it says where its words were read in the picture
  const says = read !== '' && bare(name).split(' ').every((w) => ` ${read} `.includes(` ${w} `)); // prettier-ignore
  const { measured } = artwork;
  const kinds = measured ? pictureKinds(artwork, measured) : [];
  return {
    name,
    subject: artwork.subject || subject,
    saying: says ? name : null,
    saysAll: says && read.split(' ').every((w) => ` ${bare(name)} `.includes(` ${w} `)),
    keywords: artwork.keywords,
    colours: colourNames(measured?.inks ?? []),
    picture: kinds.includes('photograph') ? 'photograph' : kinds.length ? 'drawing' : null,
    repeat: kinds.includes('repeat'),
    audience: (artwork.audience || null) as Motif['audience'],
    occasion: artwork.occasion || null,
  };
}

/** What is offered of a goods line, as its blank states it. */
function goodsOf({ blank, line, sizes, colours }: LineOffer): Goods {
  const kind = kindOf(blank.kind);
  return {
    one: line.noun.one,
    many: line.noun.many,
    alsoCalled: kind.tags,
    furnishes: kind.furnishes === true,
    text: buyersText(blank).replace(/\s*\n+\s*/g, ' '),
    care: blank.care,
    sizes: sizes.length ? sizes : line.sizes,
    colours: colours?.offered.map((c) => c.name) ?? (Array.isArray(line.colours) ? line.colours : []),
  };
}

/** More of what is searched would make a title say its subject over and over. */
const SEARCHED = 2;

/** What a writer is asked about a proof, in one language. */
export const briefOf = (
  making: Making,
  { offers, sold }: { offers: readonly LineOffer[]; sold: DownloadOffer | null },
  language: string,
): Brief => {
  const { artwork, docket, order, kept, book, called, demand } = making;
  const guessed = called.find((c) => !isGuess(c))?.by ?? null;
  return {
    language,
    key: `${artwork.motifId ?? artwork.id} ${docket.name}`,
    roll: kept.writing?.roll ?? 0,
    motif: motifOf(making, guessed),
    phrases: wholes(book, called, language),
    goods: offers.map(goodsOf),
    files: sold ? { noun: order.lines.length ? 'Files' : nounOf(order), text: filesText(sold) } : null,
    note: order.writing,
    seeds: kept.writing?.seeds ?? [],
    ...(/^en(-|$)/i.test(language) && { searched: demand.slice(0, SEARCHED).map((d) => d.phrase) }),
  };
};
