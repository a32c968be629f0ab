import { SEARCH_PARTS } from '@/services/artworks';
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
/** An object that always has all of its fields. */
const complete = (properties: Record<string, object>) => object(properties, Object.keys(properties));
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
      get: op('artworks in the order they came', list('Artwork'), {
        parameters: [...inQuery(...SEARCH_PARTS.filter((p) => p !== 'sort')), ...PAGED],
      }),
      post: op('brings in files; answers what became of each', object({ results: { type: 'array', items: ref('TakenIn') } }), {
        status: 201,
        multipart: object({ drawer: text, batch: text, files: { type: 'array', items: { type: 'string', format: 'binary' } } }),
      }),
    },
    '/artworks/found': {
      get: op('ids of everything a search finds, in its order', object({ ids: texts }), { parameters: inQuery(...SEARCH_PARTS) }),
    },
    '/artworks/cards': {
      post: op('the little that a contact sheet shows of up to 500 artworks', list('Card'), { body: ids }),
    },
    '/artworks/change': {
      post: op('changes one artwork or thousands as one step; with `preview` only says what would change', ref('ChangeReport'), {
        body: object({ ids: ids.properties.ids!, change: ref('Change'), preview: { type: 'boolean' } }, ['ids', 'change']),
      }),
    },
    '/artworks/undo': {
      post: op(
        'takes a change back: the one named, else the last; what was changed since stays',
        object({ label: text, artworks: whole, left: whole, sentence: text }),
        {
          body: object({ id: text }),
        },
      ),
    },
    '/artworks/dependants': {
      post: op('what was made from artworks, as a sentence', object({ sentence: text, proofs: whole, listings: whole }), {
        body: ids,
      }),
    },
    '/artworks/empty-bin': { post: op('removes deleted artworks for good', object({ removed: whole })) },
    '/artworks/choices': { get: op('subjects, occasions, marks and standings with how often each occurs', { type: 'object' }) },
    '/artworks/alike': {
      get: op(
        'groups of copies, twins and families that nobody has decided on',
        object({ items: { type: 'array', items: object({ kind: { enum: ['copy', 'twin', 'family'] }, ids: texts }) } }),
      ),
      post: op('links, merges or tells apart; one step that can be undone', object({ undo: text }), {
        body: object({ ids: texts, decision: { enum: ['link', 'merge', 'ignore'] }, keep: text }, ['ids', 'decision']),
      }),
    },
    '/artworks/intake': { get: op('files that could not be taken, and archives that are being unpacked', { type: 'object' }) },
    '/artworks/parcels/{id}/stop': { parameters: [inPath('id')], post: op('stops an archive; what came out of it stays', {}) },
    '/artworks/settings': {
      get: op('the file-name pattern and the keys of marks', ref('ArtworkSettings')),
      patch: op('changes them', ref('ArtworkSettings'), { body: ref('ArtworkSettings') }),
    },
    '/artworks/file-names': {
      post: op(
        'how a pattern reads file names; nothing is written',
        object({ fits: whole, items: { type: 'array', items: { type: 'object' } } }),
        { body: object({ pattern: text, ids: texts }, ['pattern', 'ids']) },
      ),
    },
    '/artworks/{id}': {
      parameters: [inPath('id')],
      get: op('one artwork', ref('Artwork')),
      patch: op('changes what a hand may change', ref('Artwork'), { body: ref('Change') }),
    },
    '/artworks/{id}/uses': {
      parameters: [inPath('id')],
      get: op('proofs and listings made from it, and what it is like', { type: 'object' }),
    },
    '/artworks/{id}/versions': {
      parameters: [inPath('id')],
      get: op(
        'the files it has had, the newest first',
        object({ items: { type: 'array', items: object({ version: whole, fileName: text, bytes: whole, putInAt: text }) } }),
      ),
      post: op('puts a better file in its place; the body is the file', object({ version: whole }), {
        status: 201,
        parameters: inQuery('fileName'),
      }),
    },
    '/artworks/{id}/versions/{version}': {
      parameters: [inPath('id'), inPath('version')],
      post: op('puts an earlier file back in place', object({ version: whole })),
    },
    '/artworks/{id}/original': {
      parameters: [inPath('id')],
      get: op('the file as it came in, bit for bit', null, { binary: 'application/octet-stream' }),
    },
    '/artworks/dismiss': { post: op('takes refused files off the list', {}, { body: object({ ids: texts }) }) },
    '/uploads': {
      post: op('announces a resumable upload (tus 1.0.0); metadata: filename, drawer, batch', null, { status: 201 }),
    },
    '/uploads/{id}': {
      parameters: [inPath('id')],
      head: op('how far an upload has come', null),
      patch: op('its next part; the last one answers what became of the file', ref('TakenIn')),
      delete: op('gives it up', null, { status: 204 }),
    },
    '/drawers': {
      get: op('drawers, nested by their paths, with how many artworks each holds', list('Drawer')),
      post: op('makes a drawer', object({ id: text, path: text }), { status: 201, body: object({ path: text }, ['path']) }),
    },
    '/drawers/{id}': {
      parameters: [inPath('id')],
      patch: op('renames or moves it with all inside', object({ id: text, path: text }), {
        body: object({ path: text }, ['path']),
      }),
      delete: op('takes it away; artworks in it are in no drawer then', {}),
    },
    '/searches': {
      get: op('saved searches', list('Search')),
      post: op('keeps a search under a name', ref('Search'), {
        status: 201,
        body: object({ name: text, query: text }, ['name', 'query']),
      }),
    },
    '/searches/{id}': { parameters: [inPath('id')], delete: op('forgets it', {}) },
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
        'connects with the outlet’s key as {token}, or answers the {address} where access is allowed',
        { type: 'object' },
        { body: object({ token: text, returnTo: text }) },
      ),
    },
    '/outlets/{id}/look': {
      parameters: [inPath('id')],
      post: op('asks the outlet what it has of each listing; one that it does not know any more is gone', {}),
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
    '/listings/live': { post: op('sets drafts at the outlets live', object({ queued: whole, held: whole }), { body: ids }) },
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
      TakenIn: object(
        { fileName: text, outcome: { enum: ['taken', 'already here', 'unpacking', 'refused'] }, id: text, sentence: text },
        ['fileName', 'outcome'],
      ),
      Artwork: object({
        id: text,
        seq: whole,
        drawerId: nullable('string'),
        titles: { ...texts, description: 'titles and layer names in the file' },
        suits: { enum: ['dark', 'light', 'bare'], description: 'the ground that shows it best' },
        name: text,
        subject: text,
        audience: { enum: ['', 'adult', 'youth', 'child'] },
        occasion: text,
        keywords: texts,
        marks: texts,
        drawer: nullable('string'),
        standing: { enum: ['here', 'aside', 'deleted'] },
        version: whole,
        fileName: text,
        bytes: whole,
        state: { enum: ['arriving', 'ready', 'refused'] },
        problem: nullable('string'),
        format: nullable('string'),
        widthPx: nullable('integer'),
        heightPx: nullable('integer'),
        measured: nullable('object'),
        said: { type: ['array', 'null'], description: 'lines read in it with confidence and box; null while not read yet' },
        words: { ...text, description: 'what it says: by hand, else as read' },
        tone: nullable('string'),
        picture: nullable('string'),
        repeat: nullable('string'),
        byHand: { type: 'object', description: 'what a hand says against the measurement' },
        sources: { type: 'object', description: 'where each field comes from' },
        motifId: nullable('string'),
        mini: nullable('string'),
        thumb: nullable('string'),
        large: nullable('string'),
        original: text,
        createdAt: text,
      }),
      Card: object({ id: text, name: text, state: text, tone: nullable('string'), words: text, thumb: nullable('string') }),
      Change: object({
        name: text,
        subject: text,
        audience: text,
        occasion: text,
        keywords: texts,
        marks: texts,
        addKeywords: texts,
        removeKeywords: texts,
        addMarks: texts,
        removeMarks: texts,
        drawer: nullable('string'),
        standing: { enum: ['here', 'aside', 'deleted'] },
        tone: { type: ['string', 'null'], description: 'null: as measured' },
        picture: nullable('string'),
        repeat: nullable('string'),
        said: nullable('string'),
        replace: object({ field: { enum: ['name', 'subject'] }, find: text, put: text }),
        fromFileName: { ...text, description: 'a pattern such as <subject>_<phrase>_<tone>' },
        nameFromFile: { type: 'boolean' },
      }),
      ChangeReport: object({
        changed: whole,
        of: whole,
        examples: { type: 'array', items: object({ id: text, field: text, before: {}, after: {} }) },
        undo: nullable('string'),
      }),
      ArtworkSettings: object({ fileNamePattern: text, markKeys: { type: 'object' } }),
      Search: object({ id: text, name: text, query: text }),
      Drawer: object({ id: text, name: text, path: text, parentId: nullable('string'), artworks: whole, within: whole }),
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
      Docket: complete({ id: text, name: text, blankId: text, spec: DOCKET_SCHEMA }),
      Outlet: complete({
        id: text,
        name: text,
        style: text,
        baseUrl: text,
        connected: { type: 'boolean' },
        connecting: { enum: ['key', 'consent'], description: 'how it is connected: by a key, or on its own page' },
        rules: nullable('object'),
        rulesAt: nullable('string'),
        hold: { description: 'why nothing is sent there just now, and until when', type: ['object', 'null'] },
      }),
      Run: complete({
        id: text,
        name: text,
        state: { enum: ['going', 'paused', 'stopped'] },
        total: whole,
        counts: { type: 'object', additionalProperties: whole },
        outlets: { type: 'object' },
        leftOut: { type: 'array' },
        createdAt: text,
      }),
      Proof: complete({
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
        artwork: text,
        docket: text,
        outlet: text,
        refusal: nullable('string'),
        outOfDate: { type: 'boolean', description: 'its pictures were made from a file that has been replaced since' },
      }),
      Listing: complete({
        id: text,
        seq: whole,
        proofId: { ...nullable('string'), description: 'null when its artwork was deleted here' },
        outletId: text,
        outlet: text,
        remoteId: text,
        url: text,
        state: { enum: ['draft there', 'live', 'ended', 'lapsed', 'gone'] },
        title: text,
        priceMinor: whole,
        currency: text,
        sentAt: text,
        lookedAt: nullable('string'),
        artwork: text,
        docket: text,
        small: nullable('string'),
      }),
    },
  },
};
