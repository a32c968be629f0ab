import { OutletAnswer, type Session } from '../contract';
import { ask, type Answered, type Shape } from '../http';
import { byCode, tokenFrom } from '../oauth';

const CLIENT_ID = 'union-press';
const TOKEN = '/door/token';

export const connect = byCode({ clientId: CLIENT_ID, authorize: '/door', token: TOKEN });

/** New access token from the refresh token, unless somebody else has renewed it. A refusal means that the seller must connect again. */
async function renew(session: Session): Promise<void> {
  const { name, baseUrl } = session;
  await session.renew(async ({ refreshToken = '' }) => {
    try {
      return await tokenFrom(name, baseUrl + TOKEN, CLIENT_ID, { grant_type: 'refresh_token', refresh_token: refreshToken });
    } catch (error) {
      if (error instanceof OutletAnswer && error.kind === 'refused')
        throw new OutletAnswer('sign-in', { code: 'sign-in-over', values: { outlet: name } });
      throw error;
    }
  });
}

/** A call with the access token, whose answer must have a shape; when the token has expired, renews it once and calls again. */
export async function call<T>(
  session: Session,
  needed: Shape<T>,
  method: string,
  path: string,
  body?: object | FormData,
): Promise<Answered<T>> {
  const json = body && !(body instanceof FormData);
  const send = () =>
    ask(
      session.name,
      `${session.baseUrl}/stall${path}`,
      {
        method,
        headers: { authorization: `Bearer ${session.secret.accessToken}`, ...(json && { 'content-type': 'application/json' }) },
        ...(body && { body: json ? JSON.stringify(body) : body }),
      },
      needed,
    );
  try {
    return await send();
  } catch (error) {
    if (!(error instanceof OutletAnswer) || error.kind !== 'sign-in') throw error;
    await renew(session);
    return send();
  }
}
