import { createStore, del, entries, set } from 'idb-keyval';
import { useEffect, useSyncExternalStore } from 'react';
import type { Upload as TusUpload } from 'tus-js-client';
import type { TakenIn } from '@/services/artwork/intake';

/** One file on its way in. `share` is 0..1 of its bytes. */
export interface Upload {
  key: string;
  name: string;
  drawer: string | null;
  batch: string;
  size: number;
  share: number;
  state: 'waiting' | 'going' | 'paused' | 'taken' | 'unpacking' | 'already here' | 'refused' | 'cancelled';
  sentence?: string;
}
export interface Incoming {
  file: File;
  /** Folders that it lay in, joined by slashes. */
  drawer: string | null;
}

const AT_ONCE = 3;
/** Parts of this size: what a lost connection costs at most. */
const PART_BYTES = 8 * 1024 * 1024;
const RETRY_MS = [0, 500, 1500, 3000, 5000, 10_000, 20_000, 30_000];
const TAKES = /\.(png|jpe?g|webp|avif|tiff?|svg|psd|ora|pdf|zip)$/i;
const OPEN = ['waiting', 'going', 'paused'];

/** Files of a drop, with folders opened; with `folders` their path becomes the drawer. */
export async function filesOf(transfer: DataTransfer): Promise<Incoming[]> {
  const dropped = [...transfer.items].map((i) => i.webkitGetAsEntry()).filter((e) => e !== null);
  const out: Incoming[] = [];
  const walk = async (entry: FileSystemEntry, path: string[]): Promise<void> => {
    if (entry.isFile) {
      const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
      if (!file.name.startsWith('.')) out.push({ file, drawer: path.join('/') || null });
      return;
    }
    const reader = (entry as FileSystemDirectoryEntry).createReader();
    for (;;) {
      const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
      if (!some.length) return;
      for (const child of some) await walk(child, [...path, entry.name]);
    }
  };
  for (const entry of dropped) await walk(entry, []);
  return out;
}

interface Job {
  upload: Upload;
  file: File;
  tus?: TusUpload;
  /** Which beginning of it is the last: an earlier one that comes through late does nothing. */
  begun: number;
}

/** Files that a reload of the page must not lose are kept by the browser until they have arrived. */
const kept = typeof indexedDB === 'undefined' ? undefined : createStore('union-press-uploads', 'files');
interface Kept {
  file: File;
  drawer: string | null;
  batch: string;
}

/**
 * Uploads files a few at a time by a resumable protocol. A lost connection and a restarted server are waited out; a
 * reload of the page goes on where it was. Each can be paused and cancelled; one that fails does not stop the others.
 */
class UploadQueue {
  private jobs = new Map<string, Job>();
  private hearers = new Set<() => void>();
  private halted = false;
  private woken = false;
  /** What is shown; always another object when something has changed. */
  shown: { uploads: Upload[]; paused: boolean } = { uploads: [], paused: false };

  hear = (hearer: () => void) => {
    this.hearers.add(hearer);
    return () => void this.hearers.delete(hearer);
  };

  /** Goes on with what an earlier visit left unfinished. */
  async wake(): Promise<void> {
    if (this.woken || !kept) return;
    this.woken = true;
    for (const [key, { file, drawer, batch }] of await entries<string, Kept>(kept).catch(() => []))
      if (!this.jobs.has(key)) this.jobs.set(key, { file, upload: fresh(key, file, drawer, batch), begun: 0 });
    this.next();
  }

  bringIn = (files: Incoming[], batch: string = crypto.randomUUID()): void => {
    const added = files.map(({ file, drawer }): Job => ({
      file,
      upload: fresh(crypto.randomUUID(), file, drawer, batch),
      begun: 0,
    }));
    for (const job of added) this.jobs.set(job.upload.key, job);
    this.next();
    // behind the uploads, and only what has not arrived by then
    void (async () => {
      for (const { upload, file } of added)
        if (kept && OPEN.includes(this.jobs.get(upload.key)?.upload.state ?? ''))
          await set(upload.key, { file, drawer: upload.drawer, batch } satisfies Kept, kept).catch(() => undefined);
    })();
  };

  pause = (key: string): void => {
    const job = this.open(key);
    if (!job) return;
    void job.tus?.abort();
    this.change(key, { state: 'paused' });
    this.next();
  };
  resume = (key: string): void => {
    if (!this.open(key)) return;
    this.change(key, { state: 'waiting' });
    this.next();
  };
  cancel = (key: string): void => {
    const job = this.open(key);
    if (!job) return;
    void job.tus?.abort(true).catch(() => undefined);
    this.change(key, { state: 'cancelled' });
    this.next();
  };
  pauseAll = (stop: boolean): void => {
    this.halted = stop;
    for (const { upload, tus } of [...this.jobs.values()]) {
      if (stop && upload.state === 'going') {
        void tus?.abort();
        this.change(upload.key, { state: 'waiting' });
      } else if (!stop && upload.state === 'paused') this.change(upload.key, { state: 'waiting' });
    }
    this.next();
  };
  cancelAll = (): void => {
    for (const key of [...this.jobs.keys()]) this.cancel(key);
    this.halted = false;
    this.tell();
  };
  /** Takes what is finished off the list. */
  clear = (): void => {
    for (const [key, { upload }] of this.jobs) if (!OPEN.includes(upload.state)) this.jobs.delete(key);
    this.tell();
  };

  private open(key: string): Job | undefined {
    const job = this.jobs.get(key);
    return job && OPEN.includes(job.upload.state) ? job : undefined;
  }

  private change(key: string, part: Partial<Upload>): void {
    const job = this.jobs.get(key);
    // an answer may still come for a file that was paused or cancelled meanwhile
    if (!job || job.upload.state === 'cancelled') return;
    job.upload = { ...job.upload, ...part };
    if (part.state && !OPEN.includes(part.state) && kept) void del(key, kept).catch(() => undefined);
    this.tell();
  }

  private tell(): void {
    this.shown = { uploads: [...this.jobs.values()].map((j) => j.upload), paused: this.halted };
    for (const hearer of this.hearers) hearer();
  }

  private next(): void {
    const all = [...this.jobs.values()];
    let going = all.filter((j) => j.upload.state === 'going').length;
    for (const job of all) {
      if (this.halted || going >= AT_ONCE) break;
      if (job.upload.state !== 'waiting') continue;
      going++;
      this.begin(job);
    }
    this.tell();
  }

  private begin(job: Job): void {
    this.change(job.upload.key, { state: 'going' });
    const mine = ++job.begun;
    void (async () => {
      const made = job.tus ?? (await this.transferOf(job));
      const tus = (job.tus ??= made);
      const [before] = await tus.findPreviousUploads();
      // it may have been paused or cancelled meanwhile, and begun again
      if (job.begun !== mine || job.upload.state !== 'going') return;
      if (before) tus.resumeFromPreviousUpload(before);
      tus.start();
    })();
  }

  private async transferOf(job: Job): Promise<TusUpload> {
    const { key, name, drawer, batch } = job.upload;
    // fetched with the first file that is sent
    const { Upload: Transfer } = await import('tus-js-client');
    return new Transfer(job.file, {
      endpoint: '/api/v1/uploads',
      chunkSize: PART_BYTES,
      retryDelays: RETRY_MS,
      removeFingerprintOnSuccess: true,
      // a file dropped again goes on where it was, when it is dropped for the same drawer
      fingerprint: (file: File) => Promise.resolve(`press ${drawer ?? ''}/${file.name} ${file.size} ${file.lastModified}`),
      metadata: { filename: name, batch, ...(drawer && { drawer }) },
      onProgress: (sent, total) => this.change(key, { share: total ? sent / total : 1 }),
      onError: (error) => {
        const answer = 'originalResponse' in error ? error.originalResponse : null;
        const lost = `${name} could not be sent: the connection was lost for too long. Drop it again; it goes on where it was.`;
        this.change(key, { state: 'refused', sentence: detailOf(answer?.getBody()) ?? lost });
        this.next();
      },
      onSuccess: ({ lastResponse }) => {
        // where the last answer was lost, the question after it tells in a header what became of the file
        const taken = takenFrom(lastResponse.getBody() || decodeURIComponent(lastResponse.getHeader('press-outcome') ?? ''));
        const sentence = taken && 'sentence' in taken ? { sentence: taken.sentence } : {};
        this.change(key, { share: 1, state: taken?.outcome ?? 'taken', ...sentence });
        this.next();
      },
    });
  }
}

function fresh(key: string, file: File, drawer: string | null, batch: string): Upload {
  const upload = { key, name: file.name, drawer, batch, size: file.size, share: 0 };
  return TAKES.test(file.name)
    ? { ...upload, state: 'waiting' }
    : { ...upload, state: 'refused', sentence: `${file.name} is not a kind of picture that we take; it was left where it is.` };
}

// one for the whole visit: uploads go on while other stations are looked at
const queue = new UploadQueue();
const nothing = queue.shown;

/** The queue and what it shows; the screen follows. */
export function useUploads() {
  const shown = useSyncExternalStore(
    queue.hear,
    () => queue.shown,
    () => nothing,
  );
  useEffect(() => void queue.wake(), []);
  return { ...shown, queue };
}
export type { UploadQueue };

function takenFrom(body: string): TakenIn | null {
  try {
    return JSON.parse(body) as TakenIn;
  } catch {
    // the last answer was lost: the file is here all the same
    return null;
  }
}

function detailOf(body: string | undefined): string | null {
  try {
    return (JSON.parse(body ?? '') as { detail?: string }).detail ?? null;
  } catch {
    return null;
  }
}
