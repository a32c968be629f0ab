import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import type { Readable } from 'node:stream';

/** The intake fails as often as a test says, then takes what it is given. */
const intake = { fails: 0, took: [] as string[] };
jest.mock('./intake', () => ({
  takeIn: async (_workspace: string, fileName: string, source: Readable) => {
    const content = await text(source);
    if (intake.fails-- > 0) throw new Error('the database is away');
    intake.took.push(content);
    return { fileName, outcome: 'taken', id: 'a1' };
  },
}));
/** The database's locks, as long as there is one process. */
jest.mock('../../data/locks', () => {
  const held = new Set<string>();
  return {
    tryLock: (name: string) => Promise.resolve(!held.has(name) && Boolean(held.add(name))),
    unlock: (name: string) => Promise.resolve(void held.delete(name)),
  };
});
const folder = mkdtempSync(join(tmpdir(), 'press-uploads-'));
process.env.FILES_DIR = folder;
import { answerUpload } from './uploads';

const workspace = randomUUID();
const BASE = 'http://127.0.0.1/api/v1/uploads';
const ask = (method: string, id?: string, headers: Record<string, string> = {}, body?: string) =>
  answerUpload(workspace, new Request(id ? `${BASE}/${id}` : BASE, { method, headers: { 'tus-resumable': '1.0.0', ...headers }, body }), id); // prettier-ignore

async function announced(length: number): Promise<string> {
  const answer = await ask('POST', undefined, {
    'upload-length': String(length),
    'upload-metadata': `filename ${Buffer.from('shell.png').toString('base64')}`,
  });
  return answer.headers.get('location')!.split('/').at(-1)!;
}
const send = (id: string, body: string) =>
  ask('PATCH', id, { 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' }, body);

beforeEach(() => Object.assign(intake, { fails: 0, took: [] }));

test('intake that fails after the last piece: the upload is not done until the file has been taken in', async () => {
  const id = await announced(5);
  intake.fails = 2;
  expect((await send(id, 'shell')).status).toBe(500);
  // the client asks how far it has come: still trouble, and never "all of it is there"
  await expect(ask('HEAD', id)).rejects.toThrow('the database is away');
  expect(intake.took).toEqual([]);
  const head = await ask('HEAD', id);
  expect([head.status, head.headers.get('upload-offset')]).toEqual([200, '5']);
  expect(JSON.parse(decodeURIComponent(head.headers.get('press-outcome')!))).toMatchObject({ outcome: 'taken', id: 'a1' });
  expect(intake.took).toEqual(['shell']);
});

test('an answer that was lost is told again, and the file is taken in once', async () => {
  const id = await announced(4);
  expect(await (await send(id, 'kelp')).json()).toMatchObject({ outcome: 'taken' });
  for (let i = 0; i < 2; i++) expect((await ask('HEAD', id)).headers.get('press-outcome')).toContain('taken');
  expect(intake.took).toEqual(['kelp']);
  expect(readdirSync(join(folder, 'uploads')).filter((f) => f === id)).toEqual([]);
});

test('two questions at the same moment take a file in once', async () => {
  const id = await announced(4);
  intake.fails = 1;
  await send(id, 'tide');
  await Promise.all([ask('HEAD', id), ask('HEAD', id), ask('HEAD', id)]);
  expect(intake.took).toEqual(['tide']);
});

test('an upload that is not whole goes on where it was', async () => {
  const id = await announced(10);
  expect((await send(id, 'half')).status).toBe(204);
  const head = await ask('HEAD', id);
  expect([head.headers.get('upload-offset'), head.headers.get('press-outcome')]).toEqual(['4', null]);
  expect(intake.took).toEqual([]);
});

test('another workspace’s upload is not there', async () => {
  const id = await announced(10);
  await expect(answerUpload(randomUUID(), new Request(`${BASE}/${id}`, { method: 'HEAD' }), id)).rejects.toThrow(
    'no such upload',
  );
});

describe('what the protocol refuses is told as all errors are (RFC 9457), with the status its clients go by', () => {
  const problem = async (answer: Response) => {
    expect(answer.headers.get('content-type')).toBe('application/problem+json');
    const { status, detail } = (await answer.json()) as { status: number; detail: string };
    expect(status).toBe(answer.status);
    expect(detail).toMatch(/^\S.*\.$/);
    return status;
  };
  test('a part at another place than where it has come', async () => {
    const id = await announced(10);
    const headers = { 'upload-offset': '7', 'content-type': 'application/offset+octet-stream' };
    expect(await problem(await ask('PATCH', id, headers, 'kelp'))).toBe(409);
  });
  test('a part of another kind of content, an announcement without a length, another version', async () => {
    const id = await announced(10);
    expect(await problem(await ask('PATCH', id, { 'upload-offset': '0', 'content-type': 'text/plain' }, 'kelp'))).toBe(400);
    expect(await problem(await ask('POST', undefined, {}))).toBe(400);
    expect(await problem(await ask('POST', undefined, { 'upload-length': '4', 'tus-resumable': '0.1.0' }))).toBe(400);
  });
  test('with too little room nothing is begun', async () => {
    process.env.PRESS_RESERVE_MB = String(2 ** 40);
    await expect(announced(10)).rejects.toMatchObject({
      code: 'no-room',
      sentence: expect.stringContaining('the disk has less than') as string,
    });
    delete process.env.PRESS_RESERVE_MB;
  });
});
