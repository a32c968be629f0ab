import { spawn, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { until } from './press';

/** `./start` as a person would run it, on a port and a data folder of its own. */
export class Started {
  said = '';
  constructor(
    readonly child: ChildProcess,
    readonly port: number,
  ) {
    for (const stream of [child.stdout!, child.stderr!]) stream.on('data', (d: Buffer) => (this.said += d.toString()));
  }
  ended(): Promise<number | null> {
    return this.child.exitCode !== null
      ? Promise.resolve(this.child.exitCode)
      : new Promise((resolve) => this.child.once('exit', (code) => resolve(code)));
  }
  up(): Promise<string> {
    return until(
      () => Promise.resolve(this.said),
      (said) => said.includes('Up after') || this.child.exitCode !== null,
      'start',
      60,
    );
  }
  /** What whoever makes the owner's account must know. */
  get code(): string {
    return /Code {6}(\S+)/.exec(this.said)?.[1] ?? '';
  }
  async stop(): Promise<void> {
    this.child.kill('SIGINT');
    await this.ended();
  }
  /** What it said once it has ended by itself. */
  async end(): Promise<string> {
    await this.ended();
    return this.said;
  }
  call(method: string, at: string, body?: object, cookie = ''): Promise<Response> {
    return fetch(`http://127.0.0.1:${this.port}${at}`, {
      method,
      redirect: 'manual',
      headers: { cookie, ...(body && { 'content-type': 'application/json' }) },
      ...(body && { body: JSON.stringify(body) }),
    });
  }
}

export async function freePort(): Promise<number> {
  const server = net.createServer().listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const { port } = server.address() as net.AddressInfo;
  await new Promise((resolve) => server.close(resolve));
  return port;
}
export async function start(folder: string, port?: number, more: string[] = []): Promise<Started> {
  const at = port ?? (await freePort());
  return run(['--empty', '--port', String(at), '--data', folder, ...more], at);
}
/** `./start` with any options; none of what this test itself was told reaches it. */
export function run(options: string[], port = 0): Started {
  const { STORE_URL: _, FILES_DIR: __, ...env } = process.env;
  return new Started(spawn(process.execPath, ['dist/start.mjs', ...options], { env, stdio: ['ignore', 'pipe', 'pipe'] }), port);
}
/** Makes the owner's account, and returns the cookie of the visit. */
export async function ownerOf(house: Started): Promise<string> {
  const made = await house.call('POST', '/api/v1/owner', {
    workspace: 'My shop',
    name: 'Ada',
    email: 'ada@example.com',
    password: 'a long password',
    code: house.code,
  });
  return made.headers.get('set-cookie')!.split(';')[0]!;
}
export function newFolder(): string {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-start-'));
  fs.chmodSync(folder, 0o755);
  return folder;
}
