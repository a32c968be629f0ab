/** Stations whose views may be kept. */
export const VIEWED = ['artwork', 'sheet', 'proofs', 'ledger'] as const;
export type Viewed = (typeof VIEWED)[number];
