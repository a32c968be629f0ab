import fs from 'node:fs';
import type { Readable } from 'node:stream';

/** A file that programs write to, of bounded size: past `most` bytes it becomes the one before, and a new one is begun. */
export class BoundedLog {
  private bytes: number;

  constructor(
    readonly file: string,
    private readonly most = 5 * 1024 ** 2,
  ) {
    this.bytes = fs.existsSync(file) ? fs.statSync(file).size : 0;
  }

  write(text: Buffer | string): void {
    if (this.bytes > this.most) {
      fs.renameSync(this.file, `${this.file}.1`);
      this.bytes = 0;
    }
    fs.appendFileSync(this.file, text, { mode: 0o600 });
    this.bytes += text.length;
  }

  /** Writes down all that comes out of a stream. */
  follow(stream: Readable | null): void {
    stream?.on('data', (text: Buffer) => this.write(text));
  }
}
