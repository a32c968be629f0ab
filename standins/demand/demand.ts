import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';

/** What is searched, as a table: phrases with monthly searches, competing listings, click rate, and each month’s share. All of it made up. */
export function demand(app: FastifyInstance): void {
  app.get('/phrases.csv', (_, reply) =>
    reply
      .type('text/csv; charset=utf-8')
      .send(createReadStream(join(process.env.PRESS_ROOT ?? process.cwd(), 'standins/demand/phrases.csv'))),
  );
}
