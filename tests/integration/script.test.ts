import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { motif, openShop, TOKEN, BASE } from './press';

test('the script in docs/api.md does the whole job', async () => {
  await openShop();
  const text = readFileSync('docs/api.md', 'utf8');
  const script = /```bash\n(#!\/usr\/bin\/env bash[\s\S]*?)```/.exec(text)![1]!;
  const folder = mkdtempSync(join(tmpdir(), 'press-script-'));
  writeFileSync(join(folder, 'job.sh'), script);
  for (let i = 0; i < 2; i++) writeFileSync(join(folder, `design-${i}.png`), await motif(900 + i * 5, 3100, 3600));
  const { stdout } = await promisify(execFile)('bash', [join(folder, 'job.sh')], {
    cwd: folder,
    env: { ...process.env, PRESS: BASE, TOKEN, DOCKET: 'Test shirt' },
    timeout: 150_000,
  });
  expect(stdout).toMatch(/http:\/\/127\.0\.0\.1:\d+\/kestrel\/fair\/[0-9a-f]{10}\b/);
  expect(stdout).toMatch(/http:\/\/127\.0\.0\.1:\d+\/quayside\/shop\/design-0/);
});
