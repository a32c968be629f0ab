// Compiles the programs that run beside the web server, from TypeScript to dist/. Takes about 0.1 s.
import { existsSync } from 'node:fs';
import { build } from 'esbuild';
import { keepKernels } from './tools/compile-kernels.mjs';
import { keepCompiled } from './tools/compile-shapes.mjs';

await keepKernels();
await keepCompiled();

const programs = {
  start: 'bin/start.ts',
  check: 'bin/check.ts',
  web: 'bin/web.ts',
  worker: 'src/worker/main.ts',
  'picture-process': 'src/worker/picture-process.ts',
  'words-process': 'src/worker/words-process.ts',
  'mockup-process': 'src/worker/mockups/process.ts',
  'mockup-thread': 'src/worker/mockups/thread.ts',
  standins: 'standins/main.ts',
  demo: 'demo/main.ts',
  bench: 'bench/main.ts',
  trial: 'trial/main.ts',
  crowd: 'crowd/main.ts',
  scenes: 'tools/scenes/main.ts',
};

await build({
  entryPoints: Object.fromEntries(Object.entries(programs).filter(([, file]) => existsSync(file))),
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  packages: 'external',
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: 'inline',
  splitting: true,
  logLevel: 'warning',
});
