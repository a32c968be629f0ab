import { Type } from '@sinclair/typebox';
import { line, listListingsOf, runningWork } from '@/services/line/line';
import { pictureOf } from '@/services/artwork/pictures';
import { changeProof, listProofs, proof } from '@/services/line/proofs';
import {
  beginRun,
  goLive,
  listRuns,
  passProofs,
  pauseRun,
  resumeRun,
  run,
  sendRun,
  stopRun,
  unpassProofs,
} from '@/services/line/runs';
import { sheet } from '@/services/line/sheet';
import { changesOf } from '../events';
import { paged } from '../paged';
import { route, stream } from '../route';
import { IdsBody } from '../shapes/artwork';
import * as shape from '../shapes/line';
import { Exactly, IdOf, Items, OneOf, Page, PAGED, Uuid, Whole } from '../shapes/parts';
import { listingView, proofView } from '../views';

const runId = { id: IdOf('run') };
const proofId = { id: IdOf('proof') };
const word = Type.Optional(Type.String({ maxLength: 200 }));

const runs = [
  route('GET', '/runs', { does: 'runs, newest first', answers: Items(shape.Run) }, async ({ workspace }) => ({
    items: await listRuns(workspace),
  })),
  route(
    'POST',
    '/runs',
    {
      does: 'begins a run: artworks (or a drawer) x dockets x outlets, or single cells',
      status: 201,
      body: shape.RunWish,
      answers: shape.Run,
    },
    ({ workspace, body }) => beginRun(workspace, body),
  ),
  route(
    'GET',
    '/runs/{id}',
    { does: 'one run with counts by state and outlet', params: runId, answers: shape.Run },
    ({ workspace, params }) => run(workspace, params.id),
  ),
  route(
    'POST',
    '/runs/{id}/pass',
    { does: 'passes what is ready', params: runId, answers: shape.Passed },
    ({ workspace, params }) => passProofs(workspace, { run: params.id }),
  ),
  route(
    'POST',
    '/runs/{id}/send',
    { needs: 'send', does: 'sends what is passed', params: runId, body: shape.SendBody, answers: shape.Queued },
    ({ workspace, params, body }) => sendRun(workspace, params.id, body.as === 'live'),
  ),
  route(
    'POST',
    '/runs/{id}/retry',
    { does: 'tries again what was refused', needs: 'send', params: runId, body: shape.SendBody, answers: shape.Queued },
    ({ workspace, params, body }) => sendRun(workspace, params.id, body.as === 'live', true),
  ),
  route('POST', '/runs/{id}/pause', { does: 'pauses', params: runId, answers: shape.Run }, ({ workspace, params }) =>
    pauseRun(workspace, params.id),
  ),
  route('POST', '/runs/{id}/resume', { does: 'goes on', params: runId, answers: shape.Run }, ({ workspace, params }) =>
    resumeRun(workspace, params.id),
  ),
  route(
    'POST',
    '/runs/{id}/stop',
    { does: 'stops; what was sent stays at its outlet', params: runId, answers: shape.Run },
    ({ workspace, params }) => stopRun(workspace, params.id),
  ),
];

const proofs = [
  route(
    'GET',
    '/proofs',
    {
      does: 'proofs',
      query: { run: Type.Optional(Uuid), state: Type.Optional(OneOf(shape.PROOF_STATES)), outlet: word, ...PAGED },
      answers: Page(shape.Proof),
    },
    async ({ workspace, query: { limit = 100, after = 0, ...filter } }) =>
      paged((await listProofs(workspace, { ...filter, after, limit })).map(proofView(workspace)), limit),
  ),
  route('GET', '/proofs/{id}', { does: 'one proof', params: proofId, answers: shape.Proof }, async ({ workspace, params }) =>
    proofView(workspace)(await proof(workspace, params.id)),
  ),
  route(
    'PATCH',
    '/proofs/{id}',
    {
      does: 'changes fields by hand; `pattern` takes fields back',
      params: proofId,
      body: shape.ProofChange,
      answers: shape.Proof,
    },
    async ({ workspace, params, body }) => proofView(workspace)(await changeProof(workspace, params.id, body)),
  ),
  route(
    'POST',
    '/proofs/pass',
    { does: 'passes proofs that are ready', body: IdsBody, answers: shape.Passed },
    ({ workspace, body }) => passProofs(workspace, body),
  ),
  route(
    'POST',
    '/proofs/unpass',
    { does: 'takes passed proofs back to ready', body: IdsBody, answers: Exactly({ ready: Whole }) },
    async ({ workspace, body }) => ({ ready: await unpassProofs(workspace, body.ids) }),
  ),
  stream(
    'GET',
    '/pictures/{name}',
    { does: 'a rendered picture', params: { name: Type.String({ maxLength: 120, title: 'picture' }) }, gives: 'image/*' },
    async ({ workspace, params }) => {
      const picture = await pictureOf(workspace, params.name);
      return new Response(picture.stream, {
        headers: { 'content-type': picture.type, 'cache-control': 'private, max-age=31536000, immutable' },
      });
    },
  ),
];

const standing = [
  route(
    'GET',
    '/listings',
    { does: 'listings', query: { outlet: word, state: word, find: word, ...PAGED }, answers: Page(shape.Listing) },
    async ({ workspace, query: { limit = 100, after = 0, ...filter } }) =>
      paged((await listListingsOf(workspace, { ...filter, after, limit })).map(listingView(workspace)), limit),
  ),
  route(
    'POST',
    '/listings/live',
    { needs: 'send', does: 'sets drafts at the outlets live', body: IdsBody, answers: shape.Queued },
    ({ workspace, body }) => goLive(workspace, body.ids),
  ),
  route('GET', '/sheet', { does: 'the whole grid: artworks x dockets within outlets', answers: shape.Sheet }, ({ workspace }) =>
    sheet(workspace),
  ),
  route('GET', '/line', { does: 'counts of every station, and running work', answers: shape.Line }, async ({ workspace }) => {
    const [stations, work] = await Promise.all([line(workspace), runningWork(workspace)]);
    return { stations, work };
  }),
  stream('GET', '/events', { does: 'Server-Sent Events: change', gives: 'text/event-stream' }, ({ workspace, request }) =>
    changesOf(workspace, request.signal),
  ),
];

export const LINE_ROUTES = [...runs, ...proofs, ...standing];
