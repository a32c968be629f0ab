/** The result of one item of a batch, or the error that it failed with. */
export type Outcome<T, R> = { of: T; result: R } | { of: T; error: Error };
export const succeeded = <T, R>(o: Outcome<T, R>): o is { of: T; result: R } => 'result' in o;

/**
 * Runs a batch in one go, which is cheaper. If that fails, runs each item alone, so that one failing item does not stop the others. If
 * every item fails, the cause is not in an item (a service or the database is down), and the error is thrown. `together` may run twice.
 */
export async function isolated<T, R>(
  all: readonly T[],
  together: (some: readonly T[]) => Promise<readonly R[]>,
): Promise<Outcome<T, R>[]> {
  try {
    const results = await together(all);
    return all.map((of, i) => ({ of, result: results[i]! }));
  } catch (error) {
    if (all.length <= 1) throw error;
    const outcomes: Outcome<T, R>[] = [];
    for (const of of all)
      outcomes.push(
        await together([of]).then(
          ([result]) => ({ of, result: result! }),
          (its: Error) => ({ of, error: its }),
        ),
      );
    if (!outcomes.some(succeeded)) throw error;
    return outcomes;
  }
}
