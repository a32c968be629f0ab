/** Proofs of a block, also of the first one: each has a dozen pictures and more. */
export const STRIPS = 20;
