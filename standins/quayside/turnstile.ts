import { HOUSE } from './house';

/**
 * Counts calls in windows of a fixed length and tells how many are left, in the header fields of the IETF draft
 * "RateLimit header fields for HTTP" (draft-ietf-httpapi-ratelimit-headers): the policy with its quota `q` and window `w`,
 * and what remains of it: `r` calls for `t` seconds. Values are Structured Fields (RFC 9651).
 */
export function turnstile(now: () => number): () => { passed: boolean; headers: Record<string, string> } {
  const { of, within_seconds } = HOUSE.calls;
  let [began, used] = [0, 0];
  return () => {
    if (now() - began >= within_seconds * 1000) [began, used] = [now(), 0];
    const passed = used < of;
    if (passed) used++;
    const left = Math.max(1, Math.ceil((began + within_seconds * 1000 - now()) / 1000));
    return {
      passed,
      headers: {
        'ratelimit-policy': `"quay";q=${of};w=${within_seconds}`,
        ratelimit: `"quay";r=${of - used};t=${left}`,
        ...(!passed && { 'retry-after': String(left) }),
      },
    };
  };
}
