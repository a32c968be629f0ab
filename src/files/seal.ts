import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';

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
