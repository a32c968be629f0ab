import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt } from '../bin/built';
import { freePort, ROOT, startStack } from '../bin/stack';
import { closeDatabase } from '../src/data/database';
import { adoptToken, callerOf, claimCode, hasAnyAccount, makeOwner } from '../src/services/people/access';
import { openStockroom } from '../src/services/stockroom/setup';
import { fill } from './fill';

const USAGE = 'Usage: npm run crowd -- [--artworks N] [--dockets N] [--outlets N] [--proofs PER-MILLE] [--seed N] [--data DIR]';
const OWNER = { workspace: 'A crowd', name: 'Ada', email: 'ada@example.org', password: 'many small boats at dusk' };

function options() {
  try {
    const number = (by: string) => ({ type: 'string', default: by }) as const;
    const { values } = parseArgs({
      options: {
        artworks: number('2000'),
        dockets: number('8'),
        outlets: number('4'),
        proofs: number('400'),
        seed: number('1'),
        data: { type: 'string', default: path.join(ROOT, 'data-crowd') },
      },
    });
    const whole = (text: string, least: number, most: number) => {
      const n = Number(text);
      if (!Number.isInteger(n) || n < least || n > most) throw new Error(text);
      return n;
    };
    return {
      folder: path.resolve(values.data),
      size: {
        artworks: whole(values.artworks, 1, 200_000),
        dockets: whole(values.dockets, 3, 200),
        outlets: whole(values.outlets, 2, 50),
        perMille: whole(values.proofs, 0, 1000),
        seed: whole(values.seed, 0, 2 ** 31),
      },
    };
  } catch {
    console.error(USAGE);
    process.exit(2);
  }
}

const { folder, size } = options();
ensureBuilt(ROOT, console.error);
const stack = await startStack({ folder, port: await freePort(), demo: false, durable: true, log: console.log });
try {
  Object.assign(process.env, stack.env, { PRESS_TOKEN: stack.token });
  if (!(await hasAnyAccount())) {
    const { workspace } = (await callerOf(await makeOwner({ ...OWNER, code: claimCode() })))!;
    await adoptToken(workspace, stack.token, 'made by the crowd');
  }
  const { workspace } = (await callerOf(stack.token))!;
  await openStockroom(workspace);
  const made = await fill(stack.ownerUrl, size);
  console.log(Object.entries<number>({ ...made }).map(([what, n]) => `${n.toLocaleString('en')} ${what}`).join(', ')); // prettier-ignore
  console.log(`./start --empty --data ${folder}\nsign in as ${OWNER.email} with “${OWNER.password}”`);
} finally {
  await closeDatabase();
  await stack.stop();
}
process.exit(0);
