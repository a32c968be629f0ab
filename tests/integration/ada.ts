import { claimCode } from '../../src/services/people/access';
import { asOwner, BASE } from './press';

/** Another house beside the demo's: its owner, by the session that a browser would have. */
export const ADA = {
  workspace: 'Lantern Row',
  name: 'Ada',
  email: 'ada@example.org',
  password: 'a long and quiet tide',
  code: claimCode(),
};
export const cookieOf = (answer: Response): string => answer.headers.get('set-cookie')?.split(';')[0] ?? '';

/** A request of a browser: with a cookie, without a token. */
export const send = (method: string, path: string, body?: object, cookie = '', headers: Record<string, string> = {}) =>
  fetch(`${BASE}/api/v1${path}`, {
    method,
    redirect: 'manual',
    headers: { cookie, ...(body && { 'content-type': 'application/json' }), ...headers },
    ...(body && { body: JSON.stringify(body) }),
  });

/** The inbox folder is the owner's as soon as there is one: the tests after these are the demo's again. */
export const adaMovesOut = (): Promise<unknown> =>
  asOwner((owner) => owner.query("DELETE FROM workspace WHERE name = 'Lantern Row'"));
