/** What a person calls the fields of a listing and of a proof, within a sentence. One that is not here is called what its outlet's rules call it. */
const NAMES: Record<string, string> = {
  title: 'title',
  description: 'description',
  tags: 'tags',
  texts: 'further texts',
  searchTitle: 'title for search engines',
  searchText: 'text for search engines',
  personalisation: 'what the buyer tells',
  settings: 'the outlet’s settings',
  brand: 'brand',
  kind: 'kind of product',
  origin: 'country of origin',
  hsCode: 'HS code',
  options: 'choices',
  prices: 'prices and sizes',
  weights: 'weights',
  pictures: 'pictures',
  downloads: 'files to download',
  listing: 'listing',
  state: 'state',
};

/** `searchTitle` as “title for search engines”; a name that is nobody's yet with its words apart: `giftNote` as “gift note”. */
export const fieldName = (field: string): string =>
  NAMES[field] ?? field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** Several, in their order, with commas between. */
export const fieldNames = (fields: readonly string[]): string => fields.map(fieldName).join(', ');
