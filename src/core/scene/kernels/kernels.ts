/**
 * What `reference.ts` says, for WebAssembly with vectors of 128 bits: compiled by AssemblyScript (`tools/compile-kernels.mjs`), never
 * loaded as TypeScript. Addresses are bytes of the memory that `printer.ts` lays out. Built without a runtime: nothing is allocated here.
 */

const PARTS: i32 = 63;
const TWICE: f32 = 126;
const WIDEST: f32 = 4;
const BORDER: f32 = 4;
const OFFSET: f32 = 12;
const INK_WHITE: f32 = 0.985;
const SOFT: f32 = 0.9;

/** A level of a pyramid as four words: address of its texels, width, height, stride. */
const LEVEL: usize = 16;

// @ts-ignore: decorator
@inline
function isOdd(n: f32): bool {
  return (<i32>n & 1) != 0;
}

// @ts-ignore: decorator
@inline
function widthOf(a: f32, b: f32): f32 {
  return sqrt<f32>(a * a + b * b);
}

// @ts-ignore: decorator
@inline
function parts(wide: f32): i32 {
  return min<i32>(4 * PARTS, max<i32>(PARTS, <i32>floor<f32>(wide * <f32>PARTS + 0.5)));
}

/**
 * Samples a picture at the points of a room into its layer. `plate` is the white product in RGB, `cover` the print's share of each point.
 * `kind`: 0 opaque, 1 soft, 2 dye. `repeat`: 0 none, 1 straight, 2 half-drop, 3 brick, 4 mirrored, with its pitch in tiles. `map` leads
 * from the plane to texels, or to tiles.
 */
export function sample(
  layer: usize,
  places: usize,
  plate: usize,
  cover: usize,
  runs: usize,
  steps: usize,
  runCount: i32,
  levels: usize,
  levelCount: i32,
  map: usize,
  kind: i32,
  repeat: i32,
  pitchX: f32,
  pitchY: f32,
): void {
  const xx = load<f32>(map);
  const xy = load<f32>(map, 4);
  const x0 = load<f32>(map, 8);
  const yx = load<f32>(map, 12);
  const yy = load<f32>(map, 16);
  const y0 = load<f32>(map, 20);
  const scaleX: f32 = repeat ? <f32>load<u32>(levels, 4) : 1;
  const scaleY: f32 = repeat ? <f32>load<u32>(levels, 8) : 1;
  const lightOf = f32x4.splat(INK_WHITE / (255 + OFFSET));
  const one = f32x4.splat(1);
  const half = f32x4.splat(0.5);
  const softly = f32x4.splat(kind == 1 ? SOFT : 1);
  let point = 0;
  for (let r = 0; r < runCount; r++) {
    const count = load<u32>(runs + (<usize>r << 3), 4);
    let white = plate + (<usize>load<u32>(runs + (<usize>r << 3)) - <usize>point) * 3;
    const step = steps + (<usize>r << 4);
    const ax = load<f32>(step);
    const ay = load<f32>(step, 4);
    const dx = load<f32>(step, 8);
    const dy = load<f32>(step, 12);
    const acrossX = widthOf(xx * ax + xy * ay, xx * dx + xy * dy) * scaleX;
    const acrossY = widthOf(yx * ax + yy * ay, yx * dx + yy * dy) * scaleY;
    let level = 0;
    let by: f32 = 1;
    let most = max<f32>(acrossX, acrossY);
    while (most > WIDEST && level < levelCount - 1) {
      most *= 0.5;
      by *= 0.5;
      level++;
    }
    const wide = parts(acrossX * by);
    const high = parts(acrossY * by);
    const its = levels + <usize>level * LEVEL;
    const texels = <usize>load<u32>(its);
    const width = <f32>load<u32>(its, 4);
    const height = <f32>load<u32>(its, 8);
    const stride = <usize>load<u32>(its, 12) << 2;
    // four texels both ways are enough for most
    const fifth = wide > 3 * PARTS || high > 3 * PARTS;
    const share: f32 = 1 / (<f32>(wide * high) * 255);
    // from the middle of the box to its edge, and past the border
    const toEdgeX: f32 = BORDER - <f32>wide / TWICE;
    const toEdgeY: f32 = BORDER - <f32>high / TWICE;
    for (const end = point + count; point < <i32>end; point++) {
      const place = load<u32>(places + (<usize>point << 2));
      const px = <f32>(place & 0xffff);
      const py = <f32>(place >>> 16);
      let x = px * xx + py * xy + x0;
      let y = px * yx + py * yy + y0;
      if (repeat) {
        let u = x;
        let v = y;
        if (repeat == 2 && isOdd(floor<f32>(x / pitchX))) v -= pitchY * 0.5;
        else if (repeat == 3 && isOdd(floor<f32>(y / pitchY))) u -= pitchX * 0.5;
        const column = floor<f32>(u / pitchX);
        const row = floor<f32>(v / pitchY);
        x = u - column * pitchX;
        y = v - row * pitchY;
        if (repeat == 4) {
          if (isOdd(column)) x = 1 - x;
          if (isOdd(row)) y = 1 - y;
        }
        x *= width;
        y *= height;
      }
      x = x * by + toEdgeX;
      y = y * by + toEdgeY;
      if (!(x >= 0 && y >= 0 && x < width + BORDER && y < height + BORDER)) continue;
      const left = <i32>x;
      const top = <i32>y;
      const wx0 = min<i32>(wide, PARTS - <i32>((x - <f32>left) * <f32>PARTS + 0.5));
      const wx1 = min<i32>(PARTS, wide - wx0);
      const wx2 = min<i32>(PARTS, wide - wx0 - wx1);
      const wy0 = min<i32>(high, PARTS - <i32>((y - <f32>top) * <f32>PARTS + 0.5));
      const wy1 = min<i32>(PARTS, high - wy0);
      const wy2 = min<i32>(PARTS, high - wy0 - wy1);
      const at = texels + <usize>top * stride + (<usize>left << 2);
      const a = v128.load(at);
      const b = v128.load(at + stride);
      const c = v128.load(at + (stride << 1));
      const d = v128.load(at + stride * 3);
      const e = fifth ? v128.load(at + (stride << 2)) : a;
      if (!fifth && !v128.any_true(v128.or(v128.or(a, b), v128.or(c, d)))) continue;
      const wx3 = min<i32>(PARTS, wide - wx0 - wx1 - wx2);
      const wy3 = min<i32>(PARTS, high - wy0 - wy1 - wy2);
      const w0 = i16x8.splat(<i16>wy0);
      const w1 = i16x8.splat(<i16>wy1);
      const w2 = i16x8.splat(<i16>wy2);
      const w3 = i16x8.splat(<i16>wy3);
      let lo = i16x8.add(
        i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(a), w0), i16x8.mul(i16x8.extend_low_i8x16_u(b), w1)),
        i16x8.add(i16x8.mul(i16x8.extend_low_i8x16_u(c), w2), i16x8.mul(i16x8.extend_low_i8x16_u(d), w3)),
      );
      let hi = i16x8.add(
        i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(a), w0), i16x8.mul(i16x8.extend_high_i8x16_u(b), w1)),
        i16x8.add(i16x8.mul(i16x8.extend_high_i8x16_u(c), w2), i16x8.mul(i16x8.extend_high_i8x16_u(d), w3)),
      );
      if (fifth) {
        const w4 = i16x8.splat(<i16>(high - wy0 - wy1 - wy2 - wy3));
        lo = i16x8.add(lo, i16x8.mul(i16x8.extend_low_i8x16_u(e), w4));
        hi = i16x8.add(hi, i16x8.mul(i16x8.extend_high_i8x16_u(e), w4));
      }
      let sum = i32x4.add(
        i32x4.add(i32x4.extmul_low_i16x8_u(lo, i16x8.splat(<i16>wx0)), i32x4.extmul_high_i16x8_u(lo, i16x8.splat(<i16>wx1))),
        i32x4.add(i32x4.extmul_low_i16x8_u(hi, i16x8.splat(<i16>wx2)), i32x4.extmul_high_i16x8_u(hi, i16x8.splat(<i16>wx3))),
      );
      if (fifth) {
        // the texels of the fifth column, one below the other
        const w4 = i16x8.splat(<i16>(high - wy0 - wy1 - wy2 - wy3));
        const column = i16x8.add(
          i16x8.add(
            i16x8.add(i16x8.mul(v128.load_ext<u8>(at + 16), w0), i16x8.mul(v128.load_ext<u8>(at + stride + 16), w1)),
            i16x8.add(i16x8.mul(v128.load_ext<u8>(at + (stride << 1) + 16), w2), i16x8.mul(v128.load_ext<u8>(at + stride * 3 + 16), w3)),
          ),
          i16x8.mul(v128.load_ext<u8>(at + (stride << 2) + 16), w4),
        );
        sum = i32x4.add(sum, i32x4.extmul_low_i16x8_u(column, i16x8.splat(<i16>(wide - wx0 - wx1 - wx2 - wx3))));
      }
      const lit = load<u32>(white + <usize>point * 3);
      let value = f32x4.mul(f32x4.convert_i32x4_s(sum), f32x4.splat(share * <f32>load<u8>(cover + <usize>point)));
      value = f32x4.mul(value, softly);
      const alpha = f32x4.extract_lane(value, 3);
      if (alpha < 0.25) continue;
      if (kind != 2) {
        const plate = i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(<i32>lit)));
        const light = f32x4.replace_lane(f32x4.mul(f32x4.add(f32x4.convert_i32x4_s(plate), f32x4.splat(OFFSET)), lightOf), 3, 1);
        const least = f32x4.mul(value, f32x4.mul(light, light));
        value = f32x4.sub(f32x4.mul(value, light), f32x4.mul(f32x4.splat((alpha * OFFSET) / 255), f32x4.sub(one, light)));
        value = f32x4.max(value, least);
      }
      const cell = layer + (<usize>point << 2);
      const old = load<u32>(cell);
      if (old) {
        const under = f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(i32x4.splat(<i32>old))));
        value = f32x4.add(value, f32x4.mul(under, f32x4.splat((255 - alpha) / 255)));
      }
      const whole = i32x4.trunc_sat_f32x4_u(f32x4.add(value, half));
      const narrow = i16x8.narrow_i32x4_u(whole, whole);
      store<u32>(cell, <u32>i32x4.extract_lane(i8x16.narrow_i16x8_u(narrow, narrow), 0));
    }
  }
}

/** Sixteen channels of a picture below ink: what their coverage leaves of them, and the ink. */
// @ts-ignore: decorator
@inline
function over(picture: v128, ink: v128, rest: v128): v128 {
  const half = i16x8.splat(128);
  let lo = i16x8.add(i16x8.extmul_low_i8x16_u(picture, rest), half);
  let hi = i16x8.add(i16x8.extmul_high_i8x16_u(picture, rest), half);
  lo = i16x8.shr_u(i16x8.add(lo, i16x8.shr_u(lo, 8)), 8);
  hi = i16x8.shr_u(i16x8.add(hi, i16x8.shr_u(hi, 8)), 8);
  return i8x16.add_sat_u(i8x16.narrow_i16x8_u(lo, hi), ink);
}

/** Sixteen points of a layer on a picture, from their texels; `dye` multiplies. */
// @ts-ignore: decorator
@inline
function sixteen(out: usize, ink: v128, alpha: v128, dye: bool): void {
  const rest = v128.not(alpha);
  const picture = v128.load(out);
  v128.store(out, dye ? over(picture, i8x16.splat(0), i8x16.add_sat_u(rest, ink)) : over(picture, ink, rest));
}

/** Lays a room's layer over a picture of RGB bytes. */
export function print(picture: usize, runs: usize, runCount: i32, layer: usize, dye: bool): void {
  let p = layer;
  for (let r = 0; r < runCount; r++) {
    let out = picture + <usize>load<u32>(runs + (<usize>r << 3)) * 3;
    let count = <i32>load<u32>(runs + (<usize>r << 3), 4);
    while (count >= 16) {
      const a = v128.load(p);
      const b = v128.load(p, 16);
      const c = v128.load(p, 32);
      const d = v128.load(p, 48);
      if (v128.any_true(v128.or(v128.or(a, b), v128.or(c, d)))) {
        sixteen(
          out,
          i8x16.shuffle(a, b, 0, 1, 2, 4, 5, 6, 8, 9, 10, 12, 13, 14, 16, 17, 18, 20),
          i8x16.shuffle(a, b, 3, 3, 3, 7, 7, 7, 11, 11, 11, 15, 15, 15, 19, 19, 19, 23),
          dye,
        );
        sixteen(
          out + 16,
          i8x16.shuffle(b, c, 5, 6, 8, 9, 10, 12, 13, 14, 16, 17, 18, 20, 21, 22, 24, 25),
          i8x16.shuffle(b, c, 7, 7, 11, 11, 11, 15, 15, 15, 19, 19, 19, 23, 23, 23, 27, 27),
          dye,
        );
        sixteen(
          out + 32,
          i8x16.shuffle(c, d, 10, 12, 13, 14, 16, 17, 18, 20, 21, 22, 24, 25, 26, 28, 29, 30),
          i8x16.shuffle(c, d, 11, 15, 15, 15, 19, 19, 19, 23, 23, 23, 27, 27, 27, 31, 31, 31),
          dye,
        );
      }
      p += 64;
      out += 48;
      count -= 16;
    }
    for (; count > 0; count--, p += 4, out += 3) {
      const it = load<u32>(p);
      if (!it) continue;
      const rest = 255 - (it >>> 24);
      for (let c: usize = 0; c < 3; c++) {
        const value = (it >>> (<u32>c << 3)) & 255;
        const t = <u32>load<u8>(out + c) * (dye ? min<u32>(255, rest + value) : rest) + 128;
        store<u8>(out + c, min<u32>(255, ((t + (t >>> 8)) >>> 8) + (dye ? 0 : value)));
      }
    }
  }
}

/** Lays a pass over a picture by a table of what each of its bytes makes of each of the picture's. */
export function pass(picture: usize, runs: usize, runCount: i32, value: usize, table: usize): void {
  let v = value;
  for (let r = 0; r < runCount; r++, runs += 8) {
    let out = picture + <usize>load<u32>(runs) * 3;
    for (const end = out + <usize>load<u32>(runs, 4) * 3; out < end; out++, v++)
      store<u8>(out, load<u8>(table + (<usize>load<u8>(v) << 8) + <usize>load<u8>(out)));
  }
}

/** A channel of two parts, of which the first has so much of 255. */
// @ts-ignore: decorator
@inline
function mixed(a: u32, b: u32, share: u32): u32 {
  return (a * (255 - share) + b * share + 127) / 255;
}

/** A tinted part has three times 256 words: what each byte of red, green and blue becomes, in its place in a word of RGB. */
const TABLE: usize = 3072;

// @ts-ignore: decorator
@inline
function dyed(rgb: u32, table: usize): u32 {
  const red = load<u32>(table + <usize>((rgb & 255) << 2));
  const green = load<u32>(table + <usize>((rgb & 0xff00) >>> 6), 1024);
  return red | green | load<u32>(table + <usize>((rgb & 0xff0000) >>> 14), 2048);
}

/** Dyes one point, which may lie on an edge between two parts. */
// @ts-ignore: decorator
@inline
function point(picture: usize, rgb: u32, share: u32, above: usize, below: usize): void {
  const a = dyed(rgb, above);
  const b = dyed(rgb, below);
  store<u8>(picture, <u8>mixed(b & 255, a & 255, share));
  store<u8>(picture, <u8>mixed((b >>> 8) & 255, (a >>> 8) & 255, share), 1);
  store<u8>(picture, <u8>mixed((b >>> 16) & 255, (a >>> 16) & 255, share), 2);
}

/**
 * Dyes a plate into a picture, sixteen points at a time where they are of one part: by tables, the first of the surroundings. Without
 * `first` there is one part. Pictures have room for one byte more.
 */
export function tint(picture: usize, plate: usize, share: usize, first: usize, second: usize, count: i32, tables: usize): void {
  const whole = i8x16.splat(-1);
  let k: usize = 0;
  const end = <usize>count;
  while (k < end) {
    const from = plate + k * 3;
    const to = picture + k * 3;
    if (k + 16 <= end) {
      const shares = v128.load(share + k);
      if (!first && !v128.any_true(shares)) {
        v128.store(to, v128.load(from));
        v128.store(to, v128.load(from, 16), 16);
        v128.store(to, v128.load(from, 32), 32);
        k += 16;
        continue;
      }
      const part = first ? load<u8>(first + k) : 1;
      const alike = i8x16.eq(shares, whole);
      if (i8x16.all_true(first ? v128.and(alike, i8x16.eq(v128.load(first + k), i8x16.splat(<i8>part))) : alike)) {
        const table = tables + <usize>part * TABLE;
        for (let i: usize = 0; i < 48; i += 3) store<u32>(to + i, dyed(load<u32>(from + i), table));
        k += 16;
        continue;
      }
    }
    const above = tables + (first ? <usize>load<u8>(first + k) : 1) * TABLE;
    const below = tables + (first ? <usize>load<u8>(second + k) : 0) * TABLE;
    point(to, load<u32>(from), load<u8>(share + k), above, below);
    k++;
  }
}

/**
 * The points of a picture that lie in a room: its map's two halves, of which the first has the print's cover. Written where `places` is
 * not 0; else only counted, points in the low half, runs in the high one. `parts` tells of each part whether it is the room's product's.
 */
export function room(
  map: usize,
  size: i32,
  first: usize,
  parts: usize,
  left: f64,
  top: f64,
  right: f64,
  bottom: f64,
  longest: i32,
  places: usize,
  cover: usize,
  runs: usize,
): u64 {
  const n = <usize>size * <usize>size;
  let points: u32 = 0;
  let count: u32 = 0;
  for (let y = 0; y < size; y++) {
    let along = 0;
    for (let x = 0; x < size; x++) {
      const i = <usize>(y * size + x);
      const high = map + i * 3;
      const covers = load<u8>(high, 2);
      if (!covers) {
        along = 0;
        continue;
      }
      const low = high + n * 3;
      const across = (<u32>load<u8>(high) << 8) | load<u8>(low);
      const down = (<u32>load<u8>(high, 1) << 8) | load<u8>(low, 1);
      if (<f64>across < left || <f64>across > right || <f64>down < top || <f64>down > bottom || (first && !load<u8>(parts + load<u8>(first + i)))) {
        along = 0;
        continue;
      }
      if (along++ % longest == 0) {
        if (places) {
          store<u32>(runs + (<usize>count << 3), <u32>i);
          store<u32>(runs + (<usize>count << 3), 0, 4);
        }
        count++;
      }
      if (places) {
        store<u32>(places + (<usize>points << 2), across | (down << 16));
        store<u8>(cover + <usize>points, covers);
        const run = runs + (<usize>(count - 1) << 3);
        store<u32>(run, load<u32>(run, 4) + 1, 4);
      }
      points++;
    }
  }
  return <u64>points | (<u64>count << 32);
}

/** Straight RGBA, as many texels as a row has, as premultiplied ones. Rows are given one by one. */
export function premultiply(from: usize, to: usize, count: i32): void {
  const opaque = i32x4.splat(<i32>0xff000000);
  const half = i16x8.splat(128);
  let i: usize = 0;
  const end = <usize>count << 2;
  for (; i + 16 <= end; i += 16) {
    const p = v128.load(from + i);
    const alpha = v128.or(i8x16.shuffle(p, p, 3, 3, 3, 3, 7, 7, 7, 7, 11, 11, 11, 11, 15, 15, 15, 15), opaque);
    let lo = i16x8.add(i16x8.extmul_low_i8x16_u(p, alpha), half);
    let hi = i16x8.add(i16x8.extmul_high_i8x16_u(p, alpha), half);
    lo = i16x8.shr_u(i16x8.add(lo, i16x8.shr_u(lo, 8)), 8);
    hi = i16x8.shr_u(i16x8.add(hi, i16x8.shr_u(hi, 8)), 8);
    v128.store(to + i, i8x16.narrow_i16x8_u(lo, hi));
  }
  for (; i < end; i += 4) {
    const alpha = <u32>load<u8>(from + i, 3);
    for (let c: usize = 0; c < 3; c++) {
      const t = <u32>load<u8>(from + i + c) * alpha + 128;
      store<u8>(to + i + c, (t + (t >>> 8)) >>> 8);
    }
    store<u8>(to + i, alpha, 3);
  }
}

/** Half of a level: four texels become one. Strides in texels; both point at the first texel within the border. */
export function halve(from: usize, fromStride: i32, to: usize, toStride: i32, width: i32, height: i32): void {
  const two = i16x8.splat(2);
  for (let y = 0; y < height; y++) {
    const a = from + (<usize>(2 * y * fromStride) << 2);
    const b = a + (<usize>fromStride << 2);
    const out = to + (<usize>(y * toStride) << 2);
    for (let x = 0; x < width; x++) {
      const p = v128.load64_zero(a + (<usize>x << 3));
      const q = v128.load64_zero(b + (<usize>x << 3));
      const sum = i16x8.add(i16x8.extend_low_i8x16_u(p), i16x8.extend_low_i8x16_u(q));
      const both = i16x8.shr_u(i16x8.add(i16x8.add(sum, i8x16.shuffle(sum, sum, 8, 9, 10, 11, 12, 13, 14, 15, 0, 1, 2, 3, 4, 5, 6, 7)), two), 2);
      store<u32>(out + (<usize>x << 2), <u32>i32x4.extract_lane(i8x16.narrow_i16x8_u(both, both), 0));
    }
  }
}

/** RGB as opaque RGBA, a picture point at a time. */
export function opaque(from: usize, to: usize, points: i32): void {
  for (let k: usize = 0; k < <usize>points; k++) {
    const p = from + k * 3;
    store<u32>(to + (k << 2), <u32>load<u16>(p) | (<u32>load<u8>(p, 2) << 16) | 0xff000000);
  }
}
