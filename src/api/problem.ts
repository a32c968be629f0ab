import { Trouble } from '@/services/trouble';

/** `application/problem+json` of RFC 9457. */
export const problemResponse = (trouble: Trouble, headers: Record<string, string> = {}): Response => {
  const body = trouble.problem();
  return new Response(JSON.stringify(body), {
    status: body.status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });
};

/** No browser is to take what the interface answers for a page, or let a page that lies in it do anything: drawings can hold scripts. */
const HEADERS = {
  'content-security-policy': "default-src 'none'; sandbox; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
};
function guardedResponse(response: Response): Response {
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
  return response;
}

/** Turns what a handler throws into a problem with a sentence. Anything unforeseen is logged and told without detail. */
export async function answered(work: () => Promise<Response>): Promise<Response> {
  try {
    return guardedResponse(await work());
  } catch (error) {
    if (error instanceof Trouble) return guardedResponse(problemResponse(error));
    // a foreign key: what is named has gone meanwhile, or was never the caller's
    if ((error as { code?: string }).code === '23503')
      return guardedResponse(problemResponse(new Trouble('not-valid', 'Something that this names is not here.')));
    console.error(error);
    return guardedResponse(
      problemResponse(new Trouble('trouble', 'Union Press could not do that just now. Nothing was lost; try again.')),
    );
  }
}
