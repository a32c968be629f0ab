import { DOCKET_SCHEMA } from '@/services/docket-schema';

/** The description of `/api/v1`. A test holds its paths to the routes that are there. */

const json = (schema: object) => ({ content: { 'application/json': { schema } } });
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const list = (name: string) => ({
  type: 'object',
  required: ['items'],
  properties: {
    items: { type: 'array', items: ref(name) },
    next: { type: ['integer', 'null'], description: 'pass as `after` for the following page' },
  },
});
const text = { type: 'string' };
const whole = { type: 'integer' };
const nullable = (type: string) => ({ type: [type, 'null'] });
const object = (properties: Record<string, object>, required: string[] = []) => ({
  type: 'object',
  properties,
  ...(required.length && { required }),
});
const texts = { type: 'array', items: text };
const PROBLEM = { description: 'a problem, RFC 9457', content: { 'application/problem+json': { schema: ref('Problem') } } };

const inPath = (name: string) => ({ name, in: 'path', required: true, schema: text });
const inQuery = (...names: string[]) => names.map((name) => ({ name, in: 'query', schema: text }));
const PAGED = [
  { name: 'limit', in: 'query', schema: { ...whole, minimum: 0, maximum: 1000, default: 100 } },
  { name: 'after', in: 'query', schema: { ...whole, minimum: 0, default: 0 } },
];

/** One operation: what it does, what it takes and what it answers. */
function op(
  summary: string,
  answer: object | null,
  more: { status?: number; body?: object; multipart?: object; parameters?: object[]; open?: boolean; binary?: string } = {},
) {
  const content = more.binary ? { content: { [more.binary]: {} } } : answer ? json(answer) : {};
  return {
    summary,
    ...(more.parameters && { parameters: more.parameters }),
    ...(more.body && { requestBody: { required: true, ...json(more.body) } }),
    ...(more.multipart && { requestBody: { required: true, content: { 'multipart/form-data': { schema: more.multipart } } } }),
    ...(more.open && { security: [] }),
    responses: { [more.status ?? 200]: { description: summary, ...content }, default: PROBLEM },
  };
}

const ids = object({ ids: { type: 'array', items: { type: 'string', format: 'uuid' } } }, ['ids']);
const spec = { body: object({ name: text, blankId: text, spec: DOCKET_SCHEMA }, ['name', 'blankId', 'spec']) };

export const DOCUMENT = {
  openapi: '3.1.0',
  info: {
    title: 'Union Press',
    version: '1',
    description:
      'From a folder of designs to live listings. Money is whole minor units. Errors are problems whose detail is a sentence.',
  },
  servers: [{ url: '/api/v1' }],
  security: [{ token: [] }],
  paths: {
    '/health': { get: op('is the web server up', object({ ok: { type: 'boolean' } }), { open: true }) },
    '/openapi.json': { get: op('this description', { type: 'object' }, { open: true }) },
    '/artworks': {
      get: op('artworks, oldest first', list('Artwork'), {
        parameters: [...inQuery('state', 'drawer', 'tone', 'find'), ...PAGED],
      }),
      post: op('brings in files; answers what became of each', object({ results: { type: 'array', items: ref('TakenIn') } }), {
        status: 201,
        multipart: object({ drawer: text, files: { type: 'array', items: { type: 'string', format: 'binary' } } }),
      }),
    },
    '/artworks/{id}': {
      parameters: [inPath('id')],
      get: op('one artwork', ref('Artwork')),
      patch: op('changes what a hand may change', ref('Artwork'), {
        body: object({ name: text, subject: text, keywords: texts }),
      }),
    },
    '/artworks/{id}/original': {
      parameters: [inPath('id')],
      get: op('the file as it came in, bit for bit', null, { binary: 'application/octet-stream' }),
    },
    '/artworks/dismiss': { post: op('takes refused files off the list', {}, { body: object({ ids: texts }) }) },
    '/drawers': { get: op('drawers with how many artworks each holds', list('Drawer')) },
    '/blanks': { get: op('blanks of the print houses', list('Blank')) },
    '/blanks/refresh': { post: op('fetches the print houses’ catalogues', list('Blank')) },
    '/scenes': { get: op('scenes that ship', list('Scene')) },
    '/scenes/{id}/{file}': {
      parameters: [inPath('id'), inPath('file')],
      get: op('a part of a scene at preview size', null, { binary: 'image/*' }),
    },
    '/dockets': { get: op('dockets', list('Docket')), post: op('makes a docket', ref('Docket'), { status: 201, ...spec }) },
    '/dockets/{id}': {
      parameters: [inPath('id')],
      get: op('one docket', ref('Docket')),
      put: op('saves a docket', ref('Docket'), spec),
    },
    '/dockets/try': {
      post: op(
        'what a docket would make of an artwork, nothing saved',
        { type: 'object' },
        { body: object({ blankId: text, spec: DOCKET_SCHEMA, artwork: text, outlet: text }) },
      ),
    },
    '/outlets': { get: op('outlets with the rules last fetched', list('Outlet')) },
    '/outlets/{id}/connect': {
      parameters: [inPath('id')],
      post: op(
        'connects with {token}, or answers the {address} where access is allowed',
        { type: 'object' },
        { body: object({ token: text, returnTo: text }) },
      ),
    },
    '/outlets/{id}/rules': { parameters: [inPath('id')], post: op('fetches the outlet’s rules anew', ref('Outlet')) },
    '/runs': {
      get: op('runs, newest first', list('Run')),
      post: op('begins a run: artworks (or a drawer) x dockets x outlets, or single cells', ref('Run'), {
        status: 201,
        body: object({
          name: text,
          artworks: texts,
          drawer: text,
          dockets: texts,
          outlets: texts,
          cells: { type: 'array', items: object({ artwork: text, docket: text, outlet: text }) },
        }),
      }),
    },
    '/runs/{id}': { parameters: [inPath('id')], get: op('one run with counts by state and outlet', ref('Run')) },
    '/runs/{id}/{action}': {
      parameters: [inPath('id'), { ...inPath('action'), schema: { enum: ['pass', 'send', 'retry', 'pause', 'resume', 'stop'] } }],
      post: op(
        'passes, sends, tries refused ones again, pauses, goes on, stops',
        { type: 'object' },
        { body: object({ as: { enum: ['draft', 'live'] } }) },
      ),
    },
    '/proofs': { get: op('proofs', list('Proof'), { parameters: [...inQuery('run', 'state', 'outlet'), ...PAGED] }) },
    '/proofs/{id}': {
      parameters: [inPath('id')],
      get: op('one proof', ref('Proof')),
      patch: op('changes fields by hand; `pattern` takes fields back', ref('Proof'), {
        body: object({
          title: text,
          description: text,
          tags: texts,
          prices: { type: 'object', additionalProperties: whole },
          pattern: texts,
        }),
      }),
    },
    '/proofs/pass': { post: op('passes proofs that are ready', object({ passed: whole, held: whole }), { body: ids }) },
    '/proofs/unpass': { post: op('takes passed proofs back to ready', object({ ready: whole }), { body: ids }) },
    '/listings': { get: op('listings', list('Listing'), { parameters: [...inQuery('outlet', 'state', 'find'), ...PAGED] }) },
    '/listings/live': { post: op('sets drafts at the outlets live', object({ queued: whole }), { body: ids }) },
    '/pictures/{name}': { parameters: [inPath('name')], get: op('a rendered picture', null, { binary: 'image/*' }) },
    '/sheet': { get: op('the whole grid: artworks x dockets within outlets', { type: 'object' }) },
    '/line': { get: op('counts of every station, and running work', { type: 'object' }) },
    '/events': { get: op('Server-Sent Events: change', null, { binary: 'text/event-stream' }) },
    '/tokens': {
      post: op('makes a token; shown only now', object({ token: text }), { status: 201, body: object({ label: text }) }),
    },
    '/owner': {
      post: op(
        'first start: makes the owner',
        {},
        { status: 201, open: true, body: object({ workspace: text, name: text, email: text, password: text }) },
      ),
    },
    '/session': {
      post: op('signs in', {}, { open: true, body: object({ email: text, password: text }) }),
      delete: op('signs out', {}),
    },
  },
  components: {
    securitySchemes: { token: { type: 'http', scheme: 'bearer' } },
    schemas: {
      Problem: object({ type: text, title: text, status: whole, detail: text, field: text }, [
        'type',
        'title',
        'status',
        'detail',
      ]),
      TakenIn: object({ fileName: text, outcome: { enum: ['taken', 'already here', 'refused'] }, id: text, sentence: text }, [
        'fileName',
        'outcome',
      ]),
      Artwork: object({
        id: text,
        seq: whole,
        name: text,
        subject: text,
        keywords: texts,
        drawer: nullable('string'),
        fileName: text,
        bytes: whole,
        state: { enum: ['arriving', 'ready', 'refused'] },
        problem: nullable('string'),
        format: nullable('string'),
        widthPx: nullable('integer'),
        heightPx: nullable('integer'),
        measured: nullable('object'),
        thumb: nullable('string'),
        original: text,
        createdAt: text,
      }),
      Drawer: object({ id: text, name: text, artworks: whole }),
      Blank: object({
        id: text,
        name: text,
        kind: text,
        printHouse: text,
        currency: text,
        colours: { type: 'array' },
        sizes: { type: 'array' },
        postageMinor: whole,
        areas: { type: 'array' },
      }),
      Scene: object({ id: text, title: text, blank: text, size: whole, areas: { type: 'array' } }),
      Docket: object({ id: text, name: text, blankId: text, spec: DOCKET_SCHEMA }),
      Outlet: object({
        id: text,
        name: text,
        style: text,
        baseUrl: text,
        connected: { type: 'boolean' },
        rules: nullable('object'),
        rulesAt: nullable('string'),
      }),
      Run: object({
        id: text,
        name: text,
        state: { enum: ['going', 'paused', 'stopped'] },
        total: whole,
        counts: { type: 'object', additionalProperties: whole },
        outlets: { type: 'object' },
        leftOut: { type: 'array' },
        createdAt: text,
      }),
      Proof: object({
        id: text,
        seq: whole,
        runId: text,
        artworkId: text,
        docketId: text,
        outletId: text,
        state: { enum: ['drafting', 'held', 'ready', 'passed', 'sending', 'listed', 'refused'] },
        fields: { type: 'object' },
        colours: { type: 'array' },
        pictures: { type: 'array' },
        problems: { type: 'array' },
        refusal: nullable('string'),
      }),
      Listing: object({
        id: text,
        seq: whole,
        proofId: text,
        outletId: text,
        outlet: text,
        remoteId: text,
        url: text,
        state: { enum: ['draft there', 'live', 'ended', 'lapsed', 'gone'] },
        title: text,
        priceMinor: whole,
        currency: text,
        sentAt: text,
        artwork: text,
        docket: text,
        small: nullable('string'),
      }),
    },
  },
};
