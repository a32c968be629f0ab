import { covers } from '@/core/scopes';
import { Type } from '@sinclair/typebox';
import { activity, takeBack } from '@/services/desk/undoing';
import { lineNow, listing, listListingsOf } from '@/services/line/line';
import { pictureOf } from '@/services/artwork/pictures';
import { changeProof, listProofs, proof } from '@/services/line/proofs';
import {
  beginRun,
  draftAgain,
  listRuns,
  passProofs,
  pauseRun,
  preflightRun,
  resumeRun,
  run,
  sendRun,
  stopRun,
  unpassProofs,
} from '@/services/line/runs';
import { forecastRun } from '@/services/line/planning';
import { pickProofs } from '@/services/line/picking';
import { countProofs, nextInState, proofWindow } from '@/services/line/proof-windows';
import { allow } from '@/services/line/allowing';
import { picturesMeant, takePictures } from '@/services/line/taking';
import { countSelection, proofsOf, sheet, sheetColumns, sheetWindow } from '@/services/line/sheet';
import { columnOf } from '@/core/planning/cells';
import { countListings, listingWindow } from '@/services/outlets/listing-windows';
import { putListings, sendChanges } from '@/services/outlets/ordering';
import { forgetView, keepView, keptViews } from '@/services/desk/kept-views';
import { VIEWED } from '@/core/desk/viewed';
import { changesOf } from '../events';
import { paged } from '../paged';
import { downloadOf } from '@/services/line/downloads';
import { attached } from '../attached';
import { route, stream } from '../route';
import { IdsBody, SearchQuery } from '../shapes/artwork';
import * as shape from '../shapes/line';
import { Exactly, IdOf, Items, OneOf, Page, PAGED, Uuid, Whole } from '../shapes/parts';
import { activityView, listingInFullView, listingView, proofView, runView } from '../views';

const runId = { id: IdOf('run') };
const proofId = { id: IdOf('proof') };
const word = Type.Optional(Type.String({ maxLength: 200 }));
const WINDOW = {
  from: Type.Optional(Type.Integer({ minimum: 0, default: 0 })),
  count: Type.Optional(Type.Integer({ minimum: 0, maximum: 200, default: 60 })),
};

const PICTURES = {
  ...shape.ProofSearch,
  places: Type.Optional(
    Type.String({ maxLength: 200, description: 'places in the listing, such as 1-6, 9; all where none is named' }),
  ),
  names: Type.Optional(Type.String({ maxLength: 500, description: 'a pattern for their names; a slash makes a folder' })),
};

/** Columns as an address names them; what names none is left aside. */
const columnsIn = (text: string) => text.split(',').flatMap((key) => columnOf(key) ?? []);

const runs = [
  route('GET', '/runs', { does: 'runs, newest first', answers: Items(shape.Run) }, async ({ workspace }) => ({
    items: (await listRuns(workspace)).map(runView),
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
    async ({ workspace, body }) => runView(await beginRun(workspace, body)),
  ),
  route(
    'POST',
    '/runs/forecast',
    { does: 'what a run would make, and how long its pictures take', body: shape.RunWish, answers: shape.RunForecast },
    ({ workspace, body }) => forecastRun(workspace, body),
  ),
  route(
    'GET',
    '/runs/{id}',
    { does: 'one run with counts by state and outlet', params: runId, answers: shape.Run },
    async ({ workspace, params }) => runView(await run(workspace, params.id)),
  ),
  route(
    'POST',
    '/runs/{id}/pass',
    { does: 'passes what is ready', params: runId, answers: shape.Passed },
    ({ workspace, params }) => passProofs(workspace, { run: params.id }),
  ),
  route(
    'GET',
    '/runs/{id}/preflight',
    { does: 'what each outlet would get of what is passed, and what stays and why', params: runId, answers: shape.Preflight },
    ({ workspace, params }) => preflightRun(workspace, params.id),
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
  route('POST', '/runs/{id}/pause', { does: 'pauses', params: runId, answers: shape.Run }, async ({ workspace, params }) =>
    runView(await pauseRun(workspace, params.id)),
  ),
  route(
    'POST',
    '/runs/{id}/resume',
    { does: 'goes on; what is being sent needs a token for “send”', params: runId, answers: shape.Run },
    async ({ workspace, params, caller }) => runView(await resumeRun(workspace, params.id, covers(caller.scope, 'send'))),
  ),
  route(
    'POST',
    '/runs/{id}/stop',
    { does: 'stops; what was sent stays at its outlet', params: runId, answers: shape.Run },
    async ({ workspace, params }) => runView(await stopRun(workspace, params.id)),
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
  route(
    'GET',
    '/proofs/rows',
    {
      does: 'a window of a search among proofs: from a place on, or the one in which a proof stands',
      query: {
        ...shape.ProofSearch,
        ...WINDOW,
        around: Type.Optional(Uuid),
      },
      answers: shape.ProofWindow,
    },
    ({ workspace, query: { from = 0, count = 60, around, ...search } }) =>
      proofWindow(workspace, search, { from, count, ...(around && { around }) }),
  ),
  route(
    'POST',
    '/proofs/count',
    { does: 'how many proofs a search means, by state', body: Exactly(shape.ProofSearch), answers: shape.ProofsCount },
    ({ workspace, body }) => countProofs(workspace, body),
  ),
  route(
    'POST',
    '/proofs/picked',
    {
      does: 'keeps the proofs of a part of the sheet, or those behind listings, for some days: searches name them as `picked`',
      body: shape.PickedFrom,
      answers: shape.Picked,
    },
    ({ workspace, body }) => pickProofs(workspace, body),
  ),
  route(
    'GET',
    '/proofs/next',
    {
      does: 'the next proof of a search in a state, behind one, round to the first',
      query: {
        ...shape.ProofSearch,
        after: Type.Optional(Uuid),
        wanted: Type.Optional(OneOf(shape.PROOF_STATES, 'held where none is named')),
      },
      answers: shape.NextProof,
    },
    async ({ workspace, query: { after, wanted = 'held', ...search } }) => ({
      next: await nextInState(workspace, search, after ?? null, wanted),
    }),
  ),
  stream(
    'GET',
    '/proofs/pictures',
    {
      does: 'the pictures of all that a search means, as one ZIP with names by a pattern',
      query: PICTURES,
      gives: 'application/zip',
    },
    async ({ workspace, query: { places, names, ...search } }) =>
      attached(await takePictures(workspace, { search, places, names }), 'application/zip'),
  ),
  route(
    'GET',
    '/proofs/pictures/asked',
    {
      does: 'whether pictures can be taken away as asked; refuses as that would',
      query: PICTURES,
      answers: Exactly({ proofs: Whole }),
    },
    async ({ workspace, query: { places, names, ...search } }) => ({
      proofs: (await picturesMeant(workspace, { search, places, names })).ids.length,
    }),
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
    {
      does: 'passes proofs that are ready: by id, of a search, or of a part of the sheet',
      body: shape.PassBody,
      answers: shape.Passed,
    },
    ({ workspace, body }) => passProofs(workspace, body),
  ),
  route(
    'POST',
    '/proofs/unpass',
    { does: 'takes passed proofs back to ready', body: IdsBody, answers: Exactly({ ready: Whole }) },
    async ({ workspace, body }) => ({ ready: await unpassProofs(workspace, body.ids) }),
  ),
  route(
    'POST',
    '/proofs/draft',
    {
      does: 'drafts proofs again, from what they are made of now; what a hand wrote stays',
      status: 201,
      body: shape.ProofsMeant,
      answers: shape.Run,
    },
    async ({ workspace, body }) => runView(await draftAgain(workspace, body)),
  ),
  stream(
    'GET',
    '/proofs/{id}/downloads/{place}',
    {
      does: 'a file that buyers get, as they get it, by its place among them',
      params: { id: IdOf('proof'), place: Type.Integer({ minimum: 1, maximum: 1000, title: 'file' }) },
      gives: 'application/octet-stream',
    },
    async ({ workspace, params }) => attached(await downloadOf(workspace, params.id, params.place), 'application/octet-stream'),
  ),
  stream(
    'GET',
    '/pictures/{name}',
    {
      often: true,
      does: 'a rendered picture',
      params: { name: Type.String({ maxLength: 120, title: 'picture' }) },
      gives: 'image/*',
    },
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
    {
      does: 'listings; `step` asks for those that are in step, stale or drifted',
      query: { outlet: word, state: word, find: word, step: Type.Optional(OneOf(['in step', 'stale', 'drifted'])), ...PAGED },
      answers: Page(shape.Listing),
    },
    async ({ workspace, query: { limit = 100, after = 0, ...filter } }) =>
      paged((await listListingsOf(workspace, { ...filter, after, limit })).map(listingView(workspace)), limit),
  ),
  route(
    'GET',
    '/listings/rows',
    { does: 'a window of a search among listings', query: { ...shape.ListingSearch, ...WINDOW }, answers: shape.ListingWindow },
    async ({ workspace, query: { from = 0, count = 60, ...search } }) => {
      const { total, rows } = await listingWindow(workspace, search, { from, count });
      return { total, rows: rows.map(listingView(workspace)) };
    },
  ),
  route(
    'POST',
    '/listings/count',
    {
      does: 'how many listings are meant, and what could be done with them',
      body: shape.ListingsMeant,
      answers: shape.ListingsCount,
    },
    ({ workspace, body }) => countListings(workspace, body),
  ),
  route(
    'POST',
    '/listings/live',
    { needs: 'send', does: 'sets drafts at the outlets live', body: shape.ListingsMeant, answers: shape.Queued },
    ({ workspace, body }) => putListings(workspace, body, 'live'),
  ),
  route(
    'POST',
    '/listings/end',
    { needs: 'send', does: 'ends listings at their outlets', body: shape.ListingsMeant, answers: shape.Queued },
    ({ workspace, body }) => putListings(workspace, body, 'ended'),
  ),
  route(
    'POST',
    '/listings/changes',
    {
      needs: 'send',
      does: 'sends what differs between proofs and their listings; what was changed there meanwhile is left and told, unless `over`',
      body: shape.ChangesBody,
      answers: shape.Queued,
    },
    ({ workspace, body: { over = false, ...asked } }) => sendChanges(workspace, asked, over),
  ),
  route(
    'GET',
    '/listings/{id}',
    {
      does: 'one listing: what was sent, what is there, what was ordered',
      params: { id: IdOf('listing') },
      answers: shape.ListingInFull,
    },
    async ({ workspace, params }) => listingInFullView(workspace)(await listing(workspace, params.id)),
  ),
  route('GET', '/sheet', { does: 'the whole grid: artworks x dockets within outlets', answers: shape.Sheet }, ({ workspace }) =>
    sheet(workspace),
  ),
  route(
    'GET',
    '/sheet/columns',
    { does: 'the columns of the sheet, with how many of their cells stand, wait and are held', answers: shape.SheetColumns },
    async ({ workspace }) => ({ items: await sheetColumns(workspace) }),
  ),
  route(
    'GET',
    '/sheet/rows',
    {
      does: 'a window of the sheet: rows of a search from one on, with the cells of some columns',
      query: {
        ...SearchQuery,
        ...WINDOW,
        columns: Type.Optional(Type.String({ maxLength: 8000, description: 'docket/outlet, with commas between' })),
        by: Type.Optional(OneOf(['outlet', 'docket'], 'what columns are grouped by')),
      },
      answers: shape.SheetWindow,
    },
    ({ workspace, query: { from = 0, count = 60, columns = '', by = 'outlet', ...search } }) =>
      sheetWindow(workspace, search, { from, count, by, columns: columnsIn(columns) }),
  ),
  route(
    'POST',
    '/sheet/count',
    { does: 'how many cells and proofs a part of the sheet means', body: shape.Selection, answers: shape.SelectionCount },
    ({ workspace, body }) => countSelection(workspace, body),
  ),
  route(
    'POST',
    '/sheet/allow',
    {
      does: 'lets dockets take artworks by hand that their rules do not take',
      body: shape.AllowBody,
      answers: shape.AllowedView,
    },
    ({ workspace, body: { allow: how, ...selection } }) => allow(workspace, selection, how),
  ),
  route(
    'POST',
    '/sheet/proofs',
    {
      does: 'ids of the first proofs of a part of the sheet, row by row',
      body: shape.SelectionProofs,
      answers: Exactly({ ids: Type.Array(Uuid) }),
    },
    async ({ workspace, body: { limit = 400, ...selection } }) => ({ ids: await proofsOf(workspace, selection, limit) }),
  ),
  route('GET', '/line', { does: 'counts of every station, and running work', answers: shape.Line }, ({ workspace }) =>
    lineNow(workspace),
  ),
  stream(
    'GET',
    '/events',
    {
      does: 'Server-Sent Events: `change` names what changed, `changed` tells what of it: [{table, count, ids, artworks}], ids only while they are few',
      gives: 'text/event-stream',
    },
    ({ workspace, request }) => changesOf(workspace, request.signal),
  ),
];

const desk = [
  route(
    'GET',
    '/views',
    {
      does: 'views that are kept by name, of one station or of all',
      query: { station: Type.Optional(OneOf(VIEWED)) },
      answers: Items(shape.KeptView),
    },
    async ({ workspace, query }) => ({ items: await keptViews(workspace, query.station ?? null) }),
  ),
  route(
    'POST',
    '/views',
    {
      does: 'keeps what a station shows under a name; one of that name is replaced',
      status: 201,
      body: Exactly({ station: OneOf(VIEWED), name: Type.String({ maxLength: 80 }), query: Type.String({ maxLength: 2000 }) }),
      answers: shape.KeptView,
    },
    ({ workspace, body }) => keepView(workspace, body),
  ),
  route('DELETE', '/views/{id}', { does: 'forgets it', params: { id: IdOf('view') } }, ({ workspace, params }) =>
    forgetView(workspace, params.id),
  ),
  route(
    'GET',
    '/activity',
    {
      does: 'who did what and when, newest first: in all, or to one thing by its id',
      query: {
        of: Type.Optional(Type.String({ maxLength: 64 })),
        about: Type.Optional(Type.String({ maxLength: 20 })),
        before: Type.Optional(Type.Integer({ minimum: 0 })),
        limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 200, default: 50 })),
      },
      answers: Page(shape.Activity),
    },
    async ({ workspace, caller, query: { limit = 50, ...filter } }) =>
      paged((await activity(workspace, { ...filter, limit })).map(activityView(caller)), limit),
  ),
  route(
    'POST',
    '/activity/undo',
    {
      does: 'takes back one’s own last step, or the one named; what was changed since stays',
      body: Exactly({ id: Type.Optional(Uuid) }),
      answers: shape.TakenBack,
    },
    ({ workspace, body }) => takeBack(workspace, { id: body.id ?? null, again: false }),
  ),
  route(
    'POST',
    '/activity/redo',
    { does: 'makes again what was taken back', body: Exactly({ id: Uuid }), answers: shape.TakenBack },
    ({ workspace, body }) => takeBack(workspace, { id: body.id, again: true }),
  ),
];

export const LINE_ROUTES = [...runs, ...proofs, ...standing, ...desk];
