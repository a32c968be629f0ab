// Compiles the checks that forms make in the browser, from the shapes of the interface for programs: a page may not make
// programs out of text (Content Security Policy), which is how Ajv makes its checks elsewhere.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import standalone from 'ajv/dist/standalone/index.js';
import { build } from 'esbuild';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const COMPILED = join(ROOT, 'src/ui/parts/fields/compiled.mjs');

const bundle = async (contents, external) =>
  (
    await build({
      stdin: { contents, resolveDir: ROOT, loader: 'ts' },
      bundle: true,
      write: false,
      format: 'esm',
      platform: external ? 'node' : 'browser',
      packages: external ? 'external' : undefined,
      alias: { '@': join(ROOT, 'src') },
      minify: !external,
      logLevel: 'warning',
    })
  ).outputFiles[0].text;

/** The text of the compiled module. */
export async function compileShapes() {
  const shapes = await bundle(
    `export { Owner, SignIn } from '@/api/shapes/people'; export { DocketBody } from '@/api/shapes/stockroom';`,
    true,
  );
  // resolved from here, where the packages are
  const { Owner, SignIn, DocketBody } = await imported(shapes);
  const ajv = new Ajv({ allErrors: true, strict: false, code: { source: true, esm: true } });
  addFormats(ajv);
  for (const [name, shape] of Object.entries({ owner: Owner, signIn: SignIn, docket: DocketBody })) ajv.addSchema(shape, name);
  const code = standalone.default(ajv, { owner: 'owner', signIn: 'signIn', docket: 'docket' });
  return `// Made by tools/compile-shapes.mjs from src/api/shapes; do not change it by hand.\n${await bundle(code, false)}`;
}

async function imported(text) {
  const file = join(ROOT, 'node_modules/.cache/press-shapes.mjs');
  const { mkdirSync } = await import('node:fs');
  mkdirSync(join(ROOT, 'node_modules/.cache'), { recursive: true });
  writeFileSync(file, text);
  return import(`${file}?${Date.now()}`);
}

/** Writes it where it is wanted, if it is another one. */
export async function keepCompiled() {
  const text = await compileShapes();
  let was = '';
  try {
    was = readFileSync(COMPILED, 'utf8');
  } catch {
    // the first time
  }
  if (text !== was) writeFileSync(COMPILED, text);
}
