import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { Plain } from './cluster';

function newest(place: string): number {
  const stat = fs.statSync(place);
  if (!stat.isDirectory()) return stat.mtimeMs;
  let latest = 0;
  for (const entry of fs.readdirSync(place, { recursive: true, withFileTypes: true }))
    if (entry.isFile()) latest = Math.max(latest, fs.statSync(path.join(entry.parentPath, entry.name)).mtimeMs);
  return latest;
}

/** Builds the web application when what is there is older than its sources. */
export function ensureBuilt(root: string, log: (line: string) => void): void {
  const sources = ['src', 'package-lock.json', 'next.config.ts', 'tsconfig.json', 'postcss.config.mjs'].map((f) =>
    path.join(root, f),
  );
  const mark = path.join(root, '.next', 'BUILD_ID');
  if (fs.existsSync(mark) && fs.statSync(mark).mtimeMs > Math.max(...sources.map(newest))) return;
  log('building (first start, or the sources changed); about a minute');
  const built = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  if (built.status !== 0) throw new Plain(`The build failed:\n${built.stdout}\n${built.stderr}`);
}
