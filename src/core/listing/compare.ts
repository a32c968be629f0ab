import type { ListingPayload, ThereListing } from './payload';

export const LISTING_FIELDS = [
  'title',
  'description',
  'tags',
  'texts',
  'settings',
  'brand',
  'kind',
  'origin',
  'hsCode',
  'options',
  'prices',
  'weights',
  'pictures',
  'downloads',
] as const;
export type ListingField = (typeof LISTING_FIELDS)[number];

/** Text as it is compared: runs of white space count as one space. */
const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

/** What of each variant is compared, by what is picked, in a fixed order. */
const byPick = <V extends { values: string[] }>(variants: readonly V[], of: (v: V) => unknown) =>
  variants.map((v) => JSON.stringify([v.values, of(v) ?? null])).sort();

/** Further texts as they read, in a fixed order; an empty one is none. */
const readTexts = (texts: Record<string, string> | undefined) =>
  Object.entries(texts ?? {})
    .filter(([, text]) => text.trim() !== '')
    .map(([name, text]) => [name, plain(text)])
    .sort();

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** A listing with its pictures and files by their hashes, from either side. */
type Comparable = Omit<ThereListing, 'state' | 'ref' | 'url' | 'currency'>;
type Sent = Comparable & { sentBy: 'us' };

/**
 * Is a field of what we send other than what is on the other side? Where that is an outlet which does not tell a field, there is nothing
 * to compare.
 */
const text = (field: 'brand' | 'kind' | 'origin' | 'hsCode') => (ours: Sent, b: Comparable) =>
  ('sentBy' in b || b[field] !== undefined) && (ours[field] ?? '') !== (b[field] ?? '');

const DIFFERS: Record<ListingField, (ours: Sent, b: Comparable) => boolean> = {
  title: (a, b) => a.title !== b.title,
  // outlets keep descriptions in markup of their own
  description: (a, b) => plain(a.description) !== plain(b.description),
  tags: (a, b) => !same(a.tags, b.tags),
  texts: (a, b) => !same(readTexts(a.texts), readTexts(b.texts)),
  settings: (a, b) => {
    const [ours, theirs] = [a.settings ?? {}, b.settings ?? {}];
    const names = 'sentBy' in b ? Object.keys({ ...ours, ...theirs }) : Object.keys(theirs).filter((n) => n in ours);
    return names.some((n) => (ours[n] ?? '') !== (theirs[n] ?? ''));
  },
  brand: text('brand'),
  kind: text('kind'),
  origin: text('origin'),
  hsCode: text('hsCode'),
  options: (a, b) => !same(a.options, b.options),
  prices: (a, b) => !same(byPick(a.variants, (v) => v.priceMinor), byPick(b.variants, (v) => v.priceMinor)), // prettier-ignore
  weights: (a, b) =>
    ('sentBy' in b || b.variants.some((v) => v.weightG !== undefined)) &&
    // variants that were added or removed are already a difference of `prices`
    same(byPick(a.variants, () => 0), byPick(b.variants, () => 0)) && // prettier-ignore
    !same(byPick(a.variants, (v) => v.weightG), byPick(b.variants, (v) => v.weightG)), // prettier-ignore
  pictures: (a, b) => !same(a.pictures, b.pictures),
  downloads: (a, b) => !same(a.downloads ?? [], b.downloads ?? []),
};
const differing = (ours: Sent, b: Comparable): ListingField[] => LISTING_FIELDS.filter((f) => DIFFERS[f](ours, b));

/** A payload as it is compared: its pictures by the names that are given. */
const comparable = (p: ListingPayload, pictures: string[]): Sent => ({
  ...p,
  pictures,
  downloads: (p.downloads ?? []).map((d) => d.sha256),
  sentBy: 'us',
});
const asMade = (p: ListingPayload): Sent => comparable(p, p.pictures.map((s) => JSON.stringify([s.file, s.alt]))); // prettier-ignore

/** What an outlet has against what was sent. `pictures` are the SHA-256 of the files as they were sent, in order. */
export const differences = (sent: ListingPayload, pictures: string[], there: ThereListing): ListingField[] =>
  differing(comparable(sent, pictures), there);

/** What of a proof differs from what its listing was sent: the fields that a change would carry. */
export const changedFields = (sent: ListingPayload, now: ListingPayload): ListingField[] => differing(asMade(sent), asMade(now));

/** The parts of a listing that are words. */
export const WORDS_OF_LISTINGS = ['title', 'description', 'tags', 'texts'] as const;
type WordsOf = Partial<Pick<ListingPayload, (typeof WORDS_OF_LISTINGS)[number]>>;

/** The word fields in which a listing differs from what was sent. Fields that `now` leaves out are not compared. */
export function changedWords(sent: WordsOf, now: WordsOf): ListingField[] {
  const whole = (words: WordsOf): Sent => ({ title: '', description: '', tags: [], options: [], variants: [], pictures: [], ...words, sentBy: 'us' }); // prettier-ignore
  const [a, b] = [whole(sent), whole(now)];
  return WORDS_OF_LISTINGS.filter((field) => field in now && DIFFERS[field](a, b));
}

const VARIANTS = ['options', 'variants', 'currency'] as const;
/** Which parts of a payload carry each field. */
const CARRIED_BY: Record<ListingField, readonly (keyof ListingPayload)[]> = {
  title: ['title'],
  description: ['description'],
  tags: ['tags'],
  texts: ['texts'],
  settings: ['settings'],
  brand: ['brand'],
  kind: ['kind'],
  origin: ['origin'],
  hsCode: ['hsCode'],
  options: VARIANTS,
  prices: VARIANTS,
  weights: VARIANTS,
  pictures: ['pictures'],
  downloads: ['downloads'],
};

/** All fields that a change of these writes: options, prices and weights travel together in the variants. */
export const touchedBy = (fields: readonly ListingField[]): ListingField[] => {
  const parts = new Set(fields.flatMap((f) => CARRIED_BY[f]));
  return LISTING_FIELDS.filter((f) => CARRIED_BY[f].some((part) => parts.has(part)));
};

/** The payload of a change: the named fields as wanted, everything else as it was sent. */
export function overlaid(sent: ListingPayload, wanted: ListingPayload, fields: readonly ListingField[]): ListingPayload {
  const parts = new Set(fields.flatMap((f) => CARRIED_BY[f]));
  return { ...sent, ...Object.fromEntries([...parts].map((part) => [part, wanted[part]])) };
}

/** What was sent, with some fields replaced by the outlet's current values. An outlet that takes several fields in one request gets those back unchanged. */
export function withTheirs(sent: ListingPayload, there: ThereListing, fields: readonly ListingField[]): ListingPayload {
  const has = (f: ListingField) => fields.includes(f);
  return {
    ...sent,
    ...(has('title') && { title: there.title }),
    ...(has('description') && { description: there.description }),
    ...(has('tags') && { tags: there.tags }),
    ...(has('texts') && { texts: there.texts }),
    ...(has('settings') && { settings: { ...sent.settings, ...there.settings } }),
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
