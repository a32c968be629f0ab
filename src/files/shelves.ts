import type { Readable } from 'node:stream';

/** Originals stand under their SHA-256; `derived` ones under the hash of everything they were made from. */
export type Shelf = 'originals' | 'derived';
export const SHELVES: readonly Shelf[] = ['originals', 'derived'];

/** What stands on a shelf. */
export interface Stored {
  name: string;
  bytes: number;
  /** When it was put there, milliseconds since 1970. */
  at: number;
}

/** A file that was asked for is not there. */
export class NotStored extends Error {
  constructor(shelf: Shelf, name: string) {
    super(`There is no ${name} among the ${shelf}`);
  }
}

/** Where files are kept: a disk, or an object store that several machines share. A file under its name is always whole. */
export interface Shelves {
  has: (shelf: Shelf, name: string) => Promise<boolean>;
  /** A file as a stream with its size; null when it is not there. */
  open: (shelf: Shelf, name: string) => Promise<{ stream: Readable; bytes: number } | null>;
  /** Puts a file of this machine's disk on a shelf. It may be gone from where it was. */
  keepFile: (shelf: Shelf, name: string, path: string, bytes: number) => Promise<void>;
  keepBytes: (shelf: Shelf, name: string, data: Uint8Array) => Promise<void>;
  /** Lets somebody read a file by a path of this machine, which holds no longer than that. Throws NotStored. */
  borrow: <T>(shelf: Shelf, name: string, reads: (path: string) => Promise<T>) => Promise<T>;
  /** Everything on a shelf, in no order. */
  list: (shelf: Shelf) => AsyncIterable<Stored>;
  /** Takes files away; those that are not there are as well. */
  remove: (shelf: Shelf, names: readonly string[]) => Promise<void>;
}

const NAME = /^[0-9a-f]{64}(\.[a-z0-9-]+)*$/;
export const isName = (name: string): boolean => NAME.test(name);
/** Throws RangeError on what is not the name of a stored file: nothing else ever becomes part of a path or a key. */
export function named(name: string): string {
  if (!isName(name)) throw new RangeError(`${name} is not the name of a stored file`);
  return name;
}
