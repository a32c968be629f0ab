import { ROOT } from '../bin/stack';
import { tryApi } from '../trial/api';
import { bombs } from '../trial/bombs';
import { tryFiles } from '../trial/files';
import type { House } from '../trial/house';
import { figure } from './figure';
import { onStack } from './stack';

const HOSTILE = 40;

/** A house among strangers: forty files made to do harm with a good one behind them, and nonsense through every operation. */
export const strength = (): Promise<void> =>
  onStack(async (stack) => {
    const house: House = { base: stack.base, token: stack.token, pid: stack.pid };
    const hostile = new Set((await bombs()).slice(0, HOSTILE).map(([name]) => name));
    const files = await tryFiles(house, {
      root: ROOT,
      seed: 1,
      damages: 0,
      bombs: (n) => hostile.has(n),
      names: false,
      mostMegabytes: Infinity,
    });
    const stuck = files.failed.filter((f) => f.includes('stuck')).length;
    figure('strength.hostile_files_stuck', stuck, 'files', `of ${files.tried} made to do harm; aim 0`);
    figure('strength.good_among_hostile_seconds', files.good_seconds!, 's', `a good file behind ${files.tried} of them; aim 20`);
    figure('strength.worst_worker_mb', files.worst_mb!, 'MB', 'the largest process of the worker meanwhile; aim 1500');
    const api = await tryApi(house, { seed: 1, rounds: 6, mostMegabytes: Infinity });
    const errors = api.failed.filter((f) => /: (5\d\d|no answer)/.test(f)).length;
    figure('strength.api_server_errors', errors, 'answers', `of ${api.tried} to nonsense through every operation; aim 0`);
  });
