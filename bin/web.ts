import http from 'node:http';
import next from 'next';
import { ROOT } from './stack';

/** The web server: the framework's own request handler behind what it does not do itself. Told by PORT and HOST. */
const port = Number(process.env.PORT);
const hostname = process.env.HOST ?? '127.0.0.1';

/** An address whose percent-encoding makes no sense (RFC 3986, section 2.1): the framework would trip over it. */
function isReadable(address: string): boolean {
  try {
    decodeURIComponent(address.split('?')[0]!);
    return true;
  } catch {
    return false;
  }
}
const UNREADABLE = JSON.stringify({
  type: 'about:blank#bad-request',
  title: 'The request cannot be read',
  status: 400,
  detail: 'The address of this request is not written as an address: a % in it stands for nothing.',
});

const app = next({ dev: false, dir: ROOT, hostname, port });
const handle = app.getRequestHandler();
await app.prepare();
const server = http.createServer((request, response) => {
  if (isReadable(request.url ?? '/')) return void handle(request, response);
  request.resume();
  response.writeHead(400, { 'content-type': 'application/problem+json', 'x-content-type-options': 'nosniff' }).end(UNREADABLE);
});
server.listen(port, hostname, () => console.log('web: ready'));
for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    // those who listen for changes would never end by themselves
    setTimeout(() => process.exit(0), 1000).unref();
  });
