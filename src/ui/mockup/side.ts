/** Points along a side of a preview: the fineness that every scene ships for browsers. */
export const PREVIEW_SIDE = 800;
