import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { motif, ok, openShop, TOKEN, BASE } from './press';

jest.setTimeout(180_000);

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

test('the API description names every route that is there, and none that is not', async () => {
  const { paths, openapi } = await ok<{ openapi: string; paths: Record<string, Record<string, unknown>> }>(
    'GET',
    '/openapi.json',
  );
  expect(openapi).toMatch(/^3\.1/);
  const found: string[] = [];
  const walk = (folder: string, at: string) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      if (entry.isDirectory()) walk(join(folder, entry.name), `${at}/${entry.name.replace(/^\[(.*)\]$/, '{$1}')}`);
      else if (entry.name === 'route.ts')
        for (const m of readFileSync(join(folder, entry.name), 'utf8').matchAll(
          /export const (GET|HEAD|POST|PUT|PATCH|DELETE)\b/g,
        ))
          found.push(`${m[1]!.toLowerCase()} ${at}`);
    }
  };
  walk('src/app/api/v1', '');
  const described = Object.entries(paths).flatMap(([path, verbs]) =>
    Object.keys(verbs)
      .filter((v) => v !== 'parameters')
      .map((v) => `${v} ${path}`),
  );
  expect(described.sort()).toEqual(found.sort());
});
