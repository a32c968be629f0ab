/** Locks that another process of the house may hold. */
const house = { held: new Set<string>(), tries: 0 };
jest.mock('../../data/locks', () => ({
  tryLock: (name: string) => {
    house.tries++;
    return Promise.resolve(!house.held.has(name) && Boolean(house.held.add(name)));
  },
  unlock: (name: string) => Promise.resolve(void house.held.delete(name)),
}));
import { UploadLocker } from './upload-locks';

const nobody = () => undefined;
const never = new AbortController().signal;
beforeEach(() => house.held.clear());

test('one request at a time has an upload, and another upload waits for none', async () => {
  const locker = new UploadLocker();
  const first = locker.newLock('a');
  const asked: string[] = [];
  await first.lock(never, () => void asked.push('let go'));
  await locker.newLock('b').lock(never, nobody);
  const second = locker.newLock('a');
  const waiting = second.lock(never, nobody).then(() => asked.push('second has it'));
  await new Promise((resolve) => setTimeout(resolve, 20));
  // whoever has it is asked to let go, as the protocol's library does
  expect(asked).toContain('let go');
  expect(asked).not.toContain('second has it');
  await first.unlock();
  await waiting;
  expect([...house.held].sort()).toEqual(['upload a', 'upload b']);
  await second.unlock();
  expect([...house.held]).toEqual(['upload b']);
});

test('what another process has is waited for, and given up when the client is gone', async () => {
  house.held.add('upload a');
  const locker = new UploadLocker();
  const lock = locker.newLock('a');
  const waiting = lock.lock(never, nobody);
  setTimeout(() => house.held.delete('upload a'), 150);
  await waiting;
  await lock.unlock();

  house.held.add('upload a');
  const gone = new AbortController();
  const refused = locker.newLock('a').lock(gone.signal, nobody);
  gone.abort();
  await expect(refused).rejects.toMatchObject({ status_code: 500 });
  house.held.delete('upload a');
  // and it is free here for the next
  await locker.newLock('a').lock(never, nobody);
});
