import { body, route, uuid } from '@/app/_http/route';
import { passProofs, pauseRun, resumeRun, sendRun, stopRun } from '@/services/runs';
import { Trouble } from '@/services/trouble';

/** pass | send {"as": "draft" | "live"} | retry {"as"} | pause | resume | stop */
export const POST = route(async (caller, request, { id, action }) => {
  const run = uuid(id, 'run');
  const { workspace } = caller;
  if (action === 'pass') return passProofs(workspace, { run });
  if (action === 'send' || action === 'retry') {
    const { as } = await body<{ as: string }>(request);
    if (as !== 'draft' && as !== 'live')
      throw new Trouble('not-valid', 'Say how to send: {"as": "draft"} or {"as": "live"}.', 'as');
    return sendRun(workspace, run, as === 'live', action === 'retry');
  }
  if (action === 'pause') return pauseRun(workspace, run);
  if (action === 'resume') return resumeRun(workspace, run);
  if (action === 'stop') return stopRun(workspace, run);
  throw new Trouble('not-found', `A run cannot be told to ${action}.`);
});
