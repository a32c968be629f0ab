import { createHash, randomBytes } from 'node:crypto';
import { OutletAnswer } from './adapter';
import { ask } from './http';

export interface KestrelSecret {
  accessToken: string;
  refreshToken: string;
  clientId: string;
}

export const CLIENT_ID = 'union-press';

/** A fresh code verifier: 32 random octets in base64url, 43 characters (RFC 7636, section 4.1). */
export const newVerifier = (): string => randomBytes(32).toString('base64url');

/** S256 code challenge: base64url of the SHA-256 of the verifier, without padding (RFC 7636, section 4.2). */
export function challengeOf(verifier: string): string {
  return createHash('sha256').update(verifier, 'ascii').digest('base64url');
}

/** Where the seller is sent to allow access. */
export function consentAddress(baseUrl: string, redirectUri: string, state: string, verifier: string): string {
  const query = new URLSearchParams({
    response_type: 'code',
    client_id: CLIENT_ID,
    redirect_uri: redirectUri,
    state,
    code_challenge: challengeOf(verifier),
    code_challenge_method: 'S256',
  });
  return `${baseUrl}/oauth/authorize?${query}`;
}

async function token(baseUrl: string, form: Record<string, string>): Promise<KestrelSecret> {
  const answer = await ask<{ access_token: string; refresh_token: string }>(
    'Kestrel Fair',
    `${baseUrl}/oauth/token`,
    { method: 'POST', body: new URLSearchParams({ client_id: CLIENT_ID, ...form }) },
    (b) => (b as { error_description?: string }).error_description ?? '',
  );
  return { accessToken: answer.access_token, refreshToken: answer.refresh_token, clientId: CLIENT_ID };
}

/** Exchanges a code for tokens. Throws an OutletAnswer when the outlet refuses it. */
export const exchangeCode = (baseUrl: string, code: string, verifier: string, redirectUri: string): Promise<KestrelSecret> =>
  token(baseUrl, { grant_type: 'authorization_code', code, code_verifier: verifier, redirect_uri: redirectUri });

/** New access token from the refresh token. A refusal means that the seller must connect again. */
export async function renewTokens(baseUrl: string, secret: KestrelSecret): Promise<KestrelSecret> {
  try {
    return await token(baseUrl, { grant_type: 'refresh_token', refresh_token: secret.refreshToken });
  } catch (error) {
    if (error instanceof OutletAnswer && error.kind === 'refused')
      throw new OutletAnswer('sign-in', 'Kestrel Fair no longer knows us. Connect it again in the stockroom.');
    throw error;
  }
}
