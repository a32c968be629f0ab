import { cookies, headers } from 'next/headers';
import { callerOf, demoCaller, recentCallerOf, type Caller } from '@/services/people/access';

const SESSION_COOKIE = 'press_session';
const SESSION_SECONDS = 30 * 86_400;

/** Who is asking: an API token, a session cookie, or the demo on loopback; null for strangers. By a question to the house, or by what was answered a moment ago where that is enough (`recent`). */
export async function whoAsks(recent = false): Promise<Caller | null> {
  const owner = recent ? recentCallerOf : callerOf;
  const told = (await headers()).get('authorization');
  // whoever says who they are is that or nobody: never the demo (RFC 6750, section 2.1; the scheme's case does not count)
  if (told !== null) return owner(/^Bearer +(\S+)$/i.exec(told.trim())?.[1]);
  const caller = await owner((await cookies()).get(SESSION_COOKIE)?.value);
  return caller ?? ((await onLoopback()) ? demoCaller() : null);
}

/** Asked for by a loopback name: a name that somebody else made point here does not get the demo's automatic sign-in. */
async function onLoopback(): Promise<boolean> {
  return /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test((await headers()).get('host') ?? '');
}

/** Puts a session into the browser: not readable by scripts, not sent from other sites. */
export async function giveSession(secret: string): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, secret, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge: SESSION_SECONDS,
    secure: (process.env.PRESS_URL ?? '').startsWith('https'),
  });
}

/** Takes the session out of the browser; its secret, where there was one. */
export async function endSession(): Promise<string | null> {
  const jar = await cookies();
  const secret = jar.get(SESSION_COOKIE)?.value ?? null;
  jar.delete(SESSION_COOKIE);
  return secret;
}
