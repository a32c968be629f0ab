import type { LineOffer, SoldShape } from './goods';

/** What stands on a card: everything that its picture is made from. */
export type Card =
  | { card: 'sizes'; title: string; columns: string[]; rows: { size: string; cm: number[] }[] }
  | { card: 'colours'; title: string; colours: { name: string; hex: string }[] }
  | { card: 'files'; title: string; shapes: SoldShape[] };

/** A card about a goods line; null where there is nothing to tell: no size table, no colours to choose from, no files. */
export function cardOf(kind: Card['card'], { line, blank, sizes, colours, files }: LineOffer): Card | null {
  if (kind === 'files') return files?.length ? { card: kind, title: line.noun.many, shapes: files } : null;
  if (kind === 'colours')
    return colours && { card: kind, title: line.noun.many, colours: colours.offered.map(({ name, hex }) => ({ name, hex })) };
  const table = blank.sizeTable;
  const rows = table?.rows.filter((r) => sizes.includes(r.size)) ?? [];
  return table && rows.length ? { card: kind, title: line.noun.many, columns: table.columns, rows } : null;
}
