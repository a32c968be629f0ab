import { randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { ARCHIVE_HEADROOM, takeIn } from './intake';
import { Trouble } from './trouble';

/**
 * Uploads that survive a lost connection, a reload and a restart: the open tus protocol (tus.io, version 1.0.0). What has
 * arrived lies in the store's folder until the file is whole; then it is taken in like any other. The metadata are
 * `filename`, and optionally `drawer` and `batch`.
 */
const UNFINISHED_KEPT_MS = 7 * 86_400_000;
const WORKSPACE = 'x-press-workspace';

let server: Server | undefined;

function uploadServer(): Server {
  if (server) return server;
  const folder = join(process.env.FILES_DIR ?? '', 'uploads');
  const store = new FileStore({ directory: folder, expirationPeriodInMilliseconds: UNFINISHED_KEPT_MS });
  void store.deleteExpired().catch(() => undefined);
  server = new Server({
    path: '/api/v1/uploads',
    datastore: store,
    maxSize: ARCHIVE_HEADROOM,
    relativeLocation: true,
    // the name says whose upload it is: nobody else can go on with it
    namingFunction: (request) => `${request.headers.get(WORKSPACE)}-${randomBytes(12).toString('hex')}`,
    async onUploadFinish(request, upload) {
      const { filename, drawer, batch } = upload.metadata ?? {};
      const taken = await takeIn(
        request.headers.get(WORKSPACE)!,
        filename ?? 'untitled',
        createReadStream(join(folder, upload.id)),
        { drawer, batch },
      );
      await store.remove(upload.id).catch(() => undefined);
      return { status_code: 200, headers: { 'content-type': 'application/json' }, body: JSON.stringify(taken) };
    },
  });
  return server;
}

/** Answers one request of the upload protocol for a workspace. */
export function answerUpload(workspace: string, request: Request, id?: string): Promise<Response> {
  if (id && !id.startsWith(workspace)) throw new Trouble('not-found', 'There is no such upload.');
  const headers = new Headers(request.headers);
  headers.set(WORKSPACE, workspace);
  return uploadServer().handleWeb(new Request(request, { headers, duplex: 'half' } as RequestInit));
}
