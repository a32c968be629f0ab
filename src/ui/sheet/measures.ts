/** Measures of the sheet, px. */
export const ROW = 74;
/** The heads of rows. */
export const NAME = 246;
/** A column is at least that wide. */
export const COLUMN = 136;
export const HEAD = 62;
