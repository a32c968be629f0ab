import { setTimeout as sleep } from 'node:timers/promises';
import { ERRORS, MemoryLocker, type Lock, type Locker, type RequestRelease } from '@tus/server';
import { tryLock, unlock } from '../../data/locks';

const AGAIN_MS = 120;
/** So long a request waits for one that still has the upload in another process: that ends when its connection is found dead. */
const PATIENCE_MS = 20_000;

/**
 * One request an upload at a time, whichever process of the house it comes to: within this one as the protocol's library does it, where
 * a new request asks the old one to let go; between processes by the database.
 */
export class UploadLocker implements Locker {
  private here = new MemoryLocker();
  newLock(id: string): Lock {
    return new UploadLock(`upload ${id}`, this.here.newLock(id));
  }
}

class UploadLock implements Lock {
  constructor(
    private readonly name: string,
    private readonly here: Lock,
  ) {}
  async lock(stop: AbortSignal, letGo: RequestRelease): Promise<void> {
    await this.here.lock(stop, letGo);
    try {
      const until = Date.now() + PATIENCE_MS;
      while (!(await tryLock(this.name))) {
        if (stop.aborted || Date.now() > until)
          throw Object.assign(new Error(ERRORS.ERR_LOCK_TIMEOUT.body), ERRORS.ERR_LOCK_TIMEOUT);
        await sleep(AGAIN_MS);
      }
    } catch (error) {
      await this.here.unlock();
      throw error;
    }
  }
  async unlock(): Promise<void> {
    await unlock(this.name).finally(() => this.here.unlock());
  }
}
