import { layOut, onBench } from '@/services/bench/bench';
import { chooseByHand } from '@/services/bench/choosing-by-hand';
import { fillWith, giveBack, giveTo, giveToDocket, keepOwn } from '@/services/bench/giving';
import { fitFile } from '@/services/bench/fitting';
import { waive } from '@/services/bench/waiving';
import { route } from '../route';
import * as shape from '../shapes/bench';
import { IdOf } from '../shapes/parts';
import { benchView, placedView } from '../views/bench';

const params = { id: IdOf('docket') };

/** Where artworks sit on print areas otherwise than their docket says. */
export const BENCH_ROUTES = [
  route(
    'GET',
    '/dockets/{id}/bench',
    {
      params,
      does: 'a print area of a docket, and the artworks of a search in the order in which they are to be looked at there',
      query: shape.BenchQuery,
      answers: shape.Bench,
    },
    async ({ workspace, params: { id }, query: { line, area, ...search } }) =>
      benchView(await layOut(workspace, { docket: id, line, area }, search)),
  ),
  route(
    'POST',
    '/dockets/{id}/placed',
    {
      does: 'how artworks sit on a print area of a docket, and what is wrong with it',
      params,
      body: shape.PlacedAsked,
      answers: shape.PlacedItems,
    },
    async ({ workspace, params: { id }, body: { line, area, artworks } }) => ({
      items: (await onBench(workspace, { docket: id, line, area }, artworks)).map(placedView(workspace)),
    }),
  ),
  route(
    'PUT',
    '/dockets/{id}/placements',
    {
      does: 'keeps a placement on a print area for one artwork, as its own; what the docket says itself gives it back',
      params,
      body: shape.OwnBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, artwork, placement } }) =>
      keepOwn(workspace, { docket: id, line, area }, artwork, placement),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/give',
    {
      does: 'gives the way an artwork sits to others, as large to the eye and in the same place by the motif; or only its copies',
      params,
      body: shape.GiveBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, from, to, what = 'all' } }) =>
      giveTo(workspace, { docket: id, line, area }, { from, to, what }),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/give-back',
    { does: 'gives artworks back to their docket', params, body: shape.GiveBackBody, answers: shape.Given },
    ({ workspace, params: { id }, body: { line, area, artworks } }) => giveBack(workspace, { docket: id, line, area }, artworks),
  ),
  route(
    'PUT',
    '/dockets/{id}/choices',
    {
      does: 'chooses colours or finishes of a goods line for artworks by hand, however they read on them',
      params,
      body: shape.ChooseBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, ...choice } }) => chooseByHand(workspace, { docket: id, line }, choice),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/fitting',
    {
      does: 'uses a file that was made for the print area there instead of an artwork, where it has the area’s shape and is fine enough',
      params,
      body: shape.FittingBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, artwork, file } }) =>
      fitFile(workspace, { docket: id, line, area }, artwork, file),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/fill',
    {
      does: 'lets artworks cover their area, or be repeated over it, as their own placements',
      params,
      body: shape.FillBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, ...o } }) => fillWith(workspace, { docket: id, line, area }, o),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/waive',
    {
      does: 'waives what is wrong with how artworks sit on a print area, with a reason: they are offered all the same',
      params,
      body: shape.WaiveBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, ...o } }) => waive(workspace, { docket: id, line, area }, o),
  ),
  route(
    'POST',
    '/dockets/{id}/placements/standard',
    {
      does: 'makes the way an artwork sits the docket’s own, for all artworks that have none of their own',
      params,
      body: shape.StandardBody,
      answers: shape.Given,
    },
    ({ workspace, params: { id }, body: { line, area, from } }) => giveToDocket(workspace, { docket: id, line, area }, from),
  ),
];
