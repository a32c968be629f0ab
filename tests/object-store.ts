import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';

/**
 * A small object store that answers as S3's interface says, as much as files and uploads ask of one: objects, lists in pages, deletion of
 * many, uploads in parts. Requests must be signed (AWS Signature Version 4, "Authenticating Requests: Using the Authorization Header").
 * In memory; it can be told to fail.
 */
export class TestStore {
  private server: http.Server;
  readonly objects = new Map<string, Stored>();
  readonly parts = new Map<string, { key: string; meta: Meta; parts: Map<number, Buffer>; at: Date }>();
  /** Answers this many requests more with 503. */
  failures = 0;
  /** Keys that a page of a list holds. */
  page = 1000;
  readonly key = 'TESTKEY';
  readonly secret = 'a secret of a test';

  constructor() {
    this.server = http.createServer((request, response) => {
      void this.answer(request, response).catch((error: Error) => response.writeHead(500).end(error.message));
    });
  }
  async listen(): Promise<this> {
    await new Promise<void>((resolve) => this.server.listen(0, '127.0.0.1', resolve));
    return this;
  }
  close = (): Promise<unknown> => {
    this.server.closeAllConnections();
    return new Promise((resolve) => this.server.close(resolve));
  };
  /** Its address, as the house is told it. */
  get url(): string {
    const { port } = this.server.address() as AddressInfo;
    return `s3://${this.key}:${encodeURIComponent(this.secret)}@127.0.0.1:${port}/house?tls=no`;
  }
  keys = (prefix = ''): string[] => [...this.objects.keys()].filter((k) => k.startsWith(prefix)).sort();

  private async answer(request: http.IncomingMessage, response: http.ServerResponse): Promise<void> {
    const url = new URL(request.url!, 'http://store');
    const chunks: Buffer[] = [];
    for await (const chunk of request) chunks.push(chunk as Buffer);
    const body = Buffer.concat(chunks);
    const xml = (status: number, text: string) =>
      response.writeHead(status, { 'content-type': 'application/xml' }).end(`<?xml version="1.0" encoding="UTF-8"?>${text}`);
    const error = (status: number, code: string) => xml(status, `<Error><Code>${code}</Code><Message>${code}</Message></Error>`);
    if (this.failures > 0) {
      this.failures--;
      return void error(503, 'SlowDown');
    }
    if (!this.isSigned(request, url, body)) return void error(403, 'SignatureDoesNotMatch');
    const [, bucket, ...rest] = url.pathname.split('/').map(decodeURIComponent);
    if (bucket !== 'house') return void error(404, 'NoSuchBucket');
    const key = rest.join('/');
    const q = url.searchParams;
    const upload = q.get('uploadId');
    const parts = upload ? this.parts.get(upload) : undefined;
    if (upload && !parts) return void error(404, 'NoSuchUpload');
    const method = request.method!;

    if (!key && method === 'GET' && q.has('uploads'))
      return void xml(200, `<ListMultipartUploadsResult><IsTruncated>false</IsTruncated>${[...this.parts].map(([id, u]) => `<Upload><Key>${u.key}</Key><UploadId>${id}</UploadId><Initiated>${u.at.toISOString()}</Initiated></Upload>`).join('')}</ListMultipartUploadsResult>`); // prettier-ignore
    if (!key && method === 'GET') return void xml(200, this.list(q));
    if (!key && method === 'POST' && q.has('delete')) {
      for (const [, gone] of body.toString().matchAll(/<Key>([^<]+)<\/Key>/g)) this.objects.delete(gone!);
      return void xml(200, '<DeleteResult></DeleteResult>');
    }
    if (method === 'POST' && q.has('uploads')) {
      const id = randomBytes(8).toString('hex');
      this.parts.set(id, { key, meta: metaOf(request), parts: new Map(), at: new Date() });
      return void xml(200, `<InitiateMultipartUploadResult><Bucket>house</Bucket><Key>${key}</Key><UploadId>${id}</UploadId></InitiateMultipartUploadResult>`); // prettier-ignore
    }
    if (method === 'PUT' && parts) {
      parts.parts.set(Number(q.get('partNumber')), body);
      return void response.writeHead(200, { etag: tagOf(body) }).end();
    }
    if (method === 'GET' && parts)
      return void xml(200, `<ListPartsResult><IsTruncated>false</IsTruncated>${[...parts.parts].sort(([a], [b]) => a - b).map(([n, b]) => `<Part><PartNumber>${n}</PartNumber><ETag>${tagOf(b)}</ETag><Size>${b.length}</Size></Part>`).join('')}</ListPartsResult>`); // prettier-ignore
    if (method === 'POST' && parts) {
      const named = [...body.toString().matchAll(/<PartNumber>(\d+)<\/PartNumber>/g)].map(([, n]) => Number(n));
      const whole = Buffer.concat(named.map((n) => parts.parts.get(n)!));
      this.objects.set(key, { body: whole, meta: parts.meta, at: new Date() });
      this.parts.delete(upload!);
      return void xml(
        200,
        `<CompleteMultipartUploadResult><Key>${key}</Key><ETag>${tagOf(whole)}</ETag></CompleteMultipartUploadResult>`,
      );
    }
    if (method === 'DELETE' && parts) {
      this.parts.delete(upload!);
      return void response.writeHead(204).end();
    }
    if (method === 'PUT') {
      this.objects.set(key, { body, meta: metaOf(request), at: new Date() });
      return void response.writeHead(200, { etag: tagOf(body) }).end();
    }
    if (method === 'DELETE') {
      this.objects.delete(key);
      return void response.writeHead(204).end();
    }
    const found = this.objects.get(key);
    if (!found) return void error(404, 'NoSuchKey');
    response.writeHead(200, {
      ...found.meta,
      'content-length': found.body.length,
      'last-modified': found.at.toUTCString(),
      etag: tagOf(found.body),
    });
    response.end(method === 'HEAD' ? undefined : found.body);
  }

  private list(q: URLSearchParams): string {
    const [prefix, delimiter, after] = [q.get('prefix') ?? '', q.get('delimiter'), q.get('continuation-token') ?? ''];
    const all = this.keys(prefix).filter((k) => k > after && !(delimiter && k.slice(prefix.length).includes(delimiter)));
    const page = all.slice(0, this.page);
    const more = all.length > page.length;
    return `<ListBucketResult><IsTruncated>${more}</IsTruncated>${more ? `<NextContinuationToken>${page.at(-1)}</NextContinuationToken>` : ''}${page
      .map((k) => {
        const { body, at } = this.objects.get(k)!;
        return `<Contents><Key>${k}</Key><Size>${body.length}</Size><LastModified>${at.toISOString()}</LastModified></Contents>`;
      })
      .join('')}</ListBucketResult>`;
  }

  private isSigned(request: http.IncomingMessage, url: URL, body: Buffer): boolean {
    const parts = /Credential=([^/]+)\/([^,]+), ?SignedHeaders=([^,]+), ?Signature=([0-9a-f]{64})/.exec(request.headers.authorization ?? ''); // prettier-ignore
    if (parts?.[1] !== this.key) return false;
    const [, , scope, signed, signature] = parts as unknown as [string, string, string, string, string];
    const hash = (of: string | Buffer) => createHash('sha256').update(of).digest('hex');
    const told = request.headers['x-amz-content-sha256'] as string;
    if (told !== 'UNSIGNED-PAYLOAD' && told !== hash(body)) return false;
    const escaped = (s: string) =>
      encodeURIComponent(s).replace(/[!'()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);
    const canonical = [
      request.method,
      url.pathname.split('/').map((s) => escaped(decodeURIComponent(s))).join('/'), // prettier-ignore
      [...url.searchParams].map(([k, v]) => `${escaped(k)}=${escaped(v)}`).sort().join('&'), // prettier-ignore
      ...signed.split(';').map((h) => `${h}:${String(request.headers[h]).trim().replace(/\s+/g, ' ')}`),
      '',
      signed,
      told,
    ].join('\n');
    const text = ['AWS4-HMAC-SHA256', request.headers['x-amz-date'], scope, hash(canonical)].join('\n');
    const key = scope.split('/').reduce<Buffer>((k, s) => createHmac('sha256', k).update(s).digest(), Buffer.from(`AWS4${this.secret}`)); // prettier-ignore
    const should = createHmac('sha256', key).update(text).digest('hex');
    return timingSafeEqual(Buffer.from(should), Buffer.from(signature));
  }
}

type Meta = Record<string, string>;
interface Stored {
  body: Buffer;
  meta: Meta;
  at: Date;
}
const tagOf = (body: Buffer): string => `"${createHash('md5').update(body).digest('hex')}"`;
const metaOf = (request: http.IncomingMessage): Meta =>
  Object.fromEntries(
    Object.entries(request.headers).filter(([k]) => k.startsWith('x-amz-meta-') || k === 'content-type'),
  ) as Meta;
