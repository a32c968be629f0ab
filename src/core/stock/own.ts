import type { BlankDocument } from './blank';

/** Beginnings and simple parts of blanks of one's own. */

/** A blank to begin with: one colour, one size, one print area. */
export const newBlank = (): BlankDocument => ({
  id: '',
  name: '',
  kind: '',
  source: 'own',
  house: '',
  currency: 'USD',
  colours: [{ name: 'White', hex: '#ffffff' }],
  sizes: [{ name: 'One size' }],
  variants: [{ costMinor: 1000 }],
  areas: [{ name: 'front', side: 'front', widthMm: 200, heightMm: 200, ppi: 300 }],
  postage: [{ region: 'home', firstMinor: 500, furtherMinor: 200 }],
  productionDays: 3,
  care: '',
  sentences: [],
});

/** A copy of a blank, to be changed: whoever it was of, it is one's own. */
export const copiedBlank = (from: BlankDocument): BlankDocument => {
  const { onOfferFrom: _, ...document } = structuredClone(from);
  const name = `${from.name}, my own`;
  return { ...document, source: 'own', name, id: idFor(name) };
};

/** An id for a name: small letters, digits and dashes, 64 at most. */
export const idFor = (name: string): string =>
  `own-${name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')}`
    .slice(0, 64)
    .replace(/-+$/, '');

/** What each size costs, where nothing but the size decides on it and all can be had; null else. */
export function costsBySize({ sizes, variants }: BlankDocument): Record<string, number> | null {
  if (variants.some((v) => v.colours || v.finishes || (v.stock && v.stock !== 'in stock'))) return null;
  const out: Record<string, number> = {};
  for (const { name } of sizes) {
    const its = variants.findLast((v) => !v.sizes || v.sizes.includes(name));
    if (!its) return null;
    out[name] = its.costMinor;
  }
  return out;
}

/** A blank with other sizes, each at its cost and as heavy as it was. */
export function withSizes(document: BlankDocument, sizes: readonly { name: string; costMinor: number }[]): BlankDocument {
  const names = sizes.map((s) => s.name);
  return {
    ...document,
    sizes: names.map((name) => document.sizes.find((s) => s.name === name) ?? { name }),
    variants: sizes.map((s) => {
      const weightG = document.variants.findLast((v) => !v.sizes || v.sizes.includes(s.name))?.weightG;
      return { sizes: [s.name], costMinor: s.costMinor, ...(weightG !== undefined && { weightG }) };
    }),
    areas: document.areas.map(({ bySize, ...area }) => {
      const left = Object.entries(bySize ?? {}).filter(([size]) => names.includes(size));
      return left.length ? { ...area, bySize: Object.fromEntries(left) } : area;
    }),
    ...(document.sizeTable && {
      sizeTable: { ...document.sizeTable, rows: document.sizeTable.rows.filter((r) => names.includes(r.size)) },
    }),
  };
}
