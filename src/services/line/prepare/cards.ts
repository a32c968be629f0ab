import type { LineOffer } from './goods';

/** What stands on a card: everything that its picture is made from. */
export type Card =
  | { card: 'sizes'; title: string; columns: string[]; rows: { size: string; cm: number[] }[] }
  | { card: 'colours'; title: string; colours: { name: string; hex: string }[] };

/** A card about a goods line; null where there is nothing to tell: no size table, or no colours to choose from. */
export function cardOf(kind: Card['card'], { line, blank, sizes, colours }: LineOffer): Card | null {
  if (kind === 'colours')
    return colours && { card: kind, title: line.noun.many, colours: colours.offered.map(({ name, hex }) => ({ name, hex })) };
  const table = blank.sizeTable;
  const rows = table?.rows.filter((r) => sizes.includes(r.size)) ?? [];
  return table && rows.length ? { card: kind, title: line.noun.many, columns: table.columns, rows } : null;
}
