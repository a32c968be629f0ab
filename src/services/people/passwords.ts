import { hash, verify } from '@node-rs/argon2';
import { dictionary } from '@zxcvbn-ts/language-common';
import pLimit from 'p-limit';
import { LIMITS } from '../../core/limits';
import { Trouble } from '../trouble';

/** The commonest passwords, in lower case: the list that the package ships, in the order of how often they were found. */
const COMMONEST = new Set(dictionary['passwords-common'].slice(0, LIMITS.commonPasswords));

/** Hashing is meant to be dear: one at a time, so that many at once delay nobody who asks for something else. */
const turn = pLimit(1);
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (turn.pendingCount >= LIMITS.hashesWaiting)
    throw new Trouble('slow-down', 'Too many people sign in at this moment. Try again in a few seconds.');
  return turn(work);
}

/**
 * Says what is wrong with a new password, or null: length first, then the commonest ones (NIST SP 800-63B, section 5.1.1.2), also
 * with digits and signs around them or repeated to length.
 */
export function whyNotPassword(password: string): string | null {
  if ([...password].length < LIMITS.passwordLength)
    return `A password needs at least ${LIMITS.passwordLength} characters; a few words in a row are easy to keep in mind.`;
  const plain = password.toLowerCase();
  const bare = plain.replace(/^[^a-z]+|[^a-z]+$/g, '');
  const unit = /^(.+?)\1+$/.exec(plain)?.[1];
  if ([plain, bare, unit].some((p) => p !== undefined && COMMONEST.has(p)) || new Set(plain).size < 5)
    return 'That is one of the passwords that are tried first. Take a few words that nobody would put together.';
  return null;
}

export const hashOf = (password: string): Promise<string> => inTurn(() => hash(password));

/** What is checked when there is nobody of that name, so that it takes as long. */
const DECOY = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$hQJZy5sUOAqKtXhTdWqIJQ7YvUBBWPk1Q9yUyb5bLkQ';
export const isPassword = (kept: string | undefined, password: string): Promise<boolean> =>
  inTurn(() => verify(kept ?? DECOY, password).catch(() => false)).then((good) => good && kept !== undefined);
