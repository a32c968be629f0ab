import { checksSeen, houseWords, keepHouseWords, leaveFound } from '@/services/words/checks';
import { beginLook, stopLook } from '@/services/words/looking';
import { route } from '../route';
import * as shape from '../shapes/checks';

export const CHECKS_ROUTES = [
  route(
    'GET',
    '/words/checks',
    { does: 'what was found in the words of all proofs, by check, with what mends it', answers: shape.ChecksSeen },
    ({ workspace }) => checksSeen(workspace),
  ),
  route(
    'POST',
    '/words/checks',
    { does: 'has the words that changed looked over by the worker, or goes on with it', answers: shape.LookBegun },
    async ({ workspace }) => ({ waiting: await beginLook(workspace) }),
  ),
  route('DELETE', '/words/checks', { does: 'stops looking words over; what was found stays' }, ({ workspace }) =>
    stopLook(workspace),
  ),
  route(
    'POST',
    '/words/checks/left',
    { does: 'leaves something that was found as it is, in every listing', body: shape.LeaveBody, answers: shape.HouseWordsSeen },
    ({ workspace, body }) => leaveFound(workspace, body.check, body.what),
  ),
  route(
    'GET',
    '/words/lists',
    {
      does: 'the lists that words are held against: spelt right, barred, trademarks, left as they are',
      answers: shape.HouseWordsSeen,
    },
    ({ workspace }) => houseWords(workspace),
  ),
  route(
    'PUT',
    '/words/lists',
    { does: 'keeps the lists, where nobody changed them meanwhile', body: shape.HouseWordsBody, answers: shape.HouseWordsSeen },
    ({ workspace, body }) => keepHouseWords(workspace, body.seen, body.document),
  ),
];
