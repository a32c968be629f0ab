/**
 * How ink comes onto a product. *Opaque*: a film on it, which takes the light that falls on it. *Soft*: sunk into the cloth, a little of
 * which shows. *Dye*: sublimated into a white coat, so that it only takes light away.
 */
export const INK_KINDS = ['opaque', 'soft', 'dye'] as const;
export type InkKind = (typeof INK_KINDS)[number];
