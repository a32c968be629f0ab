import { OutletAnswer, type Connecting, type Session } from '../contract';
import { ask, holdMs, type Answered, type Shape } from '../http';

export const connect: Connecting = {
  by: 'key',
  where: (baseUrl) => ({ says: 'Its key hangs in the harbour office of your shop.', address: `${baseUrl}/office` }),
  secretOf: (key) => ({ key }),
};

/**
 * One call with the shop's key (RFC 6750). When the shop has said that no call is left, none is made before the time that
 * it named: the caller is told to wait, as if the shop had refused it.
 */
export async function call<T>(
  session: Session,
  needed: Shape<T>,
  method: string,
  path: string,
  body?: { type: string; data: BodyInit },
  conditions: Record<string, string> = {},
): Promise<Answered<T>> {
  const early = (session.holdUntil ?? 0) - Date.now();
  if (early > 0) throw new OutletAnswer('wait', { code: 'no-calls-left', values: { outlet: session.name } }, { waitMs: early });
  const answered = await ask(
    session.name,
    `${session.baseUrl}/yard${path}`,
    {
      method,
      headers: { authorization: `Bearer ${session.secret.key ?? ''}`, ...conditions, ...(body && { 'content-type': body.type }) },
      ...(body && { body: body.data }),
    },
    needed,
  );
  session.holdUntil = Date.now() + holdMs(answered.headers.get('ratelimit'));
  return answered;
}
