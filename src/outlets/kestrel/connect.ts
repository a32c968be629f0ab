import { createHash, randomBytes } from 'node:crypto';
import { OutletAnswer, type Connecting, type Session } from '../contract';
import { ask, type Answered } from '../http';

export const NAME = 'Kestrel Fair';
const CLIENT_ID = 'union-press';

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
  return `${baseUrl}/door?${query}`;
}

async function token(baseUrl: string, form: Record<string, string>): Promise<Record<string, string>> {
  const { body } = await ask<{ access_token: string; refresh_token: string }>(NAME, `${baseUrl}/door/token`, {
    method: 'POST',
    body: new URLSearchParams({ client_id: CLIENT_ID, ...form }),
  });
  return { accessToken: body.access_token, refreshToken: body.refresh_token };
}

export const connecting: Connecting = {
  by: 'consent',
  begin(baseUrl, redirectUri, stateOf) {
    const verifier = newVerifier();
    return consentAddress(baseUrl, redirectUri, stateOf(verifier), verifier);
  },
  end: (baseUrl, code, verifier, redirectUri) =>
    token(baseUrl, { grant_type: 'authorization_code', code, code_verifier: verifier, redirect_uri: redirectUri }),
};

/** New access token from the refresh token. A refusal means that the seller must connect again. */
async function renew(session: Session): Promise<void> {
  try {
    session.secret = await token(session.baseUrl, {
      grant_type: 'refresh_token',
      refresh_token: session.secret.refreshToken ?? '',
    });
  } catch (error) {
    if (error instanceof OutletAnswer && error.kind === 'refused')
      throw new OutletAnswer('sign-in', `${NAME} no longer knows us. Connect it again in the stockroom.`);
    throw error;
  }
  await session.keep(session.secret);
}

/** A call with the access token; when that has expired, renews it once and calls again. */
export async function call<T>(session: Session, method: string, path: string, body?: object | FormData): Promise<Answered<T>> {
  const json = body && !(body instanceof FormData);
  const send = () =>
    ask<T>(NAME, `${session.baseUrl}/stall${path}`, {
      method,
      headers: { authorization: `Bearer ${session.secret.accessToken}`, ...(json && { 'content-type': 'application/json' }) },
      ...(body && { body: json ? JSON.stringify(body) : body }),
    });
  try {
    return await send();
  } catch (error) {
    if (!(error instanceof OutletAnswer) || error.kind !== 'sign-in') throw error;
    await renew(session);
    return send();
  }
}
