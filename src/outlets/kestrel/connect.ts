import { OutletAnswer, type Session } from '../contract';
import { ask, type Answered } from '../http';
import { byCode, tokenFrom } from '../oauth';

const CLIENT_ID = 'union-press';
const TOKEN = '/door/token';

export const connect = byCode({ clientId: CLIENT_ID, authorize: '/door', token: TOKEN });

/** New access token from the refresh token. A refusal means that the seller must connect again. */
async function renew(session: Session): Promise<void> {
  try {
    session.secret = await tokenFrom(session.name, session.baseUrl + TOKEN, CLIENT_ID, {
      grant_type: 'refresh_token',
      refresh_token: session.secret.refreshToken ?? '',
    });
  } catch (error) {
    if (error instanceof OutletAnswer && error.kind === 'refused')
      throw new OutletAnswer('sign-in', { code: 'sign-in-over', values: { outlet: session.name } });
    throw error;
  }
  await session.keep(session.secret);
}

/** A call with the access token; when that has expired, renews it once and calls again. */
export async function call<T>(session: Session, method: string, path: string, body?: object | FormData): Promise<Answered<T>> {
  const json = body && !(body instanceof FormData);
  const send = () =>
    ask<T>(session.name, `${session.baseUrl}/stall${path}`, {
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
