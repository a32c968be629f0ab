import type { Chance } from './seeded';

/** Damage of the kinds that disks, mail programs and broken connections do. Never the same bytes as before. */
const WAYS: Record<string, (data: Buffer, by: Chance) => Buffer> = {
  flipped: (data, by) => {
    const out = Buffer.from(data);
    for (let i = 0; i < 1 + by.below(12); i++) out[by.below(out.length)]! ^= 1 << by.below(8);
    return out;
  },
  cut: (data, by) => data.subarray(0, 1 + by.below(data.length - 1)),
  holed: (data, by) => {
    const at = by.below(data.length);
    return Buffer.concat([data.subarray(0, at), data.subarray(Math.min(data.length, at + 1 + by.below(64)))]);
  },
  doubled: (data, by) => {
    const at = by.below(data.length);
    return Buffer.concat([data.subarray(0, at), data.subarray(at >> 1)]);
  },
  zeroed: (data, by) => {
    const out = Buffer.from(data);
    const at = by.below(out.length);
    return out.fill(0, at, Math.min(out.length, at + 1 + by.below(256)));
  },
  'full of ones': (data, by) => {
    const out = Buffer.from(data);
    const at = by.below(Math.min(out.length, 400));
    return out.fill(0xff, at, Math.min(out.length, at + 4));
  },
};

/** Damages a file `count` times, each time in another way or place. */
export function damaged(name: string, data: Buffer, count: number, by: Chance): [name: string, data: Buffer][] {
  const ways = Object.entries(WAYS);
  return Array.from({ length: count }, (_, i) => {
    const [word, way] = ways[i % ways.length]!;
    return [`${word} ${i} ${name}`, way(data, by)];
  });
}
