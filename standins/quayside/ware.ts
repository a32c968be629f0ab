import type { Fault } from '../problem';
import { HOUSE } from './house';

export interface Article {
  picks: string[];
  /** By currency, decimal text: {"USD": "19.90"}. */
  price: Record<string, string>;
  code: string;
  grams?: number;
}

/** What the seller puts; everything else about a ware is the shop's own. */
export interface WareContent {
  name: string;
  /** HTML; what the house does not allow is taken out. */
  story: string;
  labels: string[];
  brand: string;
  kind: string;
  choices: string[];
  articles: Article[];
  pictures: { sha256: string; alt: string }[];
  /** What a buyer has in the bag at once, without its being shipped. */
  in_the_bag?: { sha256: string; called: string }[];
  standing: 'in-the-back' | 'in-the-window';
  /** Two letters, ISO 3166-1. */
  origin?: string;
  /** Harmonized System, four to ten digits. */
  hs?: string;
  for_search?: { title: string; text: string };
  collections?: string[];
}

/** A record as this stand-in keeps it. `id` is the seller's own reference. */
export interface Ware extends WareContent {
  id: string;
  /** The last part of its address in the shop; kept when the name changes. */
  address: string;
}

const NAMES = [
  'name', 'story', 'labels', 'brand', 'kind', 'choices', 'articles', 'pictures', 'in_the_bag', 'standing', 'origin', 'hs', 'for_search', 'collections',
] as const; // prettier-ignore

/** Only the parts that the seller puts. */
export const contentOf = (value: object): WareContent =>
  Object.fromEntries(
    NAMES.flatMap((n) => ((value as WareContent)[n] === undefined ? [] : [[n, (value as WareContent)[n]]])),
  ) as unknown as WareContent;

const length = (v: unknown) => (typeof v === 'string' ? v.length : -1); // the quay counts UTF-16 units

/** What the house has against a ware. `known` says whether a picture or a file of that hash, or a collection, is here. */
export function faultsOf(
  w: WareContent,
  known: { picture: (sha256: string) => boolean; bagged: (sha256: string) => boolean; collection: (id: string) => boolean },
): Fault[] {
  const faults: Fault[] = [];
  const need = (ok: boolean, pointer: string, detail: string) => (ok || faults.push({ pointer: `#/${pointer}`, detail }), ok);
  const { ware } = HOUSE;
  for (const name of ['name', 'story', 'brand', 'kind'] as const) {
    const most = name === 'name' || name === 'story' ? ware[name] : 120;
    need(length(w[name]) >= 1 && length(w[name]) <= most, name, `takes 1 to ${most} characters`);
  }
  const { most, longest } = ware.labels;
  need(
    Array.isArray(w.labels) && w.labels.length <= most && w.labels.every((l) => length(l) >= 1 && length(l) <= longest),
    'labels',
    `takes at most ${most} of 1 to ${longest} characters`,
  );
  need(w.standing === 'in-the-back' || w.standing === 'in-the-window', 'standing', 'is in-the-back or in-the-window');
  if (w.origin !== undefined) need(/^[A-Z]{2}$/.test(w.origin), 'origin', 'is a country of two letters (ISO 3166-1)');
  if (w.hs !== undefined) need(/^\d{4,10}$/.test(w.hs), 'hs', 'is four to ten digits');
  const pictures = Array.isArray(w.pictures) ? w.pictures : [];
  if (need(Array.isArray(w.pictures) && pictures.length <= ware.pictures, 'pictures', `takes at most ${ware.pictures}`))
    pictures.forEach((p, i) => need(known.picture(p?.sha256), `pictures/${i}/sha256`, 'is not on the quay; put it there first'));
  const bag = w.in_the_bag ?? [];
  if (need(Array.isArray(bag) && bag.length <= HOUSE.bag.most, 'in_the_bag', `takes at most ${HOUSE.bag.most}`))
    bag.forEach((f, i) => {
      need(known.bagged(f?.sha256), `in_the_bag/${i}/sha256`, 'is not on the quay; put it there first');
      need(length(f?.called) >= 1 && length(f?.called) <= 200, `in_the_bag/${i}/called`, 'takes 1 to 200 characters');
    });
  (w.collections ?? []).forEach((c, i) => need(known.collection(c), `collections/${i}`, 'is no collection of this shop'));
  for (const part of ['title', 'text'] as const)
    if (w.for_search)
      need(length(w.for_search[part]) >= 0 && length(w.for_search[part]) <= ware.for_search[part], `for_search/${part}`, `takes at most ${ware.for_search[part]} characters`); // prettier-ignore
  const choices = Array.isArray(w.choices) ? w.choices : [];
  need(Array.isArray(w.choices) && choices.length <= ware.choices, 'choices', `takes at most ${ware.choices}`);
  const articles = Array.isArray(w.articles) ? w.articles : [];
  if (need(articles.length >= 1 && articles.length <= ware.articles, 'articles', `takes 1 to ${ware.articles}`))
    articles.forEach((a, i) => {
      const prices = Object.entries(a?.price ?? {});
      const good = prices.every(([currency, text]) => HOUSE.money.includes(currency) && /^\d{1,7}\.\d\d$/.test(text));
      need(
        good && HOUSE.counted_in in (a?.price ?? {}),
        `articles/${i}/price`,
        `has a price in ${HOUSE.counted_in} such as 12.50`,
      );
      need(Array.isArray(a?.picks) && a.picks.length === choices.length, `articles/${i}/picks`, 'picks once for every choice');
    });
  return faults;
}
