import { setTimeout as sleep } from 'node:timers/promises';

/** A small client of `/api/v1`, with the token in PRESS_TOKEN and the address in PRESS_URL, as they are when it is asked. */
export async function api<T>(method: string, path: string, body?: object | FormData): Promise<T> {
  // a file goes as it is, under no type of its own
  const raw = body instanceof FormData || body instanceof Blob;
  const response = await fetch(`${process.env.PRESS_URL}/api/v1${path}`, {
    method,
    headers: { authorization: `Bearer ${process.env.PRESS_TOKEN}`, ...(body && !raw && { 'content-type': 'application/json' }) },
    ...(body && { body: raw ? body : JSON.stringify(body) }),
  });
  const answer = (await response.json()) as T & { detail?: string };
  if (!response.ok) throw new Error(`${method} ${path}: ${answer.detail ?? response.status}`);
  return answer;
}

/** Asks until `good` says so; gives up after `seconds`. */
export async function until<T>(ask: () => Promise<T>, good: (value: T) => boolean, seconds: number): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const value = await ask();
    if (good(value)) return value;
    if (Date.now() > end) throw new Error(`not within ${seconds} s`);
    await sleep(250);
  }
}

export interface Artwork {
  id: string;
  state: string;
  fileName: string;
}
export interface Run {
  id: string;
  name: string;
  counts: Partial<Record<string, number>>;
}

/** Uploads one file and returns what became of it. */
export async function upload(fileName: string, data: Buffer, drawer: string): Promise<{ id: string }> {
  const form = new FormData();
  form.set('drawer', drawer);
  form.append('files', new Blob([new Uint8Array(data)]), fileName);
  const { results } = await api<{ results: { id: string }[] }>('POST', '/artworks', form);
  return results[0]!;
}

/** Waits until none of the artworks is still arriving. */
export const measured = (fileNames: string[], seconds: number): Promise<Artwork[]> =>
  until(
    async () =>
      (await api<{ items: Artwork[] }>('GET', '/artworks?limit=1000')).items.filter((a) => fileNames.includes(a.fileName)),
    (all) => all.length >= fileNames.length && all.every((a) => a.state !== 'arriving'),
    seconds,
  );
export const drafted = (id: string, seconds: number): Promise<Run> =>
  until(
    () => api<Run>('GET', `/runs/${id}`),
    (r) => !r.counts.drafting,
    seconds,
  );
export const sent = (id: string, seconds: number): Promise<Run> =>
  until(
    () => api<Run>('GET', `/runs/${id}`),
    (r) => !r.counts.sending,
    seconds,
  );
