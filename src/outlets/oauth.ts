import { createHash, randomBytes } from 'node:crypto';
import { Type } from '@sinclair/typebox';
import type { Connecting } from './contract';
import { ask, shape } from './http';

/** A fresh code verifier: 32 random octets in base64url, 43 characters (RFC 7636, section 4.1). */
export const newVerifier = (): string => randomBytes(32).toString('base64url');

/** S256 code challenge: base64url of the SHA-256 of the verifier, without padding (RFC 7636, section 4.2). */
export function challengeOf(verifier: string): string {
  return createHash('sha256').update(verifier, 'ascii').digest('base64url');
}

const Token = Type.String({ minLength: 1, maxLength: 4000 });
/** A successful answer (RFC 6749, section 5.1): a renewal may give a new refresh token, or let the old one hold on (section 6). */
const Tokens = shape(Type.Object({ access_token: Token, refresh_token: Type.Optional(Token) }));

/** Asks the token endpoint (RFC 6749, section 3.2). Returns the secret that a session keeps. */
export async function tokenFrom(
  name: string,
  endpoint: string,
  clientId: string,
  form: Record<string, string>,
): Promise<Record<string, string>> {
  const init = { method: 'POST', body: new URLSearchParams({ client_id: clientId, ...form }) };
  const { body } = await ask(name, endpoint, init, Tokens);
  return { accessToken: body.access_token, refreshToken: body.refresh_token ?? form.refresh_token ?? '' };
}

/**
 * Connecting by OAuth 2.0 with an authorization code and PKCE (RFC 6749, RFC 7636). Our token travels as `state`: it is taken once, by
 * whoever began (RFC 6749, section 10.12; RFC 9700, section 4.7).
 */
export const byCode = (o: { clientId: string; authorize: string; token: string }): Connecting => ({
  by: 'page',
  begin(baseUrl, returnTo, token) {
    const verifier = newVerifier();
    const query = new URLSearchParams({
      response_type: 'code',
      client_id: o.clientId,
      redirect_uri: returnTo,
      state: token,
      code_challenge: challengeOf(verifier),
      code_challenge_method: 'S256',
    });
    return { address: `${baseUrl}${o.authorize}?${query}`, keep: { verifier, returnTo } };
  },
  tokenIn: (answer) => answer.get('state'),
  // RFC 6749, section 4.1.2.1: an error, and no code
  declined: (answer) => !answer.get('code'),
  end: (name, baseUrl, answer, keep) =>
    tokenFrom(name, `${baseUrl}${o.token}`, o.clientId, {
      grant_type: 'authorization_code',
      code: answer.get('code') ?? '',
      code_verifier: keep.verifier ?? '',
      redirect_uri: keep.returnTo ?? '',
    }),
});
