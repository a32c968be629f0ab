import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { tryDocket } from '@/services/line/proofs';
import { lookAgain } from '@/services/outlets/looking';
import { beginConsent, connectWithKey, outlets, refreshRules } from '@/services/outlets/outlets';
import { sceneById, scenes, scenesFolder } from '@/services/stockroom/scenes';
import { refreshHouses } from '@/services/stockroom/setup';
import { blanks, checkDocket, docket, dockets, saveDocket } from '@/services/stockroom/stockroom';
import { Trouble } from '@/services/trouble';
import { Type } from '@sinclair/typebox';
import { route, stream } from '../route';
import { Exactly, IdOf, Items, NameOf } from '../shapes/parts';
import * as shape from '../shapes/stockroom';
import { outletView } from '../views';

const SCENE_PARTS: Record<string, string> = {
  'plate-800.jpg': 'image/jpeg',
  'map-800.webp': 'image/webp',
  'gloss-800.jpg': 'image/jpeg',
};
const id = IdOf('docket');
const outlet = { id: NameOf('outlet') };

const goods = [
  route('GET', '/blanks', { does: 'blanks of the print houses', answers: Items(shape.Blank) }, async ({ workspace }) => ({
    items: await blanks(workspace),
  })),
  route(
    'POST',
    '/blanks/refresh',
    { does: 'fetches the print houses’ catalogues', answers: Items(shape.Blank) },
    async ({ workspace }) => ({ items: await refreshHouses(workspace) }),
  ),
  route('GET', '/scenes', { does: 'scenes that ship', answers: Items(shape.Scene) }, () => ({ items: scenes() })),
  stream(
    'GET',
    '/scenes/{id}/{file}',
    {
      does: 'a part of a scene at preview size',
      params: { id: NameOf('scene'), file: Type.String({ maxLength: 64, title: 'part of a scene' }) },
      gives: 'image/*',
    },
    ({ params: { id: scene, file } }) => {
      const type = SCENE_PARTS[file];
      if (!type || !sceneById(scene)) throw new Trouble('not-found', 'There is no such part of a scene.');
      const bytes = Readable.toWeb(createReadStream(join(scenesFolder(), scene, file))) as unknown as ReadableStream;
      return new Response(bytes, { headers: { 'content-type': type, 'cache-control': 'private, max-age=86400' } });
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
    ({ workspace, body }) => saveDocket(workspace, { ...body, id: null }),
  ),
  route('GET', '/dockets/{id}', { does: 'one docket', params: { id }, answers: shape.Docket }, ({ workspace, params }) =>
    docket(workspace, params.id),
  ),
  route(
    'PUT',
    '/dockets/{id}',
    { does: 'saves a docket', params: { id }, body: shape.DocketBody, answers: shape.Docket },
    ({ workspace, params, body }) => saveDocket(workspace, { ...body, id: params.id }),
  ),
  route(
    'POST',
    '/dockets/try',
    { does: 'what a docket would make of an artwork at an outlet; nothing is saved', body: shape.TryBody, answers: shape.Tried },
    async ({ workspace, body }) =>
      tryDocket(workspace, await checkDocket(workspace, body.blankId, body.spec), body.blankId, body.artwork, body.outlet),
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
    async ({ workspace, params }) => outletView(await refreshRules(workspace, params.id)),
  ),
];

export const STOCKROOM_ROUTES = [...goods, ...patterns, ...houses];
