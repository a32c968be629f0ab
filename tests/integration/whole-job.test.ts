import Ajv2020 from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { fitted, onArea } from '../../src/core/placement/form';
import { readFileSync } from 'node:fs';
import { asOwner, BASE, call, control, drafted, newArtworks, ok, openShop, STANDINS, until, type Items, type Proof as Told } from './press'; // prettier-ignore

/* The model as a whole, over the interface for programs: documents, versions, revisions, and what they put out of date. */

interface Docket {
  id: string;
  name: string;
  revision: number;
  narrow: boolean;
  document: { lines: object[]; pricePlan: string; words: Record<string, Record<string, string>> } & Record<string, unknown>;
}
interface Proof extends Told {
  version: number;
  outOfDate: boolean;
  because: { code: string; sentence: string }[];
  changed: string[];
  content: { words: Record<string, Record<string, { value: string; from: string; made: string | null }>> };
  variants: { line: string; colour: string; size: string; sku: string }[];
}
interface Problem {
  status: number;
  detail: string;
  field?: string;
  meanwhile?: string[];
}

let plan: string;
let name = 0;
const en = <T>(value: T) => ({ en: value });
const front = onArea('front', fitted(0.7, 30));
const adult = {
  key: 'adult',
  blank: 'brightsea-tee-180',
  noun: { one: 'Shirt', many: 'Shirts' },
  colours: ['Harbour', 'Ink'],
  sizes: ['M', 'L'],
  placements: [front],
};
const youth = {
  key: 'youth',
  blank: 'brightsea-youth-tee-165',
  noun: { one: 'Youth shirt', many: 'Youth shirts' },
  colours: ['Harbour', 'Ink'],
  sizes: ['Youth M'],
  placements: [front],
};
const document = (more: object = {}) => ({
  lines: [adult],
  accepts: { ground: 'see-through', minPpi: 100 },
  shots: [{ kind: 'scene', scene: 'shirt-flat', colour: 'featured' }],
  words: {
    title: en('{{ artwork.name | title }} {{ product.noun }}'),
    description: en('{{ product.text }} {{ product.sizes }}.'),
  },
  tags: en(['{{ artwork.subject }} shirt']),
  pricePlan: plan,
  outlets: [{ outlet: 'quayside' }],
  ...more,
});
const save = (more: object = {}) =>
  call<Docket & Problem>('POST', '/dockets', { name: `Whole ${process.pid} ${name++}`, document: document(more) });
const saved = async (more: object = {}): Promise<Docket> => {
  const answer = await save(more);
  if (answer.status !== 201) throw new Error(answer.body.detail);
  return answer.body;
};
async function draft(docket: string, outlets = ['quayside']): Promise<Proof[]> {
  const run = await ok<{ id: string }>('POST', '/runs', { artworks: await newArtworks(1), dockets: [docket], outlets });
  await drafted(run.id);
  return (await ok<Items<Proof>>('GET', `/proofs?run=${run.id}`)).items;
}
const proofOf = (id: string) => ok<Proof>('GET', `/proofs/${id}`);
const because = async (id: string) => (await proofOf(id)).because.map((b) => b.code);

beforeAll(async () => {
  await openShop();
  plan = (await ok<{ id: string }>('POST', '/price-plans', { name: `Plan ${process.pid}`, document: { aim: { kind: 'margin', share: 300_000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 } })).id; // prettier-ignore
});
afterEach(() => Promise.all(['quayside', 'kestrel'].map((o) => control(o))));

describe('schemas', () => {
  const names = ['blank', 'docket', 'placement', 'price-plan', 'rules', 'scene', 'settings'];
  const schema = async (of: string) =>
    (await (await fetch(`${BASE}/api/v1/schemas/${of}.json`, { headers: auth })).json()) as object;
  const auth = { authorization: `Bearer ${process.env.PRESS_TOKEN}` };
  const ajv = new Ajv2020({ strict: false });
  addFormats(ajv);
  test.each(names)('%s is published, and is JSON Schema 2020-12 by its own meta-schema', async (of) => {
    const published = await schema(of);
    expect(published).toMatchObject({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      $id: `/api/v1/schemas/${of}.json`,
    });
    expect(ajv.validateSchema(published)).toBe(true);
  });
  test('what the house keeps is what its schemas say', async () => {
    const check = async (of: string) => ajv.compile({ ...(await schema(of)), $id: undefined });
    const [blank, rules, docket] = [await check('blank'), await check('rules'), await check('docket')];
    for (const b of (await ok<Items<{ document: object }>>('GET', '/blanks')).items) expect([blank(b.document), blank.errors]).toEqual([true, null]); // prettier-ignore
    for (const o of (await ok<Items<{ rulesDocument: object }>>('GET', '/outlets')).items.filter((x) => x.rulesDocument)) expect(rules(o.rulesDocument)).toBe(true); // prettier-ignore
    expect(docket(document())).toBe(true);
    const placement = await check('placement');
    expect(placement(front)).toBe(true);
    expect(placement({ ...front, layers: [{ ...front.layers[0], turn: 400 }] })).toBe(false);
    expect(placement({ ...front, form: 2 })).toBe(false);
    expect(docket({ ...document(), lines: [] })).toBe(false);
  });
  test('there is no schema of anything else', async () => expect((await call('GET', '/schemas/secrets.json')).status).toBe(404));
});

describe('a docket in full', () => {
  test('with two goods lines becomes one listing with the goods of both', async () => {
    const docket = await saved({ lines: [adult, youth], outlets: [{ outlet: 'quayside' }, { outlet: 'kestrel' }] });
    expect(docket.narrow).toBe(false);
    const [p] = await draft(docket.id, ['kestrel', 'quayside']);
    expect(p!.state).toBe('ready');
    expect(new Set(p!.variants.map((v) => v.line))).toEqual(new Set(['adult', 'youth']));
    expect(p!.fields.prices.value.map((v) => v.size)).toEqual(['Shirt, M', 'Shirt, L', 'Youth shirt, Youth M']);
    expect(p!.fields.description.value).toContain('Shirt M, L; Youth shirt Youth M');
  });
  test.each<[string, object, RegExp]>([
    ['a line of no blank', { lines: [{ ...adult, blank: 'no-such' }] }, /That blank is not in the stockroom/],
    ['two lines of one name', { lines: [adult, adult] }, /needs a name of its own/],
    ['an area that is named twice', { lines: [{ ...adult, placements: [front, front] }] }, /named twice/],
    ['a finish that the blank has not', { lines: [{ ...adult, finishes: ['gold'] }] }, /has no finish gold/],
    ['a picture of a line that is not there', { shots: [{ kind: 'scene', scene: 'shirt-flat', colour: 0, line: 'mug' }] }, /goods line mug/],
    ['a kept picture that is not here', { shots: [{ kind: 'kept', artwork: '00000000-0000-4000-8000-000000000000' }] }, /not among the artworks/],
    ['a plan of nobody', { pricePlan: '00000000-0000-4000-8000-000000000000' }, /price plan is not in the stockroom/],
    ['an outlet of nobody', { outlets: [{ outlet: 'nowhere' }] }, /no outlet nowhere/],
    ['a language that is not written as one', { tags: { 'zh-hant': ['x'] } }, /write zh-Hant/],
    ['a title that is left out', { outlets: [{ outlet: 'quayside', own: { words: { title: 'left out' } } }] }, /title cannot be left out/],
    ['a pattern of an outlet’s own that cannot be read', { outlets: [{ outlet: 'quayside', own: { words: { title: en('{{ x') } } }] }, /cannot be read/],
    ['a field that nobody knows', { extra: 1 }, /extra is not a field here/],
  ])('%s is told', async (_, more, sentence) => {
    const answer = await save(more);
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(sentence)]);
  }); // prettier-ignore
  test('an outlet’s own part holds there only', async () => {
    const own = { words: { title: en('In the shop: {{ artwork.name }}') } };
    const docket = await saved({ outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside', own }] });
    const titles = Object.fromEntries((await draft(docket.id, ['kestrel', 'quayside'])).map((p) => [p.outletId, p.fields.title.value])); // prettier-ignore
    expect(titles.quayside).toMatch(/^In the shop: /);
    expect(titles.kestrel).toMatch(/ Shirt$/);
  });
  test('one that says more than the narrow form is not saved in that form, and loses nothing', async () => {
    const docket = await saved({ lines: [adult, youth] });
    const fetched = await ok<Docket & { spec: object; blankId: string }>('GET', `/dockets/${docket.id}`);
    const { spec, blankId } = fetched;
    const narrow = await call<Problem>('PUT', `/dockets/${docket.id}`, { name: docket.name, blankId, spec: { ...spec, noun: 'Tee' } }); // prettier-ignore
    expect([narrow.status, narrow.body.detail]).toEqual([409, `“${docket.name}” says more than spec can. Send its document.`]);
    // what was fetched can be put back as it is
    expect(await ok<Docket>('PUT', `/dockets/${docket.id}`, fetched)).toMatchObject({ revision: 1, document: docket.document });
  });
});

describe('two people at one docket', () => {
  test('a change on an earlier state is told what the other one changed, and by whom', async () => {
    const docket = await saved();
    const put = (revision: number, more: object) => call<Docket & Problem>('PUT', `/dockets/${docket.id}`, { name: docket.name, revision, document: document(more) }); // prettier-ignore
    expect((await put(1, { tags: en(['another']) })).body.revision).toBe(2);
    const late = await put(1, { shots: [{ kind: 'free' }] });
    expect(late.body).toMatchObject({
      status: 409,
      field: 'revision',
      meanwhile: ['wording'],
      detail: `tests changed “${docket.name}” meanwhile: wording. Look at it as it is now, and change it again.`,
    });
    expect((await put(2, { shots: [{ kind: 'free' }] })).body.revision).toBe(3);
  });
  test('a change of a proof or a plan on an earlier state is told as well', async () => {
    const [p] = await draft((await saved()).id);
    await ok('PATCH', `/proofs/${p!.id}`, { title: 'First', version: p!.version });
    const late = await call<Problem>('PATCH', `/proofs/${p!.id}`, { title: 'Second', version: p!.version });
    expect([late.status, late.body.field, late.body.meanwhile]).toEqual([409, 'version', ['title']]);
    const its = (await ok<Items<{ id: string; name: string; revision: number; document: object }>>('GET', '/price-plans')).items.find((x) => x.id === plan)!; // prettier-ignore
    const stale = await call<Problem>('PUT', `/price-plans/${plan}`, { name: its.name, document: its.document, revision: its.revision - 1 }); // prettier-ignore
    expect([stale.status, stale.body.field]).toEqual([409, 'revision']);
  });
});

describe('what puts a proof out of date, with the reason', () => {
  test.each<[string, object, string[]]>([
    ['other goods', { lines: [{ ...adult, sizes: ['M'] }] }, ['goods']],
    ['another shot list', { shots: [{ kind: 'scene', scene: 'shirt-close', colour: 'featured' }] }, ['pictures']],
    ['another wording', { words: { title: en('Another'), description: en('One.') } }, ['words']],
    ['only other artwork that is taken', { accepts: { ground: 'see-through', minPpi: 100, tones: ['dark'] } }, []],
  ])('a docket with %s', async (_, more, codes) => {
    const docket = await saved();
    const [p] = await draft(docket.id);
    await ok('PUT', `/dockets/${docket.id}`, { name: docket.name, document: document(more) });
    expect(await because(p!.id)).toEqual(codes);
  });

  test('a price plan; drafting again follows it, and keeps what a hand wrote', async () => {
    const terms = (share: number) => ({ aim: { kind: 'margin', share }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 });
    const own = await ok<{ id: string; name: string }>('POST', '/price-plans', { name: `Own ${process.pid}`, document: terms(300_000) });
    const [p] = await draft((await saved({ pricePlan: own.id })).id);
    await ok('PATCH', `/proofs/${p!.id}`, { title: 'Of my own hand' });
    await ok('PUT', `/price-plans/${own.id}`, { name: own.name, document: terms(500_000) });
    const old = await proofOf(p!.id);
    expect([old.outOfDate, old.because]).toEqual([true, [{ code: 'plan', sentence: `The price plan “${own.name}” was changed since.` }]]);
    await drafted((await ok<{ id: string }>('POST', '/proofs/draft', { ids: [p!.id] })).id);
    const now = await proofOf(p!.id);
    expect([now.outOfDate, now.fields.title]).toEqual([false, { value: 'Of my own hand', from: 'hand' }]);
    expect(now.content.words.title!.en!.made).toMatch(/ Shirt$/);
    expect(now.fields.prices.value[0]!.priceMinor).toBeGreaterThan(old.fields.prices.value[0]!.priceMinor);
  }); // prettier-ignore

  test('a blank that its print house offers differently, and one that it offers no more', async () => {
    const [p] = await draft((await saved()).id);
    const [kept] = await asOwner(async (o) => (await o.query("SELECT document, version FROM blank_version WHERE blank_id = 'brightsea-tee-180' ORDER BY version DESC LIMIT 1")).rows as { document: { care: string }; version: number }[]); // prettier-ignore
    // as if the catalogue of then had been another: the next fetching finds that it differs
    await asOwner((o) => o.query("UPDATE blank_version SET document = jsonb_set(document, '{care}', '\"Wash cold.\"') WHERE blank_id = 'brightsea-tee-180' AND version = $1", [kept!.version])); // prettier-ignore
    await ok('POST', '/blanks/refresh', {});
    expect(await because(p!.id)).toEqual(['blank']);
    const changes = await ok<{ from: number; to: number; changes: object[] }>('GET', '/blanks/brightsea-tee-180/changes');
    expect(changes).toEqual({ from: kept!.version, to: kept!.version + 1, changes: [{ path: 'care', before: 'Wash cold.', after: kept!.document.care }] }); // prettier-ignore
    const told = await ok<Items<{ sentence: string }>>('GET', '/activity?of=brightsea-tee-180');
    expect(told.items[0]!.sentence).toBe('Soft cotton T-shirt 180 is offered differently by its print house');
    // fetched again as it is, it is no new version
    await ok('POST', '/blanks/refresh', {});
    expect((await ok<{ to: number }>('GET', '/blanks/brightsea-tee-180/changes')).to).toBe(kept!.version + 1);
  });

  test('a scene that was replaced', async () => {
    const [p] = await draft((await saved()).id);
    const state = (await asOwner(async (o) => (await o.query("UPDATE scene SET state = 'replaced' WHERE id = 'shirt-flat' RETURNING id")).rowCount));
    expect([state, await because(p!.id)]).toEqual([1, ['scene']]);
    const own = p!.pictures.length;
    await asOwner((o) => o.query('UPDATE scene SET state = split_part(s, $2, 2) FROM proof, unnest(scenes) s WHERE proof.id = $1 AND s LIKE $3 AND scene.id = split_part(s, $2, 1)', [p!.id, '@', 'shirt-flat@%'])); // prettier-ignore
    expect([await because(p!.id), own]).toEqual([[], 1]);
  }); // prettier-ignore

  test('rules that changed: versions are kept and compared; a listed proof that would break them says so', async () => {
    const docket = await saved({ outlets: [{ outlet: 'kestrel' }], words: { title: en('{{ artwork.name }} that has a headline of more than sixty characters in all'), description: en('One.') } }); // prettier-ignore
    const [p] = await draft(docket.id, ['kestrel']);
    await ok('POST', '/proofs/pass', { ids: [p!.id] });
    await ok('POST', `/runs/${p!.runId}/send`, { as: 'draft' });
    await until(() => proofOf(p!.id), (x) => x.state === 'listed', 'sending'); // prettier-ignore
    const action = (what: string) => fetch(`${STANDINS}/control/kestrel/${what}`, { method: 'POST' });
    await action('winter-noticeboard');
    try {
      await ok('POST', '/outlets/kestrel/rules', {});
      expect(await because(p!.id)).toEqual(['rules']);
      const { changes } = await ok<{ changes: { path: string; before: unknown; after: unknown }[] }>('GET', '/outlets/kestrel/rules/changes'); // prettier-ignore
      expect(changes).toContainEqual({ path: 'texts.title.limit', before: 130, after: 60 });
    } finally {
      await action('usual-noticeboard');
      await ok('POST', '/outlets/kestrel/rules', {});
    }
    await until(() => because(p!.id), (why) => why.length === 0, 'the recheck'); // prettier-ignore
  });

  test('a listed proof that is out of date is drafted again; where it comes out the same it is listed as before', async () => {
    const docket = await saved();
    const [p] = await draft(docket.id);
    await ok('POST', '/proofs/pass', { ids: [p!.id] });
    await ok('POST', `/runs/${p!.runId}/send`, { as: 'draft' });
    const listed = await until(() => proofOf(p!.id), (x) => x.state === 'listed', 'sending'); // prettier-ignore
    const put = (words: object) => ok('PUT', `/dockets/${docket.id}`, { name: docket.name, document: document({ words }) });
    const again = async () => {
      await drafted((await ok<{ id: string }>('POST', '/proofs/draft', { ids: [p!.id] })).id);
      return proofOf(p!.id);
    };
    await put({ title: en('Another {{ product.noun }}'), description: en('{{ product.text }} {{ product.sizes }}.') });
    expect(await again()).toMatchObject({ state: 'ready', changed: ['title'] });
    await put({
      title: en('{{ artwork.name | title }} {{ product.noun }}'),
      description: en('{{ product.text }} {{ product.sizes }}.'),
    });
    expect(await again()).toMatchObject({ state: 'listed', changed: [], fields: { title: listed.fields.title } });
    // one that is as its docket makes it is not drafted for nothing
    const none = await ok<{ total: number; leftOut: { why: string; code: string }[] }>('POST', '/proofs/draft', { ids: [p!.id] });
    expect([none.total, none.leftOut]).toMatchObject([0, [{ why: 'passed or listed already', code: 'further-on' }]]);
  });
});

test('the tables that the layout lists are the ones that there are', async () => {
  const there = await asOwner(async (o) => (await o.query("SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'schema_migration'")).rows as { name: string }[]); // prettier-ignore
  const listed = [...readFileSync('docs/layout.md', 'utf8').matchAll(/^\| `(\w+)`/gm)].map((m) => m[1]!);
  expect(listed.sort()).toEqual(there.map((t) => t.name).sort());
});
