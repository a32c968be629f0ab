import { colourNames } from '../../../core/colour/names';
import { pictureKinds } from '../../../core/docket/accepts';
import { nounOf } from '../../../core/docket/docket';
import { kindOf } from '../../../core/docket/kinds';
import { motifName } from '../../../core/artwork/likeness/motif-name';
import { buyersText } from '../../../core/stock/blank';
import type { Brief, Goods, Motif, Written } from '../../../core/writing/brief';
import { write } from '../../../core/writing/write';
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

/** What a proof’s words can be made of beside plain values: entries that were called up, and what the writer makes of them. */
export interface Spoken {
  called: Making['called'];
  brief: (language: string) => Brief;
  written: (language: string) => Written | null;
}

/** More of what is searched would make a title say its subject over and over. */
const SEARCHED = 2;

/** What is called up for a proof, and the writer at hand; nothing is written until it is asked for. */
export function spokenFor(making: Making, offers: readonly LineOffer[], sold: DownloadOffer | null): Spoken {
  const { artwork, docket, order, kept, book, called, demand } = making;
  const guessed = called.find((c) => !isGuess(c))?.by ?? null;
  const made = new Map<string, Written | null>();
  const brief = (language: string): Brief => ({
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
  });
  return {
    called,
    brief,
    written: (language) => {
      if (!made.has(language)) made.set(language, write(brief(language)));
      return made.get(language)!;
    },
  };
}
