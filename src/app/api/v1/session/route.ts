import { cookies } from 'next/headers';
import { answer, body, route, SESSION_COOKIE } from '@/app/_http/route';
import { giveSession } from '@/app/_http/session';
import { signIn, signOut } from '@/services/access';

export const POST = (request: Request): Promise<Response> =>
  answer(async () => {
    const { email, password } = await body<{ email: string; password: string }>(request);
    await giveSession(await signIn(String(email ?? '').trim(), String(password ?? '')));
    return Response.json({});
  });

export const DELETE = route(async (caller) => {
  const jar = await cookies();
  const secret = jar.get(SESSION_COOKIE)?.value;
  if (secret) await signOut(caller, secret);
  jar.delete(SESSION_COOKIE);
});
