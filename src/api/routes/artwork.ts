import { Readable } from 'node:stream';
import { Type } from '@sinclair/typebox';
import { alikeTo, decideAlike, openGroups } from '@/services/artwork/alike';
import {
  artwork,
  artworksOf,
  choices,
  dismissRefused,
  findArtworks,
  listArtworks,
  listRefused,
  usesOf,
} from '@/services/artwork/artworks';
import { changeArtworks, dependants, emptyBin } from '@/services/artwork/changing';
import { takeBack, type TakenBack } from '@/services/desk/undoing';
import { dismissParcels, listParcels, stopParcel } from '@/services/artwork/intake';
import { originalOf } from '@/services/artwork/pictures';
import { Trouble } from '@/services/trouble';
import { goBack, putInVersion, versionsOf } from '@/services/artwork/versions';
import { answerUpload } from '@/services/artwork/uploads';
import { takeForm } from '../form';
import { paged } from '../paged';
import { route, stream } from '../route';
import * as shape from '../shapes/artwork';
import { Exactly, IdOf, Ids, Items, OneOf, Page, PAGED, Uuid, Whole } from '../shapes/parts';
import { artworkView, cardView } from '../views';

const id = IdOf('artwork');

/** What taking back did, in the words that it has here. */
const undoneView = ({ count, ...rest }: TakenBack) => ({ ...rest, artworks: count });
const BINARY = 'application/octet-stream';
const FORM = 'multipart/form-data';
const path = Type.String({ maxLength: 1000 });

const files = [
  route(
    'GET',
    '/artworks',
    { does: 'artworks in the order they came', query: { ...shape.SearchQuery, ...PAGED }, answers: Page(shape.Artwork) },
    async ({ workspace, query: { limit = 100, after = 0, ...search } }) =>
      paged((await listArtworks(workspace, search, after, limit)).map(artworkView(workspace)), limit),
  ),
  route(
    'POST',
    '/artworks',
    {
      does: 'brings in files; answers what became of each',
      status: 201,
      takes: {
        type: FORM,
        schema: Type.Object({
          drawer: Type.Optional(path),
          batch: Type.Optional(Uuid),
          fitting: Type.Optional(
            OneOf(['yes'], 'made for a print area, to be used there instead of an artwork: no list shows it'),
          ),
          files: Type.Array(Type.String({ format: 'binary' })),
        }),
      },
      answers: Exactly({ results: Type.Array(shape.TakenIn) }),
    },
    async ({ workspace, request }) => ({ results: await takeForm(workspace, request) }),
  ),
  route('GET', '/artworks/{id}', { does: 'one artwork', params: { id }, answers: shape.Artwork }, async ({ workspace, params }) =>
    artworkView(workspace)(await artwork(workspace, params.id)),
  ),
  stream(
    'GET',
    '/artworks/{id}/original',
    { does: 'the file as it came in, bit for bit', params: { id }, gives: BINARY },
    async ({ workspace, params }) => {
      const original = await originalOf(workspace, params.id);
      // never shown in our own origin: an SVG could hold a script
      return new Response(original.stream, {
        headers: {
          'content-type': BINARY,
          'content-length': String(original.bytes),
          'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(original.fileName)}`,
          'x-content-type-options': 'nosniff',
        },
      });
    },
  ),
  route(
    'GET',
    '/artworks/{id}/versions',
    { does: 'the files it has had, the newest first', params: { id }, answers: shape.Versions },
    async ({ workspace, params }) => ({
      items: (await versionsOf(workspace, (await artwork(workspace, params.id)).id)).map(({ sha256: _, ...version }) => version),
    }),
  ),
  route(
    'POST',
    '/artworks/{id}/versions',
    {
      does: 'puts a better file in its place; the body is the file',
      status: 201,
      params: { id },
      query: { fileName: Type.Optional(Type.String({ maxLength: 300 })) },
      takes: { type: BINARY },
      answers: shape.Version,
    },
    ({ workspace, params, query, request }) => {
      if (!request.body) throw new Trouble('bad-request', 'Send the file as the body of the request.');
      return putInVersion(workspace, params.id, query.fileName || 'untitled', Readable.fromWeb(request.body as never));
    },
  ),
  route(
    'POST',
    '/artworks/{id}/versions/{version}',
    {
      does: 'puts an earlier file back in place',
      params: { id, version: Type.Integer({ minimum: 1, maximum: 1e6, title: 'version' }) },
      answers: shape.Version,
    },
    ({ workspace, params }) => goBack(workspace, params.id, params.version),
  ),
  route(
    'GET',
    '/artworks/intake',
    { does: 'files that could not be taken, and archives that are being unpacked', answers: shape.Intake },
    async ({ workspace }) => ({
      refused: await listRefused(workspace),
      parcels: (await listParcels(workspace)).map(({ sha256: _, ...parcel }) => parcel),
    }),
  ),
  route(
    'POST',
    '/artworks/dismiss',
    {
      does: 'takes refused files off the list: those named, or all, with the archives that are done',
      body: Type.Partial(shape.IdsBody),
    },
    async ({ workspace, body: { ids } }) => {
      await dismissRefused(workspace, ids ?? null);
      if (!ids) await dismissParcels(workspace);
    },
  ),
  route(
    'POST',
    '/artworks/parcels/{id}/stop',
    { does: 'stops an archive; what came out of it stays', params: { id: IdOf('archive') } },
    ({ workspace, params }) => stopParcel(workspace, params.id),
  ),
];

const uploads = [
  stream(
    'POST',
    '/uploads',
    { does: 'announces a resumable upload (tus 1.0.0); metadata: filename, drawer, batch', status: 201, gives: 'text/plain' },
    ({ workspace, request }) => answerUpload(workspace, request),
  ),
  ...(
    [
      ['HEAD', 'how far an upload has come', 200, 'text/plain'],
      ['PATCH', 'its next part; the last one answers what became of the file', 200, 'application/json'],
      ['DELETE', 'gives it up', 204, 'text/plain'],
    ] as const
  ).map(([method, does, status, gives]) =>
    stream(
      method,
      '/uploads/{id}',
      { does, status, gives, params: { id: Type.String({ pattern: '^[0-9a-z-]{1,64}$', title: 'upload' }) } },
      ({ workspace, request, params }) => answerUpload(workspace, request, params.id),
    ),
  ),
];

const looking = [
  route(
    'GET',
    '/artworks/found',
    {
      does: 'ids of everything a search finds, in its order',
      query: shape.SearchQuery,
      answers: Exactly({ ids: Type.Array(Uuid) }),
    },
    async ({ workspace, query }) => ({ ids: await findArtworks(workspace, query) }),
  ),
  route(
    'POST',
    '/artworks/cards',
    {
      does: 'the little that a contact sheet shows of up to 500 artworks',
      body: Exactly({ ids: Type.Array(Uuid, { maxItems: 500 }) }),
      answers: Items(shape.Card),
    },
    async ({ workspace, body }) => ({ items: (await artworksOf(workspace, body.ids)).map(cardView(workspace)) }),
  ),
  route(
    'GET',
    '/artworks/choices',
    { does: 'subjects, occasions, marks and standings with how often each occurs', answers: shape.Choices },
    async ({ workspace }) => choices(workspace),
  ),
  route(
    'GET',
    '/artworks/{id}/uses',
    { does: 'proofs and listings made from it, and what it is like', params: { id }, answers: shape.Uses },
    async ({ workspace, params: { id: of } }) => {
      await artwork(workspace, of);
      const [uses, alike] = await Promise.all([usesOf(workspace, of), alikeTo(workspace, of)]);
      return {
        uses,
        alike: alike.map((p) => ({ id: p.olderId === of ? p.newerId : p.olderId, kind: p.kind, decision: p.decision })),
      };
    },
  ),
  route(
    'GET',
    '/artworks/alike',
    { does: 'groups of copies, twins and families that nobody has decided on', answers: shape.AlikeGroups },
    async ({ workspace }) => ({ items: await openGroups(workspace) }),
  ),
  route(
    'POST',
    '/artworks/alike',
    {
      does: 'links, merges or tells apart; one step that can be undone',
      body: Exactly({
        ids: Type.Array(Uuid, { maxItems: 1000 }),
        decision: OneOf(['link', 'merge', 'ignore']),
        keep: Type.Optional(Uuid),
      }),
      answers: Exactly({ undo: Uuid }),
    },
    ({ workspace, body }) => decideAlike(workspace, body.ids, body.decision, body.keep),
  ),
];

const changing = [
  route(
    'PATCH',
    '/artworks/{id}',
    { does: 'changes what a hand may change', params: { id }, body: shape.Change, answers: shape.Artwork },
    async ({ workspace, params, body }) => {
      await artwork(workspace, params.id);
      await changeArtworks(workspace, [params.id], body);
      return artworkView(workspace)(await artwork(workspace, params.id));
    },
  ),
  route(
    'POST',
    '/artworks/change',
    {
      does: 'changes one artwork or thousands as one step; with `preview` only says what would change',
      body: Exactly({ ids: Ids, change: shape.Change, preview: Type.Optional(Type.Boolean()) }),
      answers: shape.ChangeReport,
    },
    ({ workspace, body }) => changeArtworks(workspace, body.ids, body.change, body.preview === true),
  ),
  route(
    'POST',
    '/artworks/undo',
    {
      does: 'takes a change back: the one named, else the last; what was changed since stays',
      body: Exactly({ id: Type.Optional(Uuid) }),
      answers: shape.Undone,
    },
    async ({ workspace, body }) => undoneView(await takeBack(workspace, { id: body.id ?? null, again: false, about: 'artwork' })),
  ),
  route(
    'POST',
    '/artworks/redo',
    {
      does: 'makes again what undo took back; what was changed since stays',
      body: Exactly({ id: Uuid }),
      answers: shape.Undone,
    },
    async ({ workspace, body }) => undoneView(await takeBack(workspace, { id: body.id, again: true })),
  ),
  route(
    'POST',
    '/artworks/dependants',
    { does: 'what was made from artworks, as a sentence', body: shape.IdsBody, answers: shape.Dependants },
    ({ workspace, body }) => dependants(workspace, body.ids),
  ),
  route(
    'POST',
    '/artworks/empty-bin',
    { does: 'removes deleted artworks for good', answers: Exactly({ removed: Whole }) },
    async ({ workspace }) => ({ removed: await emptyBin(workspace) }),
  ),
];

export const ARTWORK_ROUTES = [...files, ...uploads, ...looking, ...changing];
