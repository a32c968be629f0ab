import type { ShownColumn } from './columns';

/** Rows and columns are fetched in blocks of this size. */
export const BLOCK = { rows: 24, columns: 12 };
/** The columns of a block, as the server is asked for them: a folded group has no cells of its own. */
export const blockColumns = (shown: readonly ShownColumn[], page: number): string =>
  shown
    .slice(page * BLOCK.columns, (page + 1) * BLOCK.columns)
    .filter((s) => !s.folded)
    .map((s) => s.key)
    .join(',');
