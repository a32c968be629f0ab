import type { ListingPayload, ThereListing } from './payload';

export const LISTING_FIELDS = ['title', 'description', 'tags', 'texts', 'options', 'prices', 'pictures', 'downloads'] as const;
export type ListingField = (typeof LISTING_FIELDS)[number];

/** Words as a reader compares them: runs of white space count as one space. */
const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

/** Prices by what is picked, in a fixed order. */
const priced = (variants: { values: string[]; priceMinor: number }[]) =>
  variants.map((v) => JSON.stringify([v.values, v.priceMinor])).sort();

/** Further texts as they read, in a fixed order; an empty one is none. */
const told = (texts: Record<string, string> | undefined) =>
  Object.entries(texts ?? {})
    .filter(([, text]) => text.trim() !== '')
    .map(([name, text]) => [name, plain(text)])
    .sort();

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

type Comparable = Pick<
  ThereListing,
  'title' | 'description' | 'tags' | 'texts' | 'options' | 'variants' | 'pictures' | 'downloads'
>;

/** The parts of a listing that are words. */
export const WORDS_OF_LISTINGS = ['title', 'description', 'tags', 'texts'] as const;
type WordsOf = Partial<Pick<ListingPayload, (typeof WORDS_OF_LISTINGS)[number]>>;

/** In which words a listing differs from what was sent, of those that are told. */
export const changedWords = (sent: WordsOf, now: WordsOf): ListingField[] => {
  const differs = differingWords(
    { title: '', description: '', tags: [], ...sent },
    { title: '', description: '', tags: [], ...now },
  );
  return WORDS_OF_LISTINGS.filter((field) => field in now && differs[field]);
};

const differingWords = (a: WordsIn, b: WordsIn): Record<(typeof WORDS_OF_LISTINGS)[number], boolean> => ({
  title: a.title !== b.title,
  description: plain(a.description) !== plain(b.description),
  tags: !same(a.tags, b.tags),
  texts: !same(told(a.texts), told(b.texts)),
});
type WordsIn = Pick<ThereListing, 'title' | 'description' | 'tags' | 'texts'>;

/** The fields in which two states of a listing differ. Descriptions are compared as words, since outlets keep them in markup of their own. */
function differing(a: Comparable, b: Comparable): ListingField[] {
  const differs: Record<ListingField, boolean> = {
    ...differingWords(a, b),
    options: !same(a.options, b.options),
    prices: !same(priced(a.variants), priced(b.variants)),
    pictures: !same(a.pictures, b.pictures),
    downloads: !same(a.downloads ?? [], b.downloads ?? []),
  };
  return LISTING_FIELDS.filter((field) => differs[field]);
}

/** What an outlet has against what was sent. `pictures` are the SHA-256 of the files as they were sent, in order. */
export const differences = (sent: ListingPayload, pictures: string[], there: ThereListing): ListingField[] =>
  differing({ ...sent, pictures, downloads: handed(sent) }, there);

/** What of a proof differs from what its listing was sent: the fields that a change would carry. */
export const changedFields = (sent: ListingPayload, now: ListingPayload): ListingField[] =>
  differing(
    { ...sent, pictures: pictured(sent), downloads: handed(sent) },
    { ...now, pictures: pictured(now), downloads: handed(now) },
  );

const handed = (p: ListingPayload): string[] => (p.downloads ?? []).map((d) => d.sha256);
const pictured = (p: ListingPayload) => p.pictures.map((s) => JSON.stringify([s.file, s.alt]));

/** What the fields that are to be changed are worth in `wanted`, and everything else as it was sent. */
export function overlaid(sent: ListingPayload, wanted: ListingPayload, fields: readonly ListingField[]): ListingPayload {
  const has = (f: ListingField) => fields.includes(f);
  return {
    ...sent,
    ...(has('title') && { title: wanted.title }),
    ...(has('description') && { description: wanted.description }),
    ...(has('tags') && { tags: wanted.tags }),
    ...(has('texts') && { texts: wanted.texts }),
    ...((has('options') || has('prices')) && {
      options: wanted.options,
      variants: wanted.variants,
      currency: wanted.currency,
    }),
    ...(has('pictures') && { pictures: wanted.pictures }),
    ...(has('downloads') && { downloads: wanted.downloads ?? [] }),
  };
}

/** How our variants and an outlet's go together: by our SKU, else by what is picked. */
export type Link = 'linked' | 'changed there' | 'not linked';
export function linksOf(sent: ListingPayload, there: ThereListing): { sku: string; link: Link }[] {
  return sent.variants.map((v) => {
    const mine = there.variants.find((t) => t.sku === v.sku) ?? there.variants.find((t) => same(t.values, v.values));
    if (!mine) return { sku: v.sku, link: 'not linked' };
    return { sku: v.sku, link: same(mine.values, v.values) && mine.priceMinor === v.priceMinor ? 'linked' : 'changed there' };
  });
}
