import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes, timingSafeEqual } from 'node:crypto';

/** Outlets' secrets are kept encrypted (AES-256-GCM) under SEAL_KEY, which the start command makes and keeps 0600. */
function key(): Buffer {
  const hex = process.env.SEAL_KEY ?? '';
  if (!/^[0-9a-f]{64}$/.test(hex)) throw new Error('SEAL_KEY is not set; start Union Press with ./start');
  return Buffer.from(hex, 'hex');
}

export function seal(value: unknown): string {
  const iv = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', key(), iv);
  const body = Buffer.concat([cipher.update(JSON.stringify(value), 'utf8'), cipher.final()]);
  return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64');
}

/** Throws when the key is not the one it was sealed with. */
export function unseal<T>(sealed: string): T {
  const raw = Buffer.from(sealed, 'base64');
  const decipher = createDecipheriv('aes-256-gcm', key(), raw.subarray(0, 12));
  decipher.setAuthTag(raw.subarray(12, 28));
  return JSON.parse(Buffer.concat([decipher.update(raw.subarray(28)), decipher.final()]).toString('utf8')) as T;
}

/** Keys for signing, one a purpose, derived from SEAL_KEY (HKDF, RFC 5869). */
const signingKeys = new Map<string, Buffer>();
function signingKey(purpose: string): Buffer {
  const from = `${process.env.SEAL_KEY} ${purpose}`;
  let made = signingKeys.get(from);
  if (!made) signingKeys.set(from, (made = Buffer.from(hkdfSync('sha256', key(), '', purpose, 32))));
  return made;
}

/** A mark of 128 bits that only this house can make: HMAC-SHA256 (RFC 2104), in base64url. */
export const sign = (purpose: string, text: string): string =>
  createHmac('sha256', signingKey(purpose)).update(text).digest().subarray(0, 16).toString('base64url');

/** Is it that text's own mark? Takes as long for any wrong one. */
export function isSigned(purpose: string, text: string, mark: string): boolean {
  const [is, should] = [Buffer.from(mark), Buffer.from(sign(purpose, text))];
  return is.length === should.length && timingSafeEqual(is, should);
}
