/** What stands in the address of a page; a part that stands there twice says nothing. */
export const addressOf = async (asked: Promise<Record<string, string | string[] | undefined>>): Promise<URLSearchParams> =>
  new URLSearchParams(Object.entries(await asked).flatMap(([k, v]) => (typeof v === 'string' ? [[k, v]] : [])));
