import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { BoundedLog } from './bounded-log';

const file = path.join(fs.mkdtempSync(path.join(os.tmpdir(), 'press-log-')), 'programs.log');

test('never more than twice its bound is kept, the latest last, for nobody else to read', () => {
  const log = new BoundedLog(file, 1000);
  for (let i = 0; i < 500; i++) log.write(`line ${i}\n`);
  const sizes = [file, `${file}.1`].map((f) => fs.statSync(f).size);
  for (const size of sizes) expect(size).toBeLessThan(1100);
  expect(fs.readFileSync(file, 'utf8')).toMatch(/line 499\n$/);
  expect(fs.statSync(file).mode & 0o077).toBe(0);
});
test('a log of an earlier start is gone on with', () => {
  const before = fs.statSync(file).size;
  new BoundedLog(file, 1000).write('again\n');
  expect(fs.statSync(file).size).toBe(before + 6);
});
