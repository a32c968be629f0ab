import fc from 'fast-check';
import { chain, inverse, moved, scaled, turned } from '../placement/affine';
import { premultiply, wrap } from '../scene/texture';
import { fill, layPiece, layTurned, over, type Strip } from './strip';

const pack = ([r, g, b, a]: readonly number[]) => (r! | (g! << 8) | (b! << 16) | (a! << 24)) >>> 0;
const unpack = (word: number) => [word & 255, (word >>> 8) & 255, (word >>> 16) & 255, word >>> 24];
const byte = fc.integer({ min: 0, max: 255 });
const colour = fc.tuple(byte, byte, byte, byte);
const strip = (width: number, rows: number, top = 0): Strip => ({ width, rows, top, rgba: new Uint8Array(width * rows * 4) });
const at = ({ rgba, width, top }: Strip, x: number, y: number) => {
  const i = ((y - top) * width + x) * 4;
  return [...rgba.subarray(i, i + 4)];
};

describe('one colour over another', () => {
  // W3C Compositing and Blending Level 1, section 5.1: co = cs + cb (1 - as), with premultiplied colours and shares of one
  test('as the W3C writes it, within one of 255', () =>
    fc.assert(
      fc.property(colour, colour, (above, below) => {
        const share = (c: readonly number[]) => c.map((v, i) => (i === 3 ? v / 255 : (v / 255) * (c[3]! / 255)));
        const [s, d] = [share(above), share(below)];
        const mixed = s.map((v, i) => v + d[i]! * (1 - s[3]!));
        const straight = mixed.map((v, i) => (i === 3 ? v : mixed[3]! ? v / mixed[3] : 0) * 255);
        const made = unpack(over(pack(above), pack(below)));
        if (above[3] === 0 && below[3] === 0) return;
        made.forEach((v, i) => expect(Math.abs(v - straight[i]!)).toBeLessThanOrEqual(1));
      }),
      { numRuns: 2000 },
    ));
});

describe('a piece on a strip', () => {
  const piece = (width: number, height: number) => {
    const rgba = new Uint8Array(width * height * 4);
    for (let i = 0; i < width * height; i++) rgba.set([i % 256, (i >> 8) & 255, 7, 255], i * 4);
    return { width, height, rgba };
  };
  test('lies where its corner is, and only there', () => {
    const s = strip(10, 6, 20);
    layPiece(s, piece(4, 4), 8, 18);
    expect(at(s, 8, 20)).toEqual([8, 0, 7, 255]);
    expect(at(s, 9, 21)).toEqual([13, 0, 7, 255]);
    expect(at(s, 7, 20)).toEqual([0, 0, 0, 0]);
    expect(at(s, 9, 22)).toEqual([0, 0, 0, 0]);
  });
  test('strip by strip is the same as in one', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -6, max: 20 }),
        fc.integer({ min: -6, max: 20 }),
        fc.integer({ min: 1, max: 9 }),
        (x, y, rows) => {
          const whole = strip(16, 16);
          layPiece(whole, piece(7, 9), x, y);
          const joined = new Uint8Array(16 * 16 * 4);
          for (let top = 0; top < 16; top += rows) {
            const part = strip(16, Math.min(rows, 16 - top), top);
            layPiece(part, piece(7, 9), x, y);
            joined.set(part.rgba, top * 16 * 4);
          }
          expect(joined).toEqual(whole.rgba);
        },
      ),
    ));
});

describe('a picture that lies askew', () => {
  /** A picture whose colours grow evenly to the right and downwards: a cubic that keeps what is linear must find them exactly. */
  const ramp = (width: number, height: number) => {
    const rgba = new Uint8Array(width * height * 4);
    for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) rgba.set([x * 2, y * 2, 60, 255], (y * width + x) * 4);
    return { width, height, rgba };
  };
  const picture = ramp(100, 100);
  const window = { left: 0, top: 0, width: 100, height: 100, texels: premultiply(picture).texels };
  const canvas = { left: 0, top: 0, width: 160, height: 160 };

  test.each([1, 17, 45, 73])('turned by %d degrees each point has the colour that lies there', (angle) => {
    const s = strip(160, 160);
    const back = inverse(chain(moved(80, 80), turned(angle), moved(-50, -50)));
    layTurned(s, canvas, window, back, null);
    let looked = 0;
    for (let y = 0; y < 160; y += 3)
      for (let x = 0; x < 160; x += 3) {
        const u = (x + 0.5) * back.a + (y + 0.5) * back.c + back.e;
        const v = (x + 0.5) * back.b + (y + 0.5) * back.d + back.f;
        if (u < 3 || v < 3 || u > 97 || v > 97) continue;
        looked++;
        const [r, g, b, a] = at(s, x, y);
        expect(Math.abs(r! - (u - 0.5) * 2)).toBeLessThanOrEqual(1);
        expect(Math.abs(g! - (v - 0.5) * 2)).toBeLessThanOrEqual(1);
        expect([b, a]).toEqual([60, 255]);
      }
    expect(looked).toBeGreaterThan(500);
  });

  test('turned by nothing it is the picture, byte for byte', () => {
    const s = strip(160, 160);
    layTurned(s, canvas, window, inverse(moved(30, 20)), null);
    for (const [x, y] of [
      [0, 0],
      [99, 0],
      [50, 50],
      [99, 99],
    ] as const)
      // prettier-ignore
      expect(at(s, x + 30, y + 20)).toEqual([x * 2, y * 2, 60, 255]);
    expect(at(s, 29, 20)).toEqual([0, 0, 0, 0]);
    expect(at(s, 130, 20)).toEqual([0, 0, 0, 0]);
  });

  test('one colour edge to edge has no seams, however it is turned and repeated', () => {
    const rgba = new Uint8Array(20 * 20 * 4).fill(0);
    for (let i = 0; i < 400; i++) rgba.set([90, 140, 30, 255], i * 4);
    for (const kind of ['straight', 'half-drop', 'brick', 'mirrored'] as const) {
      const repeat = { kind, pitch: { x: 1, y: 1 } };
      const level = premultiply({ width: 20, height: 20, rgba });
      wrap(level, repeat);
      const s = strip(160, 160);
      const back = inverse(chain(turned(29), scaled(20, 20)));
      layTurned(s, canvas, { left: 0, top: 0, width: 20, height: 20, texels: level.texels }, back, repeat);
      expect(new Set(new Uint32Array(s.rgba.buffer))).toEqual(new Set([pack([90, 140, 30, 255])]));
    }
  });

  test('over a ground its soft edges let the ground through', () => {
    const s = strip(160, 160);
    fill(s, pack([255, 255, 255, 255]));
    layTurned(s, canvas, window, inverse(chain(moved(80, 80), turned(30), moved(-50, -50))), null);
    for (let i = 3; i < s.rgba.length; i += 4) expect(s.rgba[i]).toBe(255);
  });
});
