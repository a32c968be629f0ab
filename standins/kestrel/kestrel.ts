import { createHash, randomBytes } from 'node:crypto';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { controlAction, misbehave } from '../control';
import { problem, type Fault } from '../problem';
import { Files, openFolder, pictureSize, pictureType, Records } from '../store';
import { door } from './door';
import { NOTICEBOARD, SHELVES } from './noticeboard';
import { faultsOfGoods, faultsOfWords, type Goods, type Offer, type Words } from './offer';
import { offerPage, tablePage } from './storefront';

/** Every kind of problem the fair tells: its name in `type`, what it is called, and its status. */
const PROBLEMS = {
  stranger: [401, 'We do not know you'],
  'no-such-offer': [404, 'No such offer'],
  'against-the-noticeboard': [422, 'Not as the noticeboard asks'],
  'not-a-picture': [422, 'Not a picture we can hang'],
  'not-ready-for-the-table': [409, 'Not ready for the table'],
  'fair-is-closed': [503, 'The fair is closed for the moment'],
  'too-fast': [429, 'One at a time, please'],
  'being-rearranged': [422, 'Being rearranged'],
} as const;
type Kind = keyof typeof PROBLEMS;

const tell = (reply: FastifyReply, kind: Kind, detail: string, errors: Fault[] = []) =>
  problem(reply, PROBLEMS[kind][0], `tag:kestrelfair.example,2026:${kind}`, PROBLEMS[kind][1], detail, errors);

const WORDS = ['headline', 'text', 'catchwords', 'shelf', 'maker', 'made', 'tell'] as const;
const wordsOf = (body: unknown): Words => {
  const b = (body ?? {}) as Words;
  return {
    ...(Object.fromEntries(WORDS.map((name) => [name, b[name]])) as unknown as Words),
    shelf: b.shelf ?? null,
    tell: b.tell ?? null,
  };
};

/** Three months from a day, for which a place on the table is paid. */
const paidUntil = (from: Date): string => {
  const until = new Date(from);
  until.setUTCMonth(until.getUTCMonth() + NOTICEBOARD.charges.table.months);
  return until.toISOString();
};

/** Kestrel Fair: craft stalls. An offer is made first and stands aside; its pictures come one by one; then it is laid out. */
export function kestrel(app: FastifyInstance, place: string): void {
  const folder = openFolder(place, 'kestrel fair, offers 1', (line) => console.log(line));
  const offers = new Records<Offer>(`${folder}/offers`);
  const files = new Files(`${folder}/files`);
  const knows = door(app, folder);
  // a noticeboard may be changed without a word; what it asks in winter is told, and nothing that lies there is touched
  let board: typeof NOTICEBOARD = NOTICEBOARD;
  controlAction('kestrel', 'winter-noticeboard', () => {
    board = {
      ...NOTICEBOARD,
      edition: 'winter 2026',
      headline: { longest: 60 },
      catchwords: { ...NOTICEBOARD.catchwords, most: 1 },
    };
  });
  controlAction('kestrel', 'usual-noticeboard', () => {
    board = NOTICEBOARD;
  });

  /** An offer as of now: what was not paid again is packed away on its day. */
  const seen = (offer: Offer): Offer => {
    const { until, again } = offer.table;
    if (offer.standing !== 'on-the-table' || !until || until > new Date().toISOString()) return offer;
    return offers.put(
      again
        ? { ...offer, table: { until: paidUntil(new Date()), again } }
        : { ...offer, standing: 'packed-away', table: { until: null, again } },
    );
  };
  const all = () => offers.list().map(seen);
  type Work = (offer: Offer, request: FastifyRequest, reply: FastifyReply) => unknown;
  /** A handler for one offer, or the answer that there is none. */
  const forOffer = (work: Work) => async (request: FastifyRequest, reply: FastifyReply) => {
    const offer = offers.get((request.params as { id: string }).id);
    return offer
      ? work(seen(offer), request, reply)
      : tell(reply, 'no-such-offer', 'There is no offer of that number at your stall.');
  };
  /** The number in an address such as `…/pictures/3`, or null when there is no such place. */
  const placeIn = (request: FastifyRequest, most: number): number | null => {
    const text = (request.params as { place: string }).place;
    const n = /^\d{1,3}$/.test(text) ? Number(text) : 0;
    return n >= 1 && n <= most ? n : null;
  };

  void app.register(
    (api, _, done) => {
      misbehave(api, 'kestrel', (reply, how) =>
        how === 'too-many'
          ? tell(reply, 'too-fast', 'There is a queue at the gate. Come again when it is shorter.')
          : how === 'refused'
            ? tell(reply, 'being-rearranged', 'The tables are being rearranged and nothing can be taken in')
            : tell(reply, 'fair-is-closed', 'Rain stopped the fair. It opens again shortly.'),
      );
      api.addHook('onRequest', async (request, reply) => {
        if (!reply.sent && !knows(request)) return tell(reply, 'stranger', 'The access token is missing, unknown or expired.');
      });

      api.get('/noticeboard', () => board);
      api.get('/shelves', () => ({ shelves: SHELVES }));

      api.get('/offers', (request) => {
        const { ticket, from = '0', many = '50' } = request.query as { ticket?: string; from?: string; many?: string };
        const found = all().filter((o) => ticket === undefined || o.ticket === ticket);
        const [start, count] = [Number(from) || 0, Math.min(100, Number(many) || 50)];
        return { offers: found.slice(start, start + count), in_all: found.length };
      });

      api.post('/offers', async (request, reply) => {
        const { ticket } = (request.body ?? {}) as { ticket?: unknown };
        const faults = faultsOfWords(wordsOf(request.body));
        if (typeof ticket !== 'string' || !ticket)
          faults.unshift({ pointer: '#/ticket', detail: 'is your own mark for this offer' });
        if (faults.length) return tell(reply, 'against-the-noticeboard', 'This offer cannot be taken in.', faults);
        const offer: Offer = {
          ...wordsOf(request.body),
          id: randomBytes(5).toString('hex'),
          ticket: ticket as string,
          standing: 'set-aside',
          choices: [],
          kinds: [],
          pictures: [],
          downloads: [],
          table: { until: null, again: true },
        };
        offers.put(offer);
        return reply
          .code(201)
          .header('location', `${request.url.split('?')[0]}/${offer.id}`)
          .send(offer);
      });

      api.get(
        '/offers/:id',
        forOffer((offer) => offer),
      );

      // whoever throws an offer away has it no more, whatever it stood as
      api.delete(
        '/offers/:id',
        forOffer((offer, _, reply) => {
          offers.remove(offer.id);
          return reply.code(204).send();
        }),
      );

      api.put(
        '/offers/:id/words',
        forOffer((offer, request, reply) => {
          const words = wordsOf(request.body);
          const faults = faultsOfWords(words);
          return faults.length
            ? tell(reply, 'against-the-noticeboard', 'These words cannot be taken.', faults)
            : offers.put({ ...offer, ...words });
        }),
      );

      api.put(
        '/offers/:id/kinds',
        forOffer((offer, request, reply) => {
          const { choices, kinds } = (request.body ?? {}) as Goods;
          const faults = faultsOfGoods({ choices, kinds });
          return faults.length
            ? tell(reply, 'against-the-noticeboard', 'These kinds cannot be taken.', faults)
            : offers.put({ ...offer, choices, kinds });
        }),
      );

      api.put(
        '/offers/:id/pictures/:place',
        forOffer(async (offer, request, reply) => {
          const { most, shorter_side, longer_side, bytes } = NOTICEBOARD.pictures;
          const at = placeIn(request, most);
          if (!at) return tell(reply, 'against-the-noticeboard', `A picture has a place from 1 to ${most}.`);
          const part = await request.file();
          const data = await part?.toBuffer();
          const size = data && pictureSize(data);
          if (!data || !size || pictureType(data) === 'image/webp' || data.length > bytes)
            return tell(reply, 'not-a-picture', `Send a JPEG or PNG of at most ${bytes} bytes`);
          if (Math.min(size.width, size.height) < shorter_side)
            return tell(
              reply,
              'not-a-picture',
              `A picture needs ${shorter_side} px on its shorter side; this has ${Math.min(size.width, size.height)}`,
            );
          if (Math.max(size.width, size.height) > longer_side)
            return tell(reply, 'not-a-picture', `A picture may have ${longer_side} px on its longer side, no more`);
          const said = (part?.fields.said as { value?: string } | undefined)?.value ?? '';
          const sha256 = createHash('sha256').update(data).digest('hex');
          files.put(sha256, data);
          // read again: another picture may have been hung while this one was read
          const now = offers.get(offer.id)!;
          const pictures = [...now.pictures.filter((p) => p.place !== at), { place: at, said, sha256 }];
          offers.put({ ...now, pictures: pictures.sort((a, b) => a.place - b.place) });
          return { place: at, said, sha256 };
        }),
      );
      api.delete(
        '/offers/:id/pictures/:place',
        forOffer((offer, request, reply) => {
          const at = placeIn(request, NOTICEBOARD.pictures.most);
          offers.put({ ...offer, pictures: offer.pictures.filter((p) => p.place !== at) });
          return reply.code(204).send();
        }),
      );

      api.put(
        '/offers/:id/downloads/:place',
        forOffer(async (offer, request, reply) => {
          const { most, bytes } = NOTICEBOARD.downloads;
          const at = placeIn(request, most);
          const part = at ? await request.file({ limits: { fileSize: bytes } }) : undefined;
          const data = await part?.toBuffer().catch(() => undefined);
          if (!at || !part || !data)
            return tell(reply, 'against-the-noticeboard', `A download has a place from 1 to ${most} and at most ${bytes} bytes.`);
          const sha256 = createHash('sha256').update(data).digest('hex');
          files.put(sha256, data);
          const now = offers.get(offer.id)!;
          const file = { place: at, name: part.filename, bytes: data.length, sha256 };
          offers.put({
            ...now,
            downloads: [...now.downloads.filter((d) => d.place !== at), file].sort((a, b) => a.place - b.place),
          });
          return file;
        }),
      );

      api.delete(
        '/offers/:id/downloads/:place',
        forOffer((offer, request, reply) => {
          const at = placeIn(request, NOTICEBOARD.downloads.most);
          offers.put({ ...offer, downloads: offer.downloads.filter((d) => d.place !== at) });
          return reply.code(204).send();
        }),
      );

      api.post(
        '/offers/:id/lay-out',
        forOffer((offer, request, reply) => {
          const { again = true } = (request.body ?? {}) as { again?: boolean };
          if (!offer.pictures.some((p) => p.place === 1))
            return tell(reply, 'not-ready-for-the-table', 'There is no picture in the first place yet');
          if (!offer.kinds.length) return tell(reply, 'not-ready-for-the-table', 'Nothing on it has a price yet');
          const until = offer.standing === 'on-the-table' ? offer.table.until : paidUntil(new Date());
          return offers.put({ ...offer, standing: 'on-the-table', table: { until, again } });
        }),
      );
      api.post(
        '/offers/:id/pack-away',
        forOffer((offer) => offers.put({ ...offer, standing: 'packed-away', table: { ...offer.table, until: null } })),
      );
      done();
    },
    { prefix: '/stall' },
  );

  app.get('/picture/:id', async (request, reply) => {
    const data = files.get((request.params as { id: string }).id);
    return data ? reply.type(pictureType(data)).send(data) : reply.code(404).send('gone');
  });
  // whoever looks at the stand-in sees what a buyer would be handed
  app.get('/handed/:id/:place', async (request, reply) => {
    const { id, place } = request.params as { id: string; place: string };
    const file = offers.get(id)?.downloads.find((d) => String(d.place) === place);
    const data = file && files.get(file.sha256);
    if (!file || !data) return reply.code(404).send('gone');
    return reply
      .type('application/octet-stream')
      .header('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`)
      .send(data);
  });
  app.get('/fair', async (_, reply) =>
    reply.type('text/html').send(tablePage(all().filter((o) => o.standing === 'on-the-table'))),
  );
  app.get('/fair/:id', async (request, reply) => {
    const offer = offers.get((request.params as { id: string }).id);
    return offer
      ? reply.type('text/html').send(offerPage(seen(offer)))
      : reply.code(404).type('text/html').send('<h1>This stall is empty</h1>');
  });
}
