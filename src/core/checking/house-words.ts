import { Type, type Static } from '@sinclair/typebox';
import { Exactly, OneOf, Words } from '../schema/parts';
import { CHECKS, MOST_WHAT, type Check } from './checks';
import { phraseFinder, type PhraseFinder } from './piece';

const list = (what: string) => Type.Array(Words(80), { maxItems: 5000, description: what });
/** Lists that a seller keeps for the checks. They ship empty: which words are somebody’s trademark is for the seller to know. */
export const HouseWords = Exactly({
  right: list('words that are spelt right, whatever the dictionaries say'),
  barred: Type.Array(
    Exactly({
      word: Words(80),
      outlet: Type.Optional(Type.String({ pattern: '^[0-9a-z-]{1,64}$', description: 'at one outlet; everywhere where none is named' })),
    }),
    { maxItems: 5000, description: 'words that are not to be written' },
  ),
  trademarks: list('words that may be somebody’s trademark'),
  left: Type.Array(Exactly({ check: OneOf(CHECKS), what: Words(MOST_WHAT) }), {
    maxItems: 5000,
    description: 'findings that are left as they are, in every listing',
  }),
}); // prettier-ignore
export type HouseWords = Static<typeof HouseWords>;
export const NO_WORDS: HouseWords = { right: [], barred: [], trademarks: [], left: [] };

const key = (text: string): string => text.toLowerCase().replaceAll('’', "'");
const keys = (all: readonly string[]): Set<string> => new Set(all.map(key));

/** House words ready to be looked up. */
export interface HouseLists {
  right: ReadonlySet<string>;
  barredAt: (outlet: string) => PhraseFinder;
  trademarks: PhraseFinder;
  isLeft: (check: Check, what: string) => boolean;
}
export function houseLists({ right, barred, trademarks, left }: HouseWords): HouseLists {
  const at = new Map<string, PhraseFinder>();
  const leave = new Set(left.map((l) => `${l.check} ${key(l.what)}`));
  return {
    right: keys(right),
    barredAt(outlet) {
      let found = at.get(outlet);
      if (found === undefined)
        at.set(outlet, (found = phraseFinder(barred.filter((b) => !b.outlet || b.outlet === outlet).map((b) => b.word))));
      return found;
    },
    trademarks: phraseFinder(trademarks),
    isLeft: (check, what) => leave.has(`${check} ${key(what)}`),
  };
}

/** Could listings that were looked over have findings by these lists that they had not by the earlier ones? Taking findings away needs no new look. */
export function needsLook(before: HouseWords, after: HouseWords): boolean {
  const more = <T>(was: readonly T[], is: readonly T[]): boolean => {
    const known = new Set(was.map((x) => JSON.stringify(x)));
    return is.some((x) => !known.has(JSON.stringify(x)));
  };
  return (
    more(before.barred, after.barred) ||
    more(before.trademarks, after.trademarks) ||
    more(after.right, before.right) ||
    more(after.left, before.left)
  );
}
