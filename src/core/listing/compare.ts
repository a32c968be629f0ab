import type { ListingPayload, ThereListing } from './payload';

export type ListingField = 'title' | 'description' | 'tags' | 'options' | 'prices' | 'pictures';

/** Words as a reader compares them: runs of white space count as one space. */
const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

/** Prices by what is picked, in a fixed order. */
const priced = (variants: { values: string[]; priceMinor: number }[]) =>
  variants.map((v) => JSON.stringify([v.values, v.priceMinor])).sort();

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * The fields in which what an outlet has differs from what was sent. `pictures` are the SHA-256 of the files as they were
 * sent, in order. Descriptions are compared as words, since outlets keep them in markup of their own.
 */
export function differences(sent: ListingPayload, pictures: string[], there: ThereListing): ListingField[] {
  const differs: Record<ListingField, boolean> = {
    title: sent.title !== there.title,
    description: plain(sent.description) !== plain(there.description),
    tags: !same(sent.tags, there.tags),
    options: !same(sent.options, there.options),
    prices: !same(priced(sent.variants), priced(there.variants)),
    pictures: !same(pictures, there.pictures),
  };
  return (Object.keys(differs) as ListingField[]).filter((field) => differs[field]);
}
