import { Type } from '@sinclair/typebox';
import { printArchive, printFile } from '@/services/prints/archive';
import { printsOf, type PrintFileNow } from '@/services/prints/printing';
import {
  askForPrints,
  forgetPrints,
  goOnWithPrints,
  listPrintSets,
  printSet,
  stopPrints,
  type PrintSet,
} from '@/services/prints/sets';
import { attached } from '../attached';
import { route, stream } from '../route';
import * as shape from '../shapes/prints';
import { Exactly, IdOf, Items } from '../shapes/parts';

const setId = { id: IdOf('set of print files') };
const OF = [
  ['proofs', 'proof', 'a proof prints'],
  ['listings', 'listing', 'a listing was sent to print: the same years later'],
] as const;

const fileView = ({ line: _, noun, ground: _g, paper, photographic: _p, twin: _t, layers: _l, madePdf, ...f }: PrintFileNow) => ({
  ...f,
  product: noun,
  pdf: paper ? { made: madePdf } : null,
});
const setView = ({ files: _, pattern: _p, ...s }: PrintSet) => s;

export const PRINT_ROUTES = [
  ...OF.flatMap(([kind, word, does]) => [
    route(
      'GET',
      `/${kind}/{id}/prints`,
      { does: `the print files that ${does}`, params: { id: IdOf(word) }, answers: Items(shape.PrintFile) },
      async ({ workspace, params }) => ({ items: (await printsOf(workspace, kind, params.id)).map(fileView) }),
    ),
    stream(
      'GET',
      `/${kind}/{id}/prints/{file}`,
      {
        does: `one print file of a ${word}, once it is made: as PNG, or as PDF where it is for paper`,
        params: { id: IdOf(word), file: Type.String({ maxLength: 80, title: 'print file' }) },
        query: { pdf: Type.Optional(Type.Boolean()) },
        gives: 'image/png',
      },
      async ({ workspace, params, query: { pdf = false } }) => {
        const found = await printFile(workspace, kind, params.id, params.file, pdf);
        return attached(found, found.fileName.endsWith('.pdf') ? 'application/pdf' : 'image/png');
      },
    ),
  ]),
  route(
    'GET',
    '/print-sets',
    { does: 'print files that were asked for lately, newest first; kept for a week', answers: Items(shape.PrintSet) },
    async ({ workspace }) => ({ items: (await listPrintSets(workspace, 20)).map(setView) }),
  ),
  route(
    'POST',
    '/print-sets',
    {
      does: 'asks for the print files of proofs or listings: they are made by the worker, those that are there already are not made again',
      status: 201,
      body: shape.PrintsAsked,
      answers: shape.PrintSet,
    },
    async ({ workspace, body }) => setView(await askForPrints(workspace, body)),
  ),
  route(
    'GET',
    '/print-sets/{id}',
    { does: 'how far print files are', params: setId, answers: shape.PrintSet },
    async ({ workspace, params }) => setView(await printSet(workspace, params.id)),
  ),
  route(
    'POST',
    '/print-sets/{id}/stop',
    { does: 'stops; what is made can be taken away', params: setId, answers: shape.PrintSet },
    async ({ workspace, params }) => setView(await stopPrints(workspace, params.id)),
  ),
  route(
    'POST',
    '/print-sets/{id}/go-on',
    { does: 'goes on with what is not made, also with what failed', params: setId, answers: shape.PrintSet },
    async ({ workspace, params }) => setView(await goOnWithPrints(workspace, params.id)),
  ),
  route(
    'DELETE',
    '/print-sets/{id}',
    { does: 'takes a set off the list', params: setId, answers: Exactly({}) },
    async ({ workspace, params }) => {
      await forgetPrints(workspace, params.id);
      return {};
    },
  ),
  stream(
    'GET',
    '/print-sets/{id}/archive',
    { does: 'what is made of it, as one ZIP with a table of what the files are', params: setId, gives: 'application/zip' },
    async ({ workspace, params }) => attached(await printArchive(workspace, params.id), 'application/zip'),
  ),
];
