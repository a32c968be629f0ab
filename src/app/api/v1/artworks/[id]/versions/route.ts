import { Readable } from 'node:stream';
import { route, uuid } from '@/app/_http/route';
import { Trouble } from '@/services/trouble';
import { putInVersion, versionsOf } from '@/services/versions';

export const GET = route(async (caller, _, { id }) => ({
  items: (await versionsOf(caller.workspace, uuid(id, 'artwork'))).map(({ sha256: _sha, ...version }) => version),
}));

/** The body is the file itself; its name comes in the query. */
export const POST = route(async (caller, request, { id }) => {
  if (!request.body) throw new Trouble('bad-request', 'Send the file as the body of the request.');
  const fileName = new URL(request.url).searchParams.get('fileName') || 'untitled';
  return putInVersion(caller.workspace, uuid(id, 'artwork'), fileName, Readable.fromWeb(request.body as never));
}, 201);
