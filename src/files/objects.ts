import { createReadStream, createWriteStream } from 'node:fs';
import { unlink } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { S3Client, S3ClientConfig } from '@aws-sdk/client-s3';
import { temporary } from './scratch';
import { isName, named, NotStored, type Shelf, type Shelves } from './shelves';

/** An S3-compatible store as an address tells it: `s3://KEY:SECRET@HOST[:PORT]/BUCKET[?region=…&tls=no]`. */
export interface ObjectStore {
  bucket: string;
  config: S3ClientConfig;
}

/** Reads the address of an object store. Throws RangeError with a sentence when it is not one. */
export function objectStoreAt(address: string): ObjectStore {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new RangeError('The address of the store cannot be read. It looks like s3://KEY:SECRET@HOST/BUCKET.');
  }
  const bucket = url.pathname.slice(1);
  if (url.protocol !== 's3:' || !url.username || !url.password || !/^[a-z0-9][a-z0-9.-]{1,61}[a-z0-9]$/.test(bucket))
    throw new RangeError('The address of the store must name a key, a secret, a host and a bucket: s3://KEY:SECRET@HOST/BUCKET.');
  return {
    bucket,
    config: {
      endpoint: `${url.searchParams.get('tls') === 'no' ? 'http' : 'https'}://${url.host}`,
      region: url.searchParams.get('region') ?? 'us-east-1',
      // not every store knows buckets as names of hosts, nor the newer checksums
      forcePathStyle: true,
      requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED',
      credentials: { accessKeyId: decodeURIComponent(url.username), secretAccessKey: decodeURIComponent(url.password) },
    },
  };
}

// the library is large: it is loaded where it is used
const library = () => import('@aws-sdk/client-s3');

const isMissing = (error: unknown): boolean =>
  ['NoSuchKey', 'NotFound'].includes((error as Error).name) ||
  (error as { $metadata?: { httpStatusCode?: number } }).$metadata?.httpStatusCode === 404;

/** So many keys a request may name (AWS S3 API reference, DeleteObjects). */
const AT_ONCE = 1000;

/** A bucket by its few needs: what whoever keeps files or uploads in it asks of it. */
export class Bucket {
  private client: Promise<S3Client> | undefined;
  constructor(readonly at: ObjectStore) {}
  private s3(): Promise<S3Client> {
    this.client ??= library().then((s3) => new s3.S3Client(this.at.config));
    return this.client;
  }
  async open(key: string): Promise<{ stream: Readable; bytes: number } | null> {
    const { GetObjectCommand } = await library();
    try {
      const got = await (await this.s3()).send(new GetObjectCommand({ Bucket: this.at.bucket, Key: key }));
      return { stream: got.Body as Readable, bytes: got.ContentLength ?? 0 };
    } catch (error) {
      if (isMissing(error)) return null;
      throw error;
    }
  }
  async has(key: string): Promise<boolean> {
    const { HeadObjectCommand } = await library();
    try {
      await (await this.s3()).send(new HeadObjectCommand({ Bucket: this.at.bucket, Key: key }));
      return true;
    } catch (error) {
      if (isMissing(error)) return false;
      throw error;
    }
  }
  async put(key: string, body: Readable | Uint8Array | string, bytes: number): Promise<void> {
    const { PutObjectCommand } = await library();
    await (await this.s3()).send(new PutObjectCommand({ Bucket: this.at.bucket, Key: key, Body: body, ContentLength: bytes }));
  }
  async *list(prefix: string, delimiter?: string): AsyncIterable<{ key: string; bytes: number; at: number }> {
    const { ListObjectsV2Command } = await library();
    for (let next: string | undefined, more = true; more;) {
      const page = await (
        await this.s3()
      ).send(new ListObjectsV2Command({ Bucket: this.at.bucket, Prefix: prefix, Delimiter: delimiter, ContinuationToken: next }));
      for (const o of page.Contents ?? []) yield { key: o.Key!, bytes: o.Size ?? 0, at: o.LastModified?.getTime() ?? 0 };
      next = page.NextContinuationToken;
      more = Boolean(page.IsTruncated && next);
    }
  }
  async remove(keys: readonly string[]): Promise<void> {
    const { DeleteObjectsCommand } = await library();
    for (let i = 0; i < keys.length; i += AT_ONCE) {
      const Objects = keys.slice(i, i + AT_ONCE).map((Key) => ({ Key }));
      await (await this.s3()).send(new DeleteObjectsCommand({ Bucket: this.at.bucket, Delete: { Objects, Quiet: true } }));
    }
  }
}

/** Files in an S3-compatible bucket: `SHELF/ab/abcd…`. A PUT makes an object whole or not at all. */
export function objectShelves(bucket: Bucket): Shelves {
  const keyOf = (shelf: Shelf, name: string): string => `${shelf}/${named(name).slice(0, 2)}/${name}`;
  const open = (shelf: Shelf, name: string) => bucket.open(keyOf(shelf, name));
  return {
    has: (shelf, name) => bucket.has(keyOf(shelf, name)),
    open,
    keepFile: (shelf, name, path, bytes) => bucket.put(keyOf(shelf, name), createReadStream(path), bytes),
    keepBytes: (shelf, name, data) => bucket.put(keyOf(shelf, name), data, data.byteLength),
    async borrow(shelf, name, reads) {
      const found = await open(shelf, name);
      if (!found) throw new NotStored(shelf, name);
      const path = await temporary();
      try {
        await pipeline(found.stream, createWriteStream(path));
        return await reads(path);
      } finally {
        await unlink(path).catch(() => undefined);
      }
    },
    async *list(shelf) {
      for await (const { key, bytes, at } of bucket.list(`${shelf}/`)) {
        const name = key.split('/').at(-1)!;
        if (isName(name)) yield { name, bytes, at };
      }
    },
    remove: (shelf, names) => bucket.remove(names.map((name) => keyOf(shelf, name))),
  };
}
