import { createReadStream, existsSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { DOCUMENTS, publishedSchema, type DocumentName } from '@/core/schema/documents';
import { tryDocket, worstFor } from '@/services/line/trying';
import { addOutlet, removeOutlet, renameOutlet } from '@/services/outlets/accounts';
import { beginConsent, connectWithKey } from '@/services/outlets/connecting';
import { gatherAll, lookAgain } from '@/services/outlets/looking';
import { outletOf, outlets, refreshOutlet, rulesDiff, saveSettings } from '@/services/outlets/outlets';
import { blank, blankDiff, blanks, refreshHouses, sayForWhom } from '@/services/stockroom/blanks';
import { addBlank, changeBlank, removeBlank } from '@/services/stockroom/own-blanks';
import { changesWindow, looked, mendDockets } from '@/services/stockroom/changes';
import { blankWindow } from '@/services/stockroom/blank-windows';
import { addDocket, docket, dockets, docketUses, saveDocket } from '@/services/stockroom/dockets';
import { addEnclosure, enclosures, removeEnclosure } from '@/services/stockroom/enclosures';
import { makeReady, readyDockets } from '@/services/stockroom/ready';
import { outletKinds } from '@/services/stockroom/houses';
import { addPlan, plans, removePlan, savePlan } from '@/services/stockroom/plans';
import { keepShelf, sceneShelf } from '@/services/stockroom/scene-shelf';
import { sceneById, scenes, scenesFolder } from '@/services/stockroom/scenes';
import { Trouble } from '@/services/trouble';
import { Type } from '@sinclair/typebox';
import { tryLettering } from '@/services/lettering/try';
import { areaTemplate, TEMPLATE_KINDS } from '@/services/prints/template';
import { route, stream } from '../route';
import { Exactly, IdOf, Items, NameOf, OneOf } from '../shapes/parts';
import * as shape from '../shapes/stockroom';
import { blankView, outletView, triedView } from '../views';
import { changesView, mendedView } from '../views/blank-changes';

/** The parts of a scene in the size of previews: plate, map, parts, passes. */
const SCENE_PART = /^[a-z]{1,20}-800\.(jpg|webp)$/;
const id = IdOf('docket');
const plan = IdOf('price plan');
const enclosureView = ({ sha256: _, ...e }: Awaited<ReturnType<typeof enclosures>>[number]) => e;
const outlet = { id: NameOf('outlet') };
const version = Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000 }));
const between = { from: version, to: version };

const goods = [
  route('GET', '/blanks', { does: 'blanks of the print houses', answers: Items(shape.Blank) }, async ({ workspace }) => ({
    items: (await blanks(workspace)).map(blankView),
  })),
  route(
    'POST',
    '/blanks/refresh',
    { does: 'fetches the print houses’ catalogues', answers: shape.BlanksFetched },
    async ({ workspace }) => {
      const faults = await refreshHouses(workspace);
      return { items: (await blanks(workspace)).map(blankView), faults };
    },
  ),
  route(
    'GET',
    '/blanks/rows',
    {
      does: 'a window of a search among blanks, from a place on',
      query: {
        ...shape.BlankSearch,
        from: Type.Optional(Type.Integer({ minimum: 0, maximum: 1_000_000 })),
        count: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
      },
      answers: shape.BlankWindow,
    },
    ({ workspace, query: { from = 0, count = 60, ...search } }) => blankWindow(workspace, search, { from, count }),
  ),
  route(
    'POST',
    '/blanks',
    { does: 'makes a blank of one’s own', body: shape.OwnBlankBody, answers: shape.Blank, status: 201 },
    async ({ workspace, body }) => blankView(await addBlank(workspace, body.document)),
  ),
  route(
    'GET',
    '/blank-changes',
    {
      does: 'what print houses offer otherwise since somebody looked, with what it touches: what ended first, then the newest',
      query: {
        from: Type.Optional(Type.Integer({ minimum: 0, maximum: 1_000_000 })),
        count: Type.Optional(Type.Integer({ minimum: 1, maximum: 100 })),
      },
      answers: shape.BlankChanges,
    },
    async ({ workspace, query: { from = 0, count = 40 } }) => changesView(from, await changesWindow(workspace, { from, count })),
  ),
  route(
    'POST',
    '/blank-changes/looked',
    { does: 'says that changes have been looked at: they leave the list', body: shape.LookedBody, answers: shape.Looked },
    ({ workspace, body }) => looked(workspace, body.changes ?? null),
  ),
  route(
    'POST',
    '/blank-changes/mend',
    {
      does: 'decides for dockets what becomes of what ended; what was drafted from them is out of date then',
      body: shape.MendBody,
      answers: shape.MendedView,
    },
    async ({ workspace, body }) => mendedView(await mendDockets(workspace, body)),
  ),
  route(
    'PUT',
    '/blanks/{id}',
    {
      does: 'changes a blank of one’s own; what was drafted from it is out of date then',
      params: { id: NameOf('blank') },
      body: shape.OwnBlankChange,
      answers: shape.Blank,
    },
    async ({ workspace, params, body }) => blankView(await changeBlank(workspace, params.id, body.version, body.document)),
  ),
  route(
    'DELETE',
    '/blanks/{id}',
    { does: 'takes a blank of one’s own away, as long as nothing is made of it', params: { id: NameOf('blank') } },
    async ({ workspace, params }) => {
      await removeBlank(workspace, params.id);
    },
  ),
  route(
    'GET',
    '/blanks/{id}',
    { does: 'one blank', params: { id: NameOf('blank') }, answers: shape.Blank },
    async ({ workspace, params }) => blankView(await blank(workspace, params.id)),
  ),
  route(
    'POST',
    '/blanks/{id}/sentences',
    {
      does: 'says for whom a sentence of its text is: only what is for buyers reaches listings',
      params: { id: NameOf('blank') },
      body: shape.SentenceBody,
      answers: shape.Blank,
    },
    async ({ workspace, params, body }) => blankView(await sayForWhom(workspace, params.id, body.text, body.for)),
  ),
  route(
    'GET',
    '/blanks/{id}/changes',
    {
      does: 'what differs between two versions of a blank, the last two where none are named',
      params: { id: NameOf('blank') },
      query: between,
      answers: shape.Differences,
    },
    ({ workspace, params, query }) => blankDiff(workspace, params.id, query.from, query.to),
  ),
  stream(
    'GET',
    '/schemas/{name}',
    {
      does: 'the JSON Schema (2020-12) of a document: blank, docket, placement, price-plan, rules, scene, settings',
      params: { name: Type.String({ pattern: '^[a-z-]{1,40}\\.json$', title: 'schema' }) },
      gives: 'application/schema+json',
    },
    ({ params }) => {
      const name = params.name.replace(/\.json$/, '');
      if (!Object.hasOwn(DOCUMENTS, name)) throw new Trouble('not-found', 'There is no such schema.');
      return new Response(JSON.stringify(publishedSchema(name as DocumentName)), {
        headers: { 'content-type': 'application/schema+json' },
      });
    },
  ),
  stream(
    'GET',
    '/blanks/{id}/template',
    {
      does: 'a template of a print area, exactly as large, with its trim, bleed, safe margin, seams and cut-outs',
      params: { id: NameOf('blank') },
      query: {
        area: Type.String({ maxLength: 60 }),
        size: Type.Optional(Type.String({ maxLength: 60 })),
        as: Type.Optional(OneOf(TEMPLATE_KINDS, 'svg where none is named')),
      },
      gives: 'image/svg+xml',
    },
    async ({ workspace, params, query: { area, size, as: kind = 'svg' } }) => {
      const { data, type, fileName } = await areaTemplate(workspace, { id: params.id, area, size, kind });
      return new Response(data as BodyInit, {
        headers: {
          'content-type': type,
          'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
          'x-content-type-options': 'nosniff',
        },
      });
    },
  ),
  route('GET', '/scenes', { does: 'scenes that ship', answers: Items(shape.Scene) }, () => ({ items: scenes() })),
  route(
    'GET',
    '/scenes/shelf',
    { does: 'favourite scenes, sets of scenes, and how often each is used', answers: shape.SceneShelf },
    ({ workspace }) => sceneShelf(workspace),
  ),
  route(
    'PUT',
    '/scenes/shelf',
    { does: 'keeps favourite scenes and sets of scenes', body: shape.SceneShelfBody, answers: shape.SceneShelf },
    ({ workspace, body }) => keepShelf(workspace, body),
  ),
  stream(
    'GET',
    '/scenes/{id}/{file}',
    {
      does: 'a part of a scene at preview size',
      params: { id: NameOf('scene'), file: Type.String({ maxLength: 64, title: 'part of a scene' }) },
      gives: 'image/*',
    },
    ({ params: { id: scene, file } }) => {
      const kind = SCENE_PART.exec(file)?.[1];
      const path = join(scenesFolder(), scene, file);
      if (!kind || !sceneById(scene) || !existsSync(path)) throw new Trouble('not-found', 'There is no such part of a scene.');
      const bytes = Readable.toWeb(createReadStream(path)) as unknown as ReadableStream;
      return new Response(bytes, {
        headers: { 'content-type': kind === 'jpg' ? 'image/jpeg' : 'image/webp', 'cache-control': 'private, max-age=86400' },
      });
    },
  ),
];

const patterns = [
  route('GET', '/dockets', { does: 'dockets', answers: Items(shape.Docket) }, async ({ workspace }) => ({
    items: await dockets(workspace),
  })),
  route(
    'POST',
    '/dockets',
    { does: 'makes a docket', status: 201, body: shape.DocketBody, answers: shape.Docket },
    ({ workspace, body }) => addDocket(workspace, body),
  ),
  route(
    'GET',
    '/enclosures',
    { does: 'files that can go along with what is sold to be downloaded', answers: Items(shape.Enclosure) },
    async ({ workspace }) => ({ items: (await enclosures(workspace)).map(enclosureView) }),
  ),
  route(
    'POST',
    '/enclosures',
    {
      does: 'brings in a file that is to go along: PDF, PNG, JPEG or plain text; the body is the file',
      status: 201,
      query: { fileName: Type.String({ minLength: 1, maxLength: 300 }) },
      takes: { type: 'application/octet-stream' },
      answers: shape.Enclosure,
    },
    async ({ workspace, query, request }) => {
      const { body } = request;
      if (!body) throw new Trouble('bad-request', 'Send the file as the body of the request.');
      const told = Number(request.headers.get('content-length') ?? 0);
      return enclosureView(await addEnclosure(workspace, query.fileName, { told, open: () => Readable.fromWeb(body as never) }));
    },
  ),
  route(
    'DELETE',
    '/enclosures/{id}',
    { does: 'takes a file away that goes along with nothing', params: { id: IdOf('file') }, answers: Exactly({}) },
    async ({ workspace, params }) => {
      await removeEnclosure(workspace, params.id);
      return {};
    },
  ),
  route(
    'GET',
    '/dockets/ready',
    { does: 'dockets that can be made with one click, the commonest goods first', answers: Items(shape.ReadyDocket) },
    async ({ workspace }) => ({ items: await readyDockets(workspace) }),
  ),
  route(
    'POST',
    '/dockets/ready',
    {
      does: 'makes dockets for some of the commonest goods, sensible to begin with, all of them or none',
      status: 201,
      body: shape.ReadyBody,
      answers: Items(shape.DocketName),
    },
    async ({ workspace, body }) => ({ items: await makeReady(workspace, body.kinds) }),
  ),
  route('GET', '/dockets/{id}', { does: 'one docket', params: { id }, answers: shape.Docket }, ({ workspace, params }) =>
    docket(workspace, params.id),
  ),
  route(
    'PUT',
    '/dockets/{id}',
    { does: 'saves a docket', params: { id }, body: shape.DocketBody, answers: shape.Docket },
    ({ workspace, params, body }) => saveDocket(workspace, params.id, body),
  ),
  route(
    'GET',
    '/dockets/{id}/uses',
    { does: 'what was made from a docket: proofs and listings by outlet', params: { id }, answers: Items(shape.DocketUse) },
    async ({ workspace, params }) => ({ items: await docketUses(workspace, params.id) }),
  ),
  route(
    'POST',
    '/dockets/try',
    { does: 'what a docket would make of an artwork at an outlet; nothing is saved', body: shape.TryBody, answers: shape.Tried },
    async ({ workspace, body: { artwork, outlet: at, ...docket } }) =>
      triedView(workspace)(await tryDocket(workspace, docket, artwork, at)),
  ),
  route(
    'POST',
    '/dockets/worst',
    {
      does: 'on which of some artworks a docket would come off worst at an outlet; nothing is saved',
      body: shape.WorstBody,
      answers: shape.Worst,
    },
    async ({ workspace, body: { artworks, outlet: at, ...docket } }) => ({
      worst: await worstFor(workspace, docket, artworks, at),
    }),
  ),
  route(
    'POST',
    '/lettering',
    {
      does: 'lettering of a placement as it would be printed with an artwork; nothing is saved',
      body: shape.LetteringBody,
      answers: shape.LetteringMade,
    },
    ({ workspace, body }) => tryLettering(workspace, body.layer, body.artwork ?? null),
  ),
  route('GET', '/price-plans', { does: 'price plans', answers: Items(shape.Plan) }, async ({ workspace }) => ({
    items: await plans(workspace),
  })),
  route(
    'POST',
    '/price-plans',
    { does: 'makes a price plan', status: 201, body: shape.PlanBody, answers: shape.Plan },
    ({ workspace, body }) => addPlan(workspace, body.name, body.document),
  ),
  route(
    'PUT',
    '/price-plans/{id}',
    {
      does: 'saves a price plan; proofs that follow it are out of date then',
      params: { id: plan },
      body: shape.PlanBody,
      answers: shape.Plan,
    },
    ({ workspace, params, body }) => savePlan(workspace, params.id, body.name, body.document, body.revision),
  ),
  route(
    'DELETE',
    '/price-plans/{id}',
    { does: 'takes away a price plan that nothing follows', params: { id: plan } },
    ({ workspace, params }) => removePlan(workspace, params.id),
  ),
];

const houses = [
  route(
    'GET',
    '/outlets',
    { does: 'outlets with the rules last fetched', answers: Items(shape.Outlet) },
    async ({ workspace }) => ({
      items: (await outlets(workspace)).map(outletView),
    }),
  ),
  route('GET', '/outlet-kinds', { does: 'kinds of outlet that can be connected', answers: Items(shape.OutletKind) }, () => ({
    items: outletKinds(),
  })),
  route(
    'POST',
    '/outlets',
    {
      does: 'adds an account at an outlet, also another of a kind that is there; then it is connected',
      status: 201,
      needs: 'send',
      body: shape.NewOutlet,
      answers: shape.Outlet,
    },
    async ({ workspace, body }) => outletView(await addOutlet(workspace, body)),
  ),
  route(
    'PATCH',
    '/outlets/{id}',
    {
      does: 'renames an account, or keeps what is chosen for it',
      params: outlet,
      body: shape.OutletChange,
      answers: shape.Outlet,
    },
    async ({ workspace, params, body }) => {
      if (body.name !== undefined) await renameOutlet(workspace, params.id, body.name);
      if (body.settings) await saveSettings(workspace, params.id, body.settings);
      return outletView(await outletOf(workspace, params.id));
    },
  ),
  route(
    'DELETE',
    '/outlets/{id}',
    { does: 'takes away an account that nothing was made for', needs: 'send', params: outlet },
    ({ workspace, params }) => removeOutlet(workspace, params.id),
  ),
  route(
    'GET',
    '/outlets/{id}/rules/changes',
    {
      does: 'what differs between two versions of its rules, the last two where none are named',
      params: outlet,
      query: between,
      answers: shape.Differences,
    },
    ({ workspace, params, query }) => rulesDiff(workspace, params.id, query.from, query.to),
  ),
  route(
    'POST',
    '/outlets/{id}/gather',
    { does: 'enters in the ledger what the outlet has and did not come from here', params: outlet },
    ({ workspace, params }) => gatherAll(workspace, params.id),
  ),
  route(
    'POST',
    '/outlets/{id}/connect',
    {
      does: 'connects with the outlet’s key as {token}, or answers the {address} where access is allowed',
      needs: 'send',
      params: outlet,
      body: Exactly({
        token: Type.Optional(Type.String({ maxLength: 500 })),
      }),
      answers: shape.Connecting,
    },
    async ({ caller, workspace, params, body: { token }, request }) => {
      if (token) return outletView(await connectWithKey(workspace, params.id, token));
      // sellers are sent back to our own address only
      const ours = new URL('/outlets/callback', process.env.PRESS_URL ?? new URL(request.url).origin);
      return { address: await beginConsent(caller, params.id, ours.toString()) };
    },
  ),
  route(
    'POST',
    '/outlets/{id}/look',
    { does: 'asks the outlet what it has of each listing; one that it does not know any more is gone', params: outlet },
    ({ workspace, params }) => lookAgain(workspace, params.id),
  ),
  route(
    'POST',
    '/outlets/{id}/rules',
    { does: 'fetches the outlet’s rules anew', params: outlet, answers: shape.Outlet },
    async ({ workspace, params }) => outletView(await refreshOutlet(workspace, params.id)),
  ),
];

export const STOCKROOM_ROUTES = [...goods, ...patterns, ...houses];
