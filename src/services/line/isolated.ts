/** What came of one of many things: its result, or why there is none. */
export type Outcome<T, R> = { of: T; result: R } | { of: T; error: Error };
export const succeeded = <T, R>(o: Outcome<T, R>): o is { of: T; result: R } => 'result' in o;

/**
 * Does work for many things together, which is cheaper; where that fails, for each alone, so that one that fails stops no other. Where
 * none succeeds it is not about one of them (a service that is away, the database): that error is thrown. Work may be done twice.
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
