import { cookies } from 'next/headers';
import { SESSION_COOKIE } from './route';

/** Puts a session into the browser: not readable by scripts, not sent from other sites. */
export async function giveSession(secret: string): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, secret, {
    httpOnly: true,
    sameSite: 'lax',
    path: '/',
    maxAge: 30 * 86400,
    secure: (process.env.PRESS_URL ?? '').startsWith('https'),
  });
}
