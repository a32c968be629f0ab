import { toast } from 'sonner';

/** An answer that was not 2xx, with the sentence that the server gave. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly sentence: string,
    readonly field?: string,
  ) {
    super(sentence);
  }
}

/** One call of `/api/v1` with the browser's own session. `keepalive`: it is carried on when the page is left; for little only. */
export async function api<T = Record<string, never>>(method: string, path: string, body?: object, keepalive = false): Promise<T> {
  const response = await fetch(`/api/v1${path}`, {
    method,
    keepalive,
    ...(body instanceof FormData || body instanceof Blob
      ? { body, ...(body instanceof Blob && { headers: { 'content-type': 'application/octet-stream' } }) }
      : body && { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  }).catch(() => {
    throw new Refusal(0, 'Union Press does not answer. Is it still running?');
  });
  const answer = (await response.json().catch(() => ({}))) as T & { detail?: string; field?: string };
  if (!response.ok) throw new Refusal(response.status, answer.detail ?? 'That did not work.', answer.field);
  return answer;
}

/** What an error has to say to a person. */
export const sentenceOf = (error: unknown): string => (error instanceof Refusal ? error.sentence : 'That did not work.');

/** Runs an action and says its outcome in a sentence; never throws. Returns whether it worked. */
export async function act(work: () => Promise<string | undefined | void>): Promise<boolean> {
  try {
    const said = await work();
    if (said) toast(said);
    return true;
  } catch (error) {
    toast.error(sentenceOf(error));
    return false;
  }
}
