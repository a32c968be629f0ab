import http from 'node:http';
import type { AddressInfo } from 'node:net';

/** What stands in an answer's place. The work itself was done: the liar only tells something else of it. */
export const LIES = {
  'another type': () => ({ status: 200, type: 'application/json', body: '"yes"' }),
  'a list': () => ({ status: 200, type: 'application/json', body: '[]' }),
  'no id': (real: string) => ({ status: 200, type: 'application/json', body: withoutIds(real) }),
  'numbers for words': (real: string) => ({
    status: 200,
    type: 'application/json',
    body: real.replace(/"[^"]*"(?=[,\]}])/g, '7'),
  }),
  'a page': () => ({ status: 200, type: 'text/html', body: '<!doctype html><title>Back soon</title><h1>We are painting</h1>' }),
  nothing: () => ({ status: 200, type: 'application/json', body: '' }),
  'ten megabytes': () => ({ status: 200, type: 'application/json', body: `{"id":"${'x'.repeat(10 << 20)}"}` }),
  'a redirect': () => ({
    status: 302,
    type: 'text/plain',
    body: 'elsewhere',
    headers: { location: 'http://127.0.0.1:9/elsewhere' },
  }),
  'half of it': (real: string) => ({ status: 200, type: 'application/json', body: real.slice(0, real.length / 2) }),
  'a bad pointer': () => ({
    status: 422,
    type: 'application/problem+json',
    body: '{"title":"Not so","errors":[{"detail":"is odd","pointer":"#/a%b/%E0%A4%A"}]}',
  }),
} satisfies Record<string, (real: string) => Answer>;
export type Lie = keyof typeof LIES;

interface Answer {
  status: number;
  type: string;
  body: string;
  headers?: Record<string, string>;
}

/** The answer without what names things: `id`, `reference`, `sha256`, tokens. */
const withoutIds = (text: string): string =>
  text.replace(/"(id|reference|address|sha256|access_token)":"[^"]*",?/g, '').replace(/,}/g, '}');

export interface Liar {
  /** Where it answers in the stand-ins' place. */
  base: string;
  /** Which lie a request gets; null: the truth. It is asked once a request. */
  lie: (request: { method: string; path: string }) => Lie | null;
  /** Requests that were lied to, and the truth that they were not told. */
  told: { method: string; path: string; lie: Lie }[];
  close: () => void;
}

/** Stands between us and the stand-ins at `target`: passes everything on, and lies about the answers when it is told to. */
export async function startLiar(target: string): Promise<Liar> {
  const server = http.createServer((request, response) => {
    const [method, path] = [request.method ?? 'GET', request.url ?? '/'];
    const { host: _, connection: __, ...headers } = request.headers;
    const onward = http.request(new URL(path, target), { method, headers }, (real) => {
      const chunks: Buffer[] = [];
      real.on('data', (chunk: Buffer) => chunks.push(chunk));
      real.on('end', () => {
        const body = Buffer.concat(chunks);
        const lie = (real.statusCode ?? 500) < 300 ? liar.lie({ method, path }) : null;
        const answer: Answer | null = lie && LIES[lie](body.toString());
        // what it would leave as it is is no lie
        if (lie && answer && answer.body !== body.toString()) {
          liar.told.push({ method, path, lie });
          const { status, type, body: text, headers: more } = answer;
          response.writeHead(status, { 'content-type': type, ...more }).end(text);
          return;
        }
        const { 'transfer-encoding': ___, connection: ____, ...kept } = real.headers;
        response.writeHead(real.statusCode ?? 500, { ...kept, 'content-length': body.length }).end(body);
      });
    });
    onward.on('error', () => response.destroy());
    request.pipe(onward);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const liar: Liar = {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    lie: () => null,
    told: [],
    close: () => (server.closeAllConnections(), server.close()),
  };
  return liar;
}
