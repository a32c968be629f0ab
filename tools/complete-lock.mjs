// `npm install` leaves other platforms' optional packages out of the lock file when a registry does not serve them, and
// `npm ci` then refuses that lock file. Adds an entry for each, which npm skips by its os, cpu and libc. Run it after
// every `npm install`: node tools/complete-lock.mjs
import { readFileSync, writeFileSync } from 'node:fs';

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const packages = lock.packages;

/** Is `name` found from the package at `from`, looking upwards as Node does? */
function resolves(from, name) {
  const parts = from.split('/node_modules/');
  for (let depth = parts.length; depth > 0; depth--)
    if (packages[`${parts.slice(0, depth).join('/node_modules/')}/node_modules/${name}`]) return true;
  return Boolean(packages[`node_modules/${name}`]);
}

let added = 0;
for (const [at, entry] of Object.entries(packages))
  for (const [name, range] of Object.entries(entry.optionalDependencies ?? {})) {
    if (resolves(at, name)) continue;
    const os = /darwin|win32|android|freebsd|openbsd|netbsd|sunos|aix|openharmony|linux/.exec(name)?.[0];
    const cpu = /x64|arm64|ia32|wasm32|ppc64|riscv64|s390x|loong64|mips64el|arm/.exec(name.replace('darwin', ''))?.[0];
    const musl = /musl/.test(name);
    if (os === process.platform && cpu === process.arch && !musl)
      throw new Error(`${name} is needed on this machine but missing`);
    packages[`node_modules/${name}`] = {
      version: String(range).replace(/^[~^]/, ''),
      ...(cpu && { cpu: [cpu] }),
      ...(entry.dev && { dev: true }),
      ...(musl && { libc: ['musl'] }),
      optional: true,
      ...(os && { os: [os] }),
    };
    added++;
  }
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync('package-lock.json', JSON.stringify(lock, null, 2) + '\n');
console.log(`added ${added} entries`);
