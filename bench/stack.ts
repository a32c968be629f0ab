import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ensureBuilt } from '../bin/built';
import { freePort, ROOT, startStack, type Part, type Stack } from '../bin/stack';
import { closeDatabase } from '../src/data/database';
import { adoptToken, demoWorkspace } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';

/** Does work on a stack of its own, as durable as a real one, with an empty workspace and a token for it; only some of its programs where they are named. */
export async function onStack(work: (stack: Stack, folder: string) => Promise<void>, parts?: readonly Part[]): Promise<void> {
  ensureBuilt(ROOT, console.error);
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'press-bench-'));
  fs.chmodSync(folder, 0o755); // the user postgres has to enter it
  const stack = await startStack({ folder, port: await freePort(), demo: true, durable: true, parts, log: () => undefined });
  try {
    Object.assign(process.env, stack.env, { PRESS_TOKEN: stack.token });
    const workspace = await demoWorkspace('Bench');
    await adoptToken(workspace, stack.token, 'bench');
    await openStockroom(workspace);
    await work(stack, folder);
  } finally {
    await closeDatabase();
    await stack.stop();
    fs.rmSync(folder, { recursive: true, force: true });
  }
}
