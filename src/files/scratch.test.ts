import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env.FILES_DIR = mkdtempSync(join(tmpdir(), 'press-scratch-'));

test('no two paths are the same in one moment, also of threads, each of which has the module anew', async () => {
  jest.spyOn(Date, 'now').mockReturnValue(0);
  const paths: string[] = [];
  for (let thread = 0; thread < 4; thread++)
    await jest.isolateModulesAsync(async () => {
      const { temporary } = await import('./scratch');
      paths.push(await temporary(), await temporary());
    });
  expect(new Set(paths).size).toBe(paths.length);
});
