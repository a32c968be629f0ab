/** A window of a list: `next` is what to pass as `after` for the following one, null at the end. */
export const paged = <T extends { seq: number }>(items: T[], limit: number): { items: T[]; next: number | null } => ({
  items,
  next: limit > 0 && items.length === limit ? items.at(-1)!.seq : null,
});
