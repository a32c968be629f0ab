import { randomBytes } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { Server, type Upload } from '@tus/server';
import { LIMITS } from '../../core/limits';
import { tryLock, unlock } from '../../data/locks';
import { hasRoom } from '../../files/store';
import { uploadPlace, type UploadPlace } from '../../files/uploads';
import { takeIn, type TakenIn } from './intake';
import { noRoom } from '../../core/artwork/refusals';
import { Trouble } from '../trouble';
import { UploadLocker } from './upload-locks';

/**
 * Uploads that survive a lost connection, a reload, a restart, and another machine that goes on: the open tus protocol (tus.io, version
 * 1.0.0). What has arrived lies beside the files until it is whole; then it is taken in like any other. Only then the upload is
 * done, and says so: a question about one that is whole but was not taken in yet takes it in first. The metadata are
 * `filename`, and optionally `drawer` and `batch`.
 */
const UNFINISHED_KEPT_MS = 7 * 86_400_000;
const WORKSPACE = 'x-press-workspace';
/** Tells what became of a file, as JSON in percent-encoding. */
const OUTCOME = 'press-outcome';
const SWEEP_MS = 300_000;
const AGAIN_MS = 200;

interface Uploads {
  server: Server;
  place: UploadPlace;
}
let opened: Promise<Uploads> | undefined;

/** Files that are being taken in right now: asking again waits for the same. */
const under = new Map<string, Promise<TakenIn>>();

interface Outcome {
  taken: TakenIn;
  bytes: number;
}
async function outcomeOf({ place }: Uploads, id: string): Promise<Outcome | null> {
  const said = await place.outcome(id);
  try {
    return said === null ? null : (JSON.parse(said) as Outcome);
  } catch {
    return null;
  }
}

/** Takes a whole upload in, once, whichever process does it, and remembers what became of it, in case the answer is lost. */
function finish(it: Uploads, workspace: string, upload: Upload): Promise<TakenIn> {
  const going = under.get(upload.id);
  if (going) return going;
  const work = (async () => {
    const lock = `taking in ${upload.id}`;
    while (!(await tryLock(lock))) await sleep(AGAIN_MS);
    try {
      const known = await outcomeOf(it, upload.id);
      if (known) return known.taken;
      const { filename, drawer, batch } = upload.metadata ?? {};
      const source = await it.place.read(upload.id);
      const taken = await takeIn(workspace, filename ?? 'untitled', source, { drawer, batch });
      await it.place.keepOutcome(upload.id, JSON.stringify({ taken, bytes: upload.size }));
      await it.place.remove(upload.id);
      return taken;
    } finally {
      await unlock(lock);
    }
  })();
  under.set(upload.id, work);
  const settled = () => void under.delete(upload.id);
  work.then(settled, settled);
  return work;
}

function uploads(): Promise<Uploads> {
  opened ??= open().catch((error: unknown) => {
    opened = undefined;
    throw error;
  });
  return opened;
}

async function open(): Promise<Uploads> {
  const place = await uploadPlace(UNFINISHED_KEPT_MS);
  const it: Uploads = {
    place,
    server: new Server({
      path: '/api/v1/uploads',
      datastore: place.store,
      locker: new UploadLocker(),
      // a little more than the largest archive, so that the sentence about it can be ours
      maxSize: LIMITS.archiveBytes + 1024 ** 2,
      relativeLocation: true,
      // the name says whose upload it is: nobody else can go on with it
      namingFunction: (request) => `${request.headers.get(WORKSPACE)}-${randomBytes(12).toString('hex')}`,
      async onUploadFinish(request, upload) {
        const taken = await finish(it, request.headers.get(WORKSPACE)!, upload);
        return { status_code: 200, headers: { 'content-type': 'application/json' }, body: JSON.stringify(taken) };
      },
    }),
  };
  void sweep(it);
  setInterval(() => void sweep(it), SWEEP_MS).unref();
  return it;
}

/** What is whole, but was not taken in when it became so, is taken in now; what nobody will finish or ask for goes. */
async function sweep(it: Uploads): Promise<void> {
  try {
    for await (const name of it.place.list()) {
      const upload = await it.place.store.getUpload(name).catch(() => null);
      if (upload?.size !== undefined && upload.offset === upload.size) await finish(it, name.slice(0, 36), upload);
    }
    await it.place.sweep(UNFINISHED_KEPT_MS);
  } catch (error) {
    // tried again at the next sweep; nothing is removed that was not taken in
    console.error(`uploads: ${(error as Error).message}`);
  }
}

/** Answers one request of the upload protocol for a workspace. */
export async function answerUpload(workspace: string, request: Request, id?: string): Promise<Response> {
  if (id && !id.startsWith(`${workspace}-`)) throw new Trouble('not-found', 'There is no such upload.');
  const it = await uploads();
  if (request.method === 'HEAD' && id) {
    const known = await wholeUpload(it, workspace, id);
    if (known)
      return new Response(null, {
        status: 200,
        headers: {
          'tus-resumable': '1.0.0',
          'cache-control': 'no-store',
          'upload-offset': String(known.bytes),
          'upload-length': String(known.bytes),
          [OUTCOME]: encodeURIComponent(JSON.stringify(known.taken)),
        },
      });
  }
  const headers = new Headers(request.headers);
  headers.set(WORKSPACE, workspace);
  // before anything of it arrives: with too little room the whole of it would be for nothing
  if (request.method === 'POST' && !(await hasRoom(Number(request.headers.get('upload-length')) || 0)))
    throw new Trouble('no-room', `The upload was not begun: ${noRoom()}`);
  return asProblem(await it.server.handleWeb(new Request(request, { headers, duplex: 'half' } as RequestInit)));
}

/** Errors of the upload protocol as all others are told (RFC 9457), with the status and the headers that its clients go by. */
async function asProblem(answer: Response): Promise<Response> {
  if (answer.status < 400) return answer;
  const told = (await answer.text()).trim().replace(/\.?$/, '.');
  const detail =
    answer.status < 500 && told.length > 1
      ? told
      : 'The upload could not go on just now. Ask how far it has come, and go on from there.';
  const headers = new Headers(answer.headers);
  headers.delete('content-length');
  headers.set('content-type', 'application/problem+json');
  const body = { type: 'about:blank#upload', title: 'The upload cannot go on like this', status: answer.status, detail };
  return new Response(JSON.stringify(body), { status: answer.status, headers });
}

/** What became of an upload that is whole; taken in now where that failed before. Null for one that goes on. */
async function wholeUpload(it: Uploads, workspace: string, id: string): Promise<{ taken: TakenIn; bytes: number } | null> {
  const known = await outcomeOf(it, id);
  if (known) return known;
  const upload = await it.place.store.getUpload(id).catch(() => null);
  if (!upload || upload.size === undefined || upload.offset !== upload.size) return null;
  return { taken: await finish(it, workspace, upload), bytes: upload.size };
}
