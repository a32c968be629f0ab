/** The states of proofs that wait for somebody. */
export const WAITING = 'drafting,held,ready,passed,refused';
/** Lines of a block of the list. */
export const BLOCK = 60;
const PARTS = ['run', 'state', 'outlet', 'docket', 'find', 'ids', 'picked', 'stale', 'sort'] as const;

/**
 * The search that an address of the proofs means: those that wait, unless it asks for a state or names a run, some proofs, what was picked, or what is
 * out of date.
 */
export function proofSearch(search: URLSearchParams): Record<string, string> {
  const asked = Object.fromEntries(PARTS.flatMap((p) => (search.get(p) ? [[p, search.get(p)!]] : [])));
  if (asked.state === 'any') {
    const { state: _, ...rest } = asked;
    return rest;
  }
  return asked.state || asked.run || asked.ids || asked.picked || asked.stale ? asked : { ...asked, state: WAITING };
}
