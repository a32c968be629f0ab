// Compiles the kernels of src/core/scene/kernels to WebAssembly and keeps them as a module that browsers and servers load alike.
// They are compiled when their text has changed; the result is committed, and a test holds it to the text.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const FOLDER = fileURLToPath(new URL('../src/core/scene/kernels/', import.meta.url));
const KERNELS = `${FOLDER}kernels.ts`;
const FLAGS = ['--runtime', 'stub', '--enable', 'simd', '-O3', '--noAssert', '--importMemory'];

/** Names what the kernels are compiled from. */
export const kernelsHash = () => createHash('sha256').update(FLAGS.join(' ')).update(readFileSync(KERNELS)).digest('hex').slice(0, 16); // prettier-ignore

/** The kernels as WebAssembly. Throws with what the compiler says. */
export async function compileKernels() {
  const { default: asc } = await import('assemblyscript/asc');
  let binary = null;
  const { error, stderr } = await asc.main([KERNELS, '--outFile', 'kernels.wasm', ...FLAGS], {
    readFile: (name) => (existsSync(name) ? readFileSync(name, 'utf8') : null),
    writeFile: (_, contents) => void (binary = contents),
  });
  if (error || !binary) throw new Error(`${error?.message ?? 'nothing was compiled'}\n${stderr.toString()}`);
  return Buffer.from(binary);
}

export async function keepKernels() {
  const file = `${FOLDER}compiled.ts`;
  const hash = kernelsHash();
  if (existsSync(file) && readFileSync(file, 'utf8').includes(hash)) return;
  const lines = (await compileKernels()).toString('base64').match(/.{1,120}/g);
  const said =
    '/** `kernels.ts` as WebAssembly, in base64: compiled by tools/compile-kernels.mjs from the text with this hash. */\n';
  writeFileSync(file, `${said}export const FROM = '${hash}';\nexport const KERNELS =\n${lines.map((l) => `  '${l}'`).join(' +\n')};\n`); // prettier-ignore
}
