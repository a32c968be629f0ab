import { createHash } from 'node:crypto';
import { basename } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import sharp from 'sharp';
import { SHIRT } from './shirt';

export { SHIRT };

/** Helpers for talking to the stack that `./check` started. */
export const BASE = process.env.PRESS_URL!;
export const STANDINS = process.env.STANDINS_URL!;
export const TOKEN = process.env.PRESS_TOKEN!;

export interface Answer<T> {
  status: number;
  type: string;
  body: T;
}

export async function call<T = never>(method: string, path: string, body?: object | FormData, token = TOKEN): Promise<Answer<T>> {
  const form = body instanceof FormData;
  const response = await fetch(`${BASE}/api/v1${path}`, {
    method,
    headers: { authorization: `Bearer ${token}`, ...(body && !form && { 'content-type': 'application/json' }) },
    ...(body && { body: form ? body : JSON.stringify(body) }),
  });
  const text = await response.text();
  return { status: response.status, type: response.headers.get('content-type') ?? '', body: (text ? JSON.parse(text) : {}) as T };
}

/** A call that must succeed. */
export async function ok<T>(method: string, path: string, body?: object | FormData): Promise<T> {
  const answer = await call<T & { detail?: string }>(method, path, body);
  if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${answer.body.detail}`);
  return answer.body;
}

export async function until<T>(ask: () => Promise<T>, good: (value: T) => boolean, what: string, seconds = 180): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const value = await ask().catch(() => undefined);
    if (value !== undefined && good(value)) return value;
    if (Date.now() > end) throw new Error(`${what}: not within ${seconds} s; last seen ${JSON.stringify(value)?.slice(0, 500)}`);
    await sleep(100);
  }
}

export interface Artwork {
  id: string;
  fileName: string;
  state: string;
  standing: string;
  problem: string | null;
  widthPx: number;
  measured: { tone: string; clearShare: number };
}
export interface TakenIn {
  fileName: string;
  outcome: string;
  id: string;
  sentence?: string;
}
export interface Run {
  id: string;
  state: string;
  total: number;
  counts: Partial<Record<string, number>>;
  outlets: Record<string, Partial<Record<string, number>>>;
  leftOut: { why: string }[];
}
export interface Proof {
  id: string;
  state: string;
  outletId: string;
  artworkId: string;
  runId: string;
  fields: {
    title: { value: string; from: string };
    description: { value: string; from: string };
    tags: { value: string[]; from: string };
    prices: { value: { size: string; priceMinor: number; keepMinor: number }[]; from: string };
  };
  problems: { code: string; sentence: string; stops: boolean; mend?: { value: string } }[];
  pictures: { picture: string; small: string }[];
  refusal: string | null;
}
export interface Listing {
  id: string;
  proofId: string | null;
  artwork: string;
  outletId: string;
  remoteId: string;
  priceMinor: number;
  url: string;
  state: string;
  title: string;
}
export interface Items<T> {
  items: T[];
  next: number | null;
}

/**
 * A light motif on a see-through ground: cut paper strewn about, by `seed`. No two are alike: what a hand says of one would
 * be carried over to near copies.
 */
export async function motif(seed: number, width = 3000, height = 3600): Promise<Buffer> {
  let state = (seed + 1) * 2654435761;
  const random = (to: number): number => {
    // mulberry32, a public-domain generator
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return Math.floor((((t ^ (t >>> 14)) >>> 0) / 2 ** 32) * to);
  };
  const scraps = Array.from({ length: 9 }, (_, i) => {
    const [x, y, reach] = [8 + random(84), 8 + random(104), 5 + random(14)];
    const corners = Array.from(
      { length: 3 + random(4) },
      () => `${x - reach + random(2 * reach)},${y - reach + random(2 * reach)}`,
    );
    return `<polygon points="${corners.join(' ')}" fill="${['#f7efdc', '#f7efdc', '#f2a93b', '#7fc4bd'][i % 4]}"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 120" width="${width}" height="${height}">${scraps.join('')}</svg>`;
  return sharp(Buffer.from(svg)).png({ compressionLevel: 1 }).toBuffer();
}

/** Brings files in, into a drawer or with further fields of the form. */
export async function upload(files: [string, Buffer][], to?: string | Record<string, string>): Promise<TakenIn[]> {
  const form = new FormData();
  for (const [field, value] of Object.entries(typeof to === 'string' ? { drawer: to } : (to ?? {}))) form.set(field, value);
  for (const [name, data] of files) form.append('files', new Blob([new Uint8Array(data)]), name);
  return (await ok<{ results: TakenIn[] }>('POST', '/artworks', form)).results;
}

export const settled = (id: string): Promise<Artwork> =>
  until(
    () => ok<Artwork>('GET', `/artworks/${id}`),
    (a) => a.state !== 'arriving',
    'measuring',
  );

/** Where the motifs of a test file begin: the same at each check, so that what fails once fails again. */
function begin(): number {
  const { expect: runner } = globalThis as { expect?: { getState?: () => { testPath?: string } } };
  const file = runner?.getState?.().testPath;
  // stories of the browser have this module in common; one that goes on after a failure has another beginning
  return file ? createHash('sha256').update(basename(file)).digest().readUInt32BE(0) % 1e6 : 1e6 + 1e4 * Number(process.env.TEST_WORKER_INDEX ?? 0); // prettier-ignore
}
let serial = begin();
/** A number that no other test has: no two files bring in the same bytes. */
export const nextSerial = (): number => serial++;
/** New artworks with a subject, measured. */
export async function newArtworks(count: number): Promise<string[]> {
  const files: [string, Buffer][] = [];
  for (let i = 0; i < count; i++) {
    const seed = nextSerial();
    files.push([`motif-${seed}.png`, await motif(seed, 3000 + (seed % 97), 3600)]);
  }
  const taken = await upload(files);
  for (const { id } of taken) {
    await settled(id);
    await ok('PATCH', `/artworks/${id}`, { subject: 'lighthouse', keywords: ['coastal gift'] });
  }
  return taken.map((t) => t.id);
}

/** Connects both outlets over their own interfaces and makes a shirt docket; can be called again. */
export async function openShop(): Promise<{ docket: string }> {
  const { items } = await ok<Items<{ id: string; connected: boolean }>>('GET', '/outlets');
  if (!items.find((o) => o.id === 'quayside')!.connected)
    await ok('POST', '/outlets/quayside/connect', { token: 'harbour-light-demo' });
  if (!items.find((o) => o.id === 'kestrel')!.connected) await connectKestrel('allow');
  const dockets = await ok<Items<{ id: string; name: string }>>('GET', '/dockets');
  const there = dockets.items.find((d) => d.name === 'Test shirt');
  return {
    docket:
      there?.id ??
      (await ok<{ id: string }>('POST', '/dockets', { name: 'Test shirt', blankId: 'brightsea-tee-180', spec: SHIRT })).id,
  };
}

export async function connectKestrel(answer: 'allow' | 'deny'): Promise<Response> {
  const { address } = await ok<{ address: string }>('POST', '/outlets/kestrel/connect', {});
  const asked = new URL(address);
  const allowed = await fetch(asked.origin + asked.pathname, {
    method: 'POST',
    body: new URLSearchParams([...asked.searchParams, ['answer', answer]]),
    redirect: 'manual',
  });
  return fetch(allowed.headers.get('location')!, { redirect: 'manual', headers: { authorization: `Bearer ${TOKEN}` } });
}

export const drafted = (id: string): Promise<Run> =>
  until(
    () => ok<Run>('GET', `/runs/${id}`),
    (r) => !r.counts.drafting,
    'drafting',
  );
export const pressDone = (id: string, seconds = 180): Promise<Run> =>
  until(
    () => ok<Run>('GET', `/runs/${id}`),
    (r) => !r.counts.sending,
    'sending',
    seconds,
  );

/** A run that is drafted and passed. Throws with what is wrong where a proof of it is held. */
export async function passedRun(artworks: string[], docket: string, outlets: string[]): Promise<Run> {
  const run = await ok<Run>('POST', '/runs', { artworks, dockets: [docket], outlets });
  const { counts } = await drafted(run.id);
  const wrong = counts.held ? (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}&state=held`)).items : [];
  if (wrong.length) throw new Error(`held: ${JSON.stringify(wrong.map((p) => p.problems))}`);
  await ok('POST', `/runs/${run.id}/pass`, {});
  return ok('GET', `/runs/${run.id}`);
}

/** Tells a stand-in to misbehave; no argument makes it calm again. */
export async function control(outlet: string, behaviour: object = {}): Promise<void> {
  await fetch(`${STANDINS}/control/${outlet}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(behaviour),
  });
}

export const trouble = async (what: 'kill-worker' | 'kill-web' | 'restart-database'): Promise<void> => {
  const answer = await fetch(`${process.env.TROUBLE_URL}/${what}`);
  if (!answer.ok) throw new Error(await answer.text());
};

const yard = (path: string): Promise<Response> =>
  until(
    () => fetch(`${STANDINS}/quayside/yard${path}`, { headers: { authorization: 'Bearer harbour-light-demo' } }),
    (r) => r.ok || r.status === 404,
    'quayside',
  );
export interface Ware {
  reference: string;
  name: string;
  labels: string[];
  brand: string;
  kind: string;
  standing: string;
  articles: { picks: string[]; price: Record<string, string> }[];
  pictures: { sha256: string }[];
}
/** What Quayside itself has under a reference, asked with its own key; null when there is nothing. */
export async function ware(reference: string): Promise<Ware | null> {
  const answer = await yard(`/wares/${reference}`);
  return answer.ok ? ((await answer.json()) as Ware) : null;
}
/** Changes a ware as somebody would in the shop itself. */
export async function changeWare(reference: string, patch: object): Promise<void> {
  const at = `${STANDINS}/quayside/yard/wares/${reference}`;
  const authorization = 'Bearer harbour-light-demo';
  const changed = await until(
    async () => {
      const there = await fetch(at, { headers: { authorization } });
      const headers = {
        authorization,
        'content-type': 'application/merge-patch+json',
        'if-match': there.headers.get('etag') ?? '*',
      };
      return fetch(at, { method: 'PATCH', headers, body: JSON.stringify(patch) });
    },
    (r) => r.status !== 429,
    'the shop',
  );
  if (!changed.ok) throw new Error(await changed.text());
}
/** How many wares Quayside has in all. */
export async function wareCount(): Promise<number> {
  let count = 0;
  for (let after: string | null = ''; after !== null;) {
    const page = (await (await yard(`/wares?many=200&after=${after}`)).json()) as { wares: unknown[]; last: string | null };
    count += page.wares.length;
    after = page.last;
  }
  return count;
}

/** A connection with the owner's rights, for what no interface does: looking into the queue, or holding things up. */
export async function asOwner<T>(work: (owner: pg.Client) => Promise<T>): Promise<T> {
  const owner = new pg.Client({ connectionString: process.env.QUEUE_OWNER_URL });
  await owner.connect();
  try {
    return await work(owner);
  } finally {
    await owner.end();
  }
}

/** Nothing is drafted while `work` runs: drafting reads the blanks, and finds them locked. */
export const withoutDrafting = <T>(work: (owner: pg.Client) => Promise<T>): Promise<T> =>
  asOwner(async (owner) => {
    await owner.query('BEGIN');
    await owner.query('LOCK TABLE blank_version IN ACCESS EXCLUSIVE MODE');
    try {
      return await work(owner);
    } finally {
      await owner.query('ROLLBACK');
    }
  });
