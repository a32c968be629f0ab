import { Readable } from 'node:stream';
import { Type } from '@sinclair/typebox';
import { Key } from '@/core/phrasebook/entry';
import { LIMITS } from '@/core/limits';
import { called } from '@/services/words/calling';
import { offeredPhrases, phrasebook, phraseOf, phrasesIn, phrasesOut, putPhrase, removePhrase } from '@/services/words/editing';
import { tagReasons } from '@/services/words/tag-reasons';
import { demandSeen, dropOwnDemand, fetchDemand, phraseSeen, takeDemand } from '@/services/words/demand';
import { tryWriting, writeAnew, type ProofsAsked } from '@/services/words/rewriting';
import { attached } from '../attached';
import { textOf } from '../body';
import { route, stream } from '../route';
import { Exactly, IdOf, Items, OneOf } from '../shapes/parts';
import * as shape from '../shapes/words';

const key = { key: Type.Unsafe<string>({ ...Key, title: 'entry' }) };
const FORMS = { csv: 'text/csv; charset=utf-8', json: 'application/json' } as const;
/** So many proofs are shown before they are written. */
const SEEN = 12;

const meant = (body: shape.WriteAsked): ProofsAsked => ('ids' in body ? { ids: body.ids } : { search: body.search });

export const WORDS_ROUTES = [
  route('GET', '/phrases', { does: 'the phrasebook in short', answers: Items(shape.PhraseInShort) }, async ({ workspace }) => ({
    items: await phrasebook(workspace),
  })),
  route(
    'GET',
    '/phrases/offered',
    {
      does: 'subjects that are seen often and call nothing up, with entries made of one’s own listings',
      answers: Items(shape.PhraseOffered),
    },
    async ({ workspace }) => ({ items: await offeredPhrases(workspace) }),
  ),
  stream(
    'GET',
    '/phrases/table',
    {
      does: 'the phrasebook as a file: a table (CSV, RFC 4180) or JSON',
      query: { form: Type.Optional(OneOf(['csv', 'json'])) },
      gives: 'text/csv',
    },
    async ({ workspace, query: { form = 'csv' } }) => {
      const text = await phrasesOut(workspace, form);
      return attached({ stream: Readable.from([text]), fileName: `phrasebook.${form}` }, FORMS[form]);
    },
  ),
  route(
    'POST',
    '/phrases/table',
    {
      does: 'takes entries in from a table (CSV) or JSON; new ones are added, others say what they say there',
      takes: { type: 'text/csv' },
      answers: shape.PhrasesTaken,
    },
    async ({ workspace, request }) => phrasesIn(workspace, await textOf(request, LIMITS.tableBytes)),
  ),
  route('GET', '/phrases/{key}', { does: 'an entry', params: key, answers: shape.PhraseEntry }, ({ workspace, params }) =>
    phraseOf(workspace, params.key),
  ),
  route(
    'PUT',
    '/phrases/{key}',
    {
      does: 'makes an entry, or saves one; proofs that were made of it are out of date then',
      params: key,
      body: shape.PhraseBody,
      answers: shape.PhraseEntry,
    },
    ({ workspace, params, body: { revision, ...entry } }) => putPhrase(workspace, { ...entry, ...params }, revision),
  ),
  route(
    'DELETE',
    '/phrases/{key}',
    { does: 'takes an entry away; those below it stand at the top then', params: key },
    ({ workspace, params }) => removePhrase(workspace, params.key),
  ),
  route(
    'GET',
    '/artworks/{id}/phrases',
    { does: 'which entries an artwork calls up, and why', params: { id: IdOf('artwork') }, answers: shape.PhrasesCalled },
    async ({ workspace, params }) => ({ items: await called(workspace, params.id) }),
  ),
  route(
    'POST',
    '/proofs/writing/try',
    {
      does: 'what proofs say now and would say if they were written from their artwork, field by field; nothing is changed',
      body: shape.WriteBody,
      answers: shape.WritingSeen,
    },
    ({ workspace, body }) => tryWriting(workspace, meant(body), body, SEEN),
  ),
  route(
    'POST',
    '/proofs/writing',
    {
      does: 'has proofs written from their artwork; what a hand wrote stays',
      body: shape.WriteBody,
      answers: shape.WritingDone,
    },
    ({ workspace, body }) => writeAnew(workspace, meant(body), body, body.except ?? []),
  ),
  route(
    'GET',
    '/proofs/{id}/tags/why',
    {
      does: 'why the rules choose the tags of a proof that they do, and which they nearly chose',
      params: { id: IdOf('proof') },
      answers: shape.TagReasons,
    },
    ({ workspace, params }) => tagReasons(workspace, params.id),
  ),
  route(
    'GET',
    '/demand',
    {
      does: 'a window of what is searched, from a place on',
      query: {
        find: Type.Optional(Type.String({ maxLength: 80 })),
        order: Type.Optional(OneOf(['worth', 'searches', 'competing', 'phrase'])),
        use: Type.Optional(OneOf(['ours', 'nobody'], 'that live listings have as a tag, or that none has')),
        mine: Type.Optional(Type.Literal('yes', { description: 'only what speaks of artwork that is here' })),
        season: Type.Optional(
          Type.String({
            pattern: '^(\\d|1[01])(,(\\d|1[01])){0,11}$',
            description: 'whose time of the year begins in one of these months, 0 for January',
          }),
        ),
        from: Type.Optional(Type.Integer({ minimum: 0, maximum: 1_000_000 })),
        count: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
      },
      answers: shape.DemandWindow,
    },
    ({ workspace, query: { find = '', order = 'worth', use, mine, season, from = 0, count = 50 } }) =>
      demandSeen(
        workspace,
        {
          find: find.trim().toLowerCase(),
          order,
          ...(use && { use }),
          ...(mine && { mine: true }),
          ...(season && { seasonFrom: season.split(',').map(Number) }),
        },
        from,
        count,
      ),
  ),
  route(
    'GET',
    '/demand/phrase',
    {
      does: 'what is known of a phrase: figures, phrases beside it, proofs that have it as a tag, artworks that it speaks of',
      query: { phrase: Type.String({ minLength: 1, maxLength: 120 }) },
      answers: shape.PhraseSeen,
    },
    ({ workspace, query: { phrase } }) => phraseSeen(workspace, phrase.trim().toLowerCase()),
  ),
  route(
    'POST',
    '/demand/refresh',
    { does: 'fetches what is searched', answers: Exactly({ count: Type.Integer() }) },
    async ({ workspace }) => ({ count: await fetchDemand(workspace) }),
  ),
  route(
    'POST',
    '/demand/table',
    {
      does: 'takes a table of one’s own in (CSV: phrase, searches, competing, click rate, months); it counts before what was fetched',
      takes: { type: 'text/csv' },
      answers: shape.DemandTaken,
    },
    async ({ workspace, request }) => takeDemand(workspace, await textOf(request, LIMITS.tableBytes)),
  ),
  route(
    'DELETE',
    '/demand/own',
    { does: 'throws one’s own phrases away', answers: Exactly({ count: Type.Integer() }) },
    async ({ workspace }) => ({ count: await dropOwnDemand(workspace) }),
  ),
];
