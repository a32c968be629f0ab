import { correct, correction, steer, tryCorrection, writeCells, type Asked } from '@/services/words/correcting';
import { galleyWindow } from '@/services/words/galley';
import { route } from '../route';
import * as shape from '../shapes/galley';
import { IdOf } from '../shapes/parts';

const askedOf = (body: shape.CorrectionAsked): Asked => ({
  meant: 'ids' in body ? { ids: body.ids } : { search: body.search },
  steps: body.steps,
  language: body.language ?? null,
  except: body.except ?? [],
});
const id = { id: IdOf('correction') };

export const GALLEY_ROUTES = [
  route(
    'POST',
    '/proofs/words/rows',
    {
      does: 'a window of proofs with their words in one language, and with what steps of a correction would make of them',
      body: shape.GalleyAsked,
      answers: shape.GalleyWindow,
    },
    ({ workspace, body: { search, language = null, fields, steps = [], from, count } }) =>
      galleyWindow(workspace, search, { language, fields, steps, from, count }),
  ),
  route(
    'POST',
    '/proofs/words/cells',
    {
      does: 'writes into fields of proofs, as one step; what was changed since it was looked at stays',
      body: shape.CellsBody,
      answers: shape.CorrectionDone,
    },
    ({ workspace, body: { language = null, cells } }) => writeCells(workspace, language, cells),
  ),
  route(
    'POST',
    '/corrections/try',
    {
      does: 'counts what a correction would do to proofs, and what it would break; nothing is changed',
      body: shape.CorrectionBody,
      answers: shape.CorrectionSeen,
    },
    ({ workspace, body }) => tryCorrection(workspace, askedOf(body)),
  ),
  route(
    'POST',
    '/corrections',
    {
      does: 'corrects the words of proofs as one step: a few at once, many by the worker, with progress',
      body: shape.CorrectionBody,
      answers: shape.CorrectionDone,
    },
    ({ workspace, body }) => correct(workspace, askedOf(body)),
  ),
  route(
    'GET',
    '/corrections/{id}',
    { does: 'how far a correction is', params: id, answers: shape.CorrectionNow },
    ({ workspace, params }) => correction(workspace, params.id),
  ),
  route(
    'POST',
    '/corrections/{id}/steer',
    {
      does: 'stops a correction where it is, or has it go on',
      params: id,
      body: shape.SteerBody,
      answers: shape.CorrectionCount,
    },
    ({ workspace, params, body }) => steer(workspace, params.id, body.stopped),
  ),
];
