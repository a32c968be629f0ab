import { Trouble } from '@/services/trouble';

/** A body as text, no more than so many bytes of it. */
export async function textOf(request: Request, most: number): Promise<string> {
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of (request.body ?? []) as AsyncIterable<Uint8Array>) {
    bytes += part.byteLength;
    if (bytes > most) throw new Trouble('too-large', `A table can have ${Math.round(most / 1024 ** 2)} MB.`);
    parts.push(part);
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(parts));
  } catch {
    throw new Trouble('not-valid', 'The file is not text in UTF-8.');
  }
}
