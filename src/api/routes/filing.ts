import { Type } from '@sinclair/typebox';
import { drawers, makeDrawer, moveDrawer, removeDrawer } from '@/services/artwork/drawers';
import { artworkSettings, previewPattern, setArtworkSettings } from '@/services/artwork/settings';
import { route } from '../route';
import * as shape from '../shapes/artwork';
import { Exactly, IdOf, Ids, Items } from '../shapes/parts';

const path = Type.String({ maxLength: 1000 });

/** How artwork is kept in order: drawers, file-name patterns, keys of marks. */
export const FILING_ROUTES = [
  route(
    'GET',
    '/artworks/settings',
    { does: 'the file-name pattern and the keys of marks', answers: shape.ArtworkSettings },
    ({ workspace }) => artworkSettings(workspace),
  ),
  route(
    'PATCH',
    '/artworks/settings',
    { does: 'changes them', body: shape.SettingsChange, answers: shape.ArtworkSettings },
    ({ workspace, body }) => setArtworkSettings(workspace, body),
  ),
  route(
    'POST',
    '/artworks/file-names',
    {
      does: 'how a pattern reads file names; nothing is written',
      body: Exactly({ pattern: Type.String({ maxLength: 300 }), ids: Ids }),
      answers: shape.FileNamesRead,
    },
    ({ workspace, body }) => previewPattern(workspace, body.pattern, body.ids),
  ),
  route(
    'GET',
    '/drawers',
    { does: 'drawers, nested by their paths, with how many artworks each holds', answers: Items(shape.Drawer) },
    async ({ workspace }) => ({ items: await drawers(workspace) }),
  ),
  route(
    'POST',
    '/drawers',
    { does: 'makes a drawer', status: 201, body: Exactly({ path }), answers: shape.DrawerPlace },
    ({ workspace, body }) => makeDrawer(workspace, body.path),
  ),
  route(
    'PATCH',
    '/drawers/{id}',
    {
      does: 'renames or moves it with all inside',
      params: { id: IdOf('drawer') },
      body: Exactly({ path }),
      answers: shape.DrawerPlace,
    },
    ({ workspace, params, body }) => moveDrawer(workspace, params.id, body.path),
  ),
  route(
    'DELETE',
    '/drawers/{id}',
    { does: 'takes it away; artworks in it are in no drawer then', params: { id: IdOf('drawer') } },
    ({ workspace, params }) => removeDrawer(workspace, params.id),
  ),
];
