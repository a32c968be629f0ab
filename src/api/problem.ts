import { Trouble } from '@/services/trouble';

/** `application/problem+json` of RFC 9457. */
export const problemResponse = (trouble: Trouble, headers: Record<string, string> = {}): Response => {
  const body = trouble.problem();
  return new Response(JSON.stringify(body), {
    status: body.status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });
};

/** Turns what a handler throws into a problem with a sentence. Anything unforeseen is logged and told without detail. */
export async function answered(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Trouble) return problemResponse(error);
    console.error(error);
    return problemResponse(new Trouble('trouble', 'Union Press could not do that just now. Nothing was lost; try again.'));
  }
}
