import { inWorkspace } from '../../data/database';
import { keepSecret, type OutletRow } from '../../data/outlets/outlets';
import { seal, unseal } from '../../files/seal';
import * as files from '../../files/store';
import type { Session } from '../../outlets/contract';
import { Trouble } from '../trouble';

/** A picture that is to be sent is not in the store any more: it can be made again. */
export class PictureGone extends Error {}

/** Opens a session at an outlet with its stored secret. Throws a Trouble when it was never connected. */
export function sessionFor(workspace: string, outlet: OutletRow): Session {
  if (!outlet.sealedSecret) throw new Trouble('conflict', `${outlet.name} is not connected. Connect it in the stockroom.`);
  return {
    name: outlet.name,
    baseUrl: outlet.baseUrl,
    secret: unseal(outlet.sealedSecret),
    keep: (secret) => inWorkspace(workspace, (tx) => keepSecret(tx, outlet.id, seal(secret))),
    readFile: (file) =>
      files.read('derived', file).catch((error: unknown) => {
        throw error instanceof files.NotStored ? new PictureGone(file) : error;
      }),
  };
}

/** A session with a secret that is only tried, not kept. */
export const sessionWith = (outlet: OutletRow, secret: Record<string, string>): Session => ({
  name: outlet.name,
  baseUrl: outlet.baseUrl,
  secret,
  keep: () => Promise.resolve(),
  readFile: () => Promise.reject(new Error('not now')),
});
