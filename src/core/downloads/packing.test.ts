import { buffer } from 'node:stream/consumers';
import fc from 'fast-check';
import { ZipFile } from 'yazl';
import { archiveBytes, pack, type Packable, type Packed } from './packing';

const MB = 1_000_000;
const file = (name: string, bytes: number): Packable => ({ name, bytes });
const FIVE = { files: 5, bytesEach: 30 * MB };
const held = (packed: Packed): number[][] => {
  if (!packed.ok) throw new Error(packed.why);
  return packed.parcels.map((p) => (p.kind === 'file' ? [p.holds] : p.holds));
};

test('few files stand by themselves, in their order', () => {
  const files = ['Contents.pdf', 'a.jpg', 'b.jpg'].map((n) => file(n, MB));
  expect(held(pack(files, FIVE, 'loose where they fit', 'Wren', 1))).toEqual([[0], [1], [2]]);
});
test('many lie in archives, and the page of contents before them', () => {
  const files = [file('Contents.pdf', 20_000), ...Array.from({ length: 8 }, (_, i) => file(`${i}.jpg`, 9 * MB))];
  const packed = pack(files, FIVE, 'loose where they fit', 'Wren', 1);
  expect(packed.ok && packed.parcels.map((p) => (p.kind === 'archive' ? p.name : p.holds))).toEqual([
    0,
    'Wren, 1 of 3.zip',
    'Wren, 2 of 3.zip',
    'Wren, 3 of 3.zip',
  ]);
  expect(held(packed)).toEqual([[0], [1, 2, 3], [4, 5, 6], [7, 8]]);
});
test('where their order needs too many archives, the largest go first into what has room', () => {
  // in order: 16 | 16 | 14 and 14 | 16 would be four; 16 + 14 twice are two
  const files = [16, 16, 14, 14].map((mb, i) => file(`${i}.png`, mb * MB - 1000));
  expect(held(pack(files, { files: 2, bytesEach: 30 * MB }, 'archives', 'Wren'))).toEqual([
    [0, 2],
    [1, 3],
  ]);
});
test('what cannot be packed is said with what it would need', () => {
  const large = [file('ok.jpg', MB), file('huge.png', 31 * MB)];
  expect(pack(large, FIVE, 'archives', 'W')).toEqual({ ok: false, why: 'too-large', file: 1 });
  const many = Array.from({ length: 7 }, (_, i) => file(`${i}.png`, 20 * MB));
  expect(pack(many, FIVE, 'archives', 'W')).toEqual({ ok: false, why: 'too-many', needs: 7 });
  expect(pack(many, { ...FIVE, files: 9, bytesInAll: 100 * MB }, 'archives', 'W')).toMatchObject({ ok: false, why: 'too-much' });
});

const someFiles = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 30 * MB }), fc.string({ minLength: 1, maxLength: 60, unit: 'grapheme' })), {
    minLength: 1,
    maxLength: 40,
  }) // prettier-ignore
  .map((all) => all.map(([bytes, name], i) => file(`${i} ${name}.jpg`, bytes)));

test('every file is in exactly one parcel, no parcel is over the limit, and there are few of them', () =>
  fc.assert(
    fc.property(someFiles, fc.integer({ min: 1, max: 40 }), fc.boolean(), (files, most, loose) => {
      const limits = { files: most, bytesEach: 31 * MB };
      const packed = pack(files, limits, loose ? 'loose where they fit' : 'archives', 'W');
      // no packing has fewer archives than all bytes need (the lower bound of bin packing)
      const least = Math.ceil(files.reduce((n, f) => n + f.bytes, 0) / limits.bytesEach);
      if (!packed.ok) {
        expect(packed.why).toBe('too-many');
        if (packed.why !== 'too-many') return;
        expect(packed.needs).toBeGreaterThan(most);
        // at most 11/9 of the fewest plus 6/9 (Dósa 2007), and the fewest are at most twice what all bytes need, plus one
        expect(packed.needs).toBeLessThanOrEqual((11 / 9) * (2 * least + 1) + 6 / 9);
        return;
      }
      const parcels = held(packed);
      expect(parcels.flat().sort((a, b) => a - b)).toEqual(files.map((_, i) => i));
      expect(parcels.length).toBeLessThanOrEqual(most);
      expect(parcels.length).toBeGreaterThanOrEqual(least);
      for (const [i, holds] of parcels.entries())
        if (packed.parcels[i]!.kind === 'archive')
          expect(archiveBytes(holds.map((h) => files[h]!))).toBeLessThanOrEqual(limits.bytesEach);
    }),
  ));
test('an archive as it is written never has more bytes than were reckoned', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(fc.string({ minLength: 1, maxLength: 80, unit: 'grapheme' }).map((s) => s.replace(/[\\/:]/g, '-')), { minLength: 1, maxLength: 12 }), // prettier-ignore
      fc.integer({ min: 0, max: 3000 }),
      async (names, bytes) => {
        const zip = new ZipFile();
        for (const [i, name] of names.entries()) zip.addBuffer(Buffer.alloc(bytes), `${i}${name}`, { compress: false });
        zip.end();
        const written = await buffer(zip.outputStream);
        expect(written.length).toBeLessThanOrEqual(archiveBytes(names.map((n, i) => file(`${i}${n}`, bytes))));
      },
    ),
    { numRuns: 60 },
  );
});
