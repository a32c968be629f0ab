import { setTimeout as sleep } from 'node:timers/promises';
import { inWorkspace } from '../../data/database';
import { tryLock, unlock } from '../../data/locks';
import { keepRenewed, outletById, type OutletRow } from '../../data/outlets/outlets';
import { seal, unseal } from '../../files/seal';
import * as files from '../../files/store';
import { OutletAnswer, type Session } from '../../outlets/contract';
import { Trouble } from '../trouble';

/** A picture that is to be sent is not in the store any more: it can be made again. */
export class PictureGone extends Error {}

/** Opens a session at an outlet with its stored secret. Throws a Trouble when it was never connected. */
export function sessionFor(workspace: string, outlet: OutletRow): Session {
  if (!outlet.sealedSecret) throw new Trouble('conflict', `${outlet.name} is not connected. Connect it in the stockroom.`);
  const session: Session = {
    name: outlet.name,
    baseUrl: outlet.baseUrl,
    secret: unseal(outlet.sealedSecret),
    renew: (renewed) => renewSecret(workspace, outlet, session, renewed),
    readFile: (file) =>
      files.read('derived', file).catch((error: unknown) => {
        throw error instanceof files.NotStored ? new PictureGone(file) : error;
      }),
  };
  return session;
}

const storedSecret = async (workspace: string, { id }: OutletRow): Promise<string | null> =>
  (await inWorkspace(workspace, (tx) => outletById(tx, id)))?.sealedSecret ?? null;

/** How long one waits while somebody else renews the secret: longer than a request to an outlet may take. */
const RENEWAL_MS = 30_000;

/**
 * Has a session's secret renewed, by one caller at a time over all processes. What is stored counts: where that is not what the session
 * began with, somebody else was here before, and theirs is taken.
 */
async function renewSecret(
  workspace: string,
  outlet: OutletRow,
  session: Session,
  renewed: Parameters<Session['renew']>[0],
): Promise<void> {
  const lock = `renew ${workspace} ${outlet.id}`;
  for (const end = Date.now() + RENEWAL_MS; !(await tryLock(lock)); await sleep(50))
    if (Date.now() > end) throw new OutletAnswer('unclear', { code: 'no-answer', values: { outlet: outlet.name } });
  try {
    const stored = await storedSecret(workspace, outlet);
    if (!stored) throw new OutletAnswer('sign-in', { code: 'sign-in-over', values: { outlet: outlet.name } });
    const now = unseal<Session['secret']>(stored);
    if (JSON.stringify(now) === JSON.stringify(session.secret)) {
      const secret = await renewed(now);
      const kept = await inWorkspace(workspace, (tx) => keepRenewed(tx, outlet.id, stored, seal(secret)));
      // connected anew meanwhile: that secret is the newer one
      session.secret = kept ? secret : unseal((await storedSecret(workspace, outlet))!);
    } else session.secret = now;
  } finally {
    await unlock(lock);
  }
}

/** A session with a secret that is only tried, not kept. */
export const sessionWith = (outlet: OutletRow, secret: Record<string, string>): Session => ({
  name: outlet.name,
  baseUrl: outlet.baseUrl,
  secret,
  renew: () => Promise.reject(new Error('a secret that is only tried is not renewed')),
  readFile: () => Promise.reject(new Error('not now')),
});
