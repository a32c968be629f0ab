import { Type } from '@sinclair/typebox';
import { frameWindow, shownBySearch, stripWindow } from '@/services/line/contact';
import { flagPictures, lookAt, mendPictures, putPicture } from '@/services/line/mending';
import { nudgePictures } from '@/services/line/nudging';
import { choicesFor } from '@/services/line/scene-previews';
import { route } from '../route';
import { IdsBody } from '../shapes/artwork';
import { ProofSearch } from '../shapes/line';
import { Exactly, IdOf, Items, Uuid } from '../shapes/parts';
import * as shape from '../shapes/pictures';
import { frameView, previewView } from '../views';

const WINDOW = {
  from: Type.Optional(Type.Integer({ minimum: 0, default: 0 })),
  count: Type.Optional(Type.Integer({ minimum: 0, maximum: 200, default: 60 })),
};

/** The contact sheet: pictures of proofs side by side, and what is done to them there. */
export const PICTURE_ROUTES = [
  route(
    'GET',
    '/pictures/strips',
    {
      does: 'a window of a search among proofs, each with all its pictures',
      query: { ...ProofSearch, ...WINDOW },
      answers: shape.StripWindow,
    },
    async ({ workspace, query: { from = 0, count = 60, ...search } }) => {
      const { rows, ...told } = await stripWindow(workspace, search, from, count);
      return { ...told, rows: rows.map(({ frames, ...p }) => ({ ...p, frames: frames.map((f) => frameView(workspace, f)) })) };
    },
  ),
  route(
    'GET',
    '/pictures/shown',
    {
      does: 'what the pictures of a search show, how often, and how often something is wrong',
      query: ProofSearch,
      answers: Items(shape.ShownCount),
    },
    async ({ workspace, query }) => ({ items: await shownBySearch(workspace, query) }),
  ),
  route(
    'GET',
    '/pictures/frames',
    {
      does: 'a window of the pictures of a search that show one thing',
      query: { ...ProofSearch, ...WINDOW, kind: Type.Optional(shape.Shown.kind), scene: Type.Optional(shape.Shown.scene) },
      answers: shape.FrameWindow,
    },
    async ({ workspace, query: { from = 0, count = 60, kind = 'scene', scene = '', ...search } }) => ({
      rows: (await frameWindow(workspace, search, { kind, scene }, from, count)).map((f) => {
        const { id, proof, artworkId, artwork, docketId, docket, outlet, state, own, ...frame } = f;
        return { id, proof, artworkId, artwork, docketId, docket, outlet, state, own, ...frameView(workspace, frame) };
      }),
    }),
  ),
  route(
    'POST',
    '/pictures/mend',
    {
      does: 'changes what pictures show, or where they stand, and has just those made again',
      body: shape.MendBody,
      answers: shape.MendedView,
    },
    ({ workspace, body: { mend, preview, ...meant } }) =>
      mend.kind === 'sits' ? nudgePictures(workspace, meant, mend, preview) : mendPictures(workspace, meant, mend, preview),
  ),
  route(
    'POST',
    '/pictures/put',
    { does: 'puts a picture on other proofs, in some place', body: shape.PutBody, answers: shape.MendedView },
    ({ workspace, body: { preview, ...asked } }) => putPicture(workspace, asked, preview),
  ),
  route(
    'POST',
    '/pictures/flag',
    { does: 'says what is wrong with pictures', body: shape.FlagBody, answers: shape.Flagged },
    async ({ workspace, body }) => ({ flagged: await flagPictures(workspace, body.pictures, body.wrong) }),
  ),
  route(
    'POST',
    '/pictures/first',
    {
      does: 'has what is being drafted of these proofs done before other things: somebody looks at it',
      body: IdsBody,
      answers: Exactly({}),
    },
    async ({ workspace, body }) => {
      await lookAt(workspace, body.ids);
      return {};
    },
  ),
  route(
    'GET',
    '/proofs/{id}/pictures/{at}',
    {
      does: 'what a picture of a proof could show instead: scenes as they would be, and colours',
      params: { id: IdOf('proof'), at: Type.Integer({ minimum: 0, maximum: 200, title: 'picture' }) },
      query: {
        colour: Type.Optional(Type.String({ maxLength: 60, description: 'a colour of the blank by name, or any as #rrggbb' })),
        artwork: Type.Optional(Uuid),
      },
      answers: shape.PictureChoices,
    },
    async ({ workspace, params, query: { colour, artwork } }) => {
      const named = colour?.startsWith('#') ? colour : colour ? { named: colour } : undefined;
      const { pictures, ...told } = await choicesFor(workspace, params.id, params.at, { colour: named, artwork });
      return { ...told, pictures: pictures.flatMap((p) => previewView(workspace, p)) };
    },
  ),
];
