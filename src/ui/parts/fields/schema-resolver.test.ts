import { readFileSync } from 'node:fs';
import { Type } from '@sinclair/typebox';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import { DocketBody } from '@/api/shapes/stockroom';
import { Exactly } from '@/api/shapes/parts';
import { SHIRT } from '../../../../tests/integration/shirt';
import { schemaResolver } from './schema-resolver';

const options = { fields: {}, shouldUseNativeValidation: false } as never;
const Form = Exactly({
  name: Type.String({ minLength: 1 }),
  shots: Type.Array(Exactly({ scene: Type.String({ minLength: 1 }) }), { minItems: 1 }),
});
const ajv = new Ajv({ allErrors: true, strict: false });
addFormats(ajv);
const resolve = schemaResolver(ajv.compile(Form));
const messages = (errors: unknown): unknown =>
  errors && typeof errors === 'object' && 'message' in errors
    ? errors.message
    : Object.fromEntries(Object.entries(errors as object).map(([k, v]) => [k, messages(v)]));

test('what is right comes through as it is', async () => {
  const values = { name: 'Shirts', shots: [{ scene: 'flat' }] };
  expect(await resolve(values, undefined, options)).toEqual({ values, errors: {} });
});
test('every field that is wrong has its own sentence, where it stands', async () => {
  const { errors, values } = await resolve({ name: '', shots: [{ scene: 'flat' }, { scene: '' }] }, undefined, options);
  expect(values).toEqual({});
  expect(messages(errors)).toEqual({
    name: 'Name must not be empty.',
    shots: { 1: { scene: 'Scene must not be empty.' } },
  });
});
test('a list that is too short says so itself', async () =>
  expect(messages((await resolve({ name: 'x', shots: [] }, undefined, options)).errors)).toEqual({
    shots: 'Shots must name at least 1 entry.',
  }));

test('the checks that pages have are those of the shapes as they are now: run node build.mjs where they are not', async () => {
  // an ES module of its own, as the build runs it
  const { execFileSync } = await import('node:child_process');
  const made = execFileSync(process.execPath, ['--input-type=module', '-e', "import { compileShapes } from './tools/compile-shapes.mjs'; process.stdout.write(await compileShapes())"], { encoding: 'utf8', maxBuffer: 1e7 }); // prettier-ignore
  expect(readFileSync('src/ui/parts/fields/compiled.mjs', 'utf8') === made).toBe(true);
  // pages may not make programs out of text
  expect(made).not.toMatch(/new Function|\beval\(/);
});

describe('the docket', () => {
  const docket = schemaResolver(ajv.compile(DocketBody));
  const wrong = async (change: (spec: typeof SHIRT) => object) =>
    messages((await docket({ name: 'Shirts', blankId: 'b', spec: { ...SHIRT, ...change(SHIRT) } }, undefined, options)).errors);
  test('one that the interface for programs would take is right', async () => expect(await wrong(() => ({}))).toEqual({}));
  test.each([
    [{ colours: [] }, { spec: { colours: 'Colours must name at least 1 entry.' } }],
    [{ noun: '' }, { spec: { noun: 'Noun must not be empty.' } }],
    [{ accepts: { ground: 'any', minPpi: 5 } }, { spec: { accepts: { minPpi: 'This must be at least 30.' } } }],
    [{ accepts: { ground: 'any', minPpi: NaN } }, { spec: { accepts: { minPpi: 'This must be a whole number.' } } }],
  ])('%j is said at its field', async (change, said) => expect(await wrong(() => change)).toEqual(said));
});
