import highsLoader from 'highs';
import { chooseTags, greedily, type Candidate, type TagLimits, type Wanted } from './choose';
import { seasonFrom, sameWords, worth, wordSet } from './demand';

const LIMITS: TagLimits = { max: 3, minLength: 3, maxLength: 20, counted: 'code points' };
const tags = (c: ReturnType<typeof chooseTags>) => c.tags.map((t) => t.tag);

/** Mulberry32, a public-domain generator. */
const dice = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
};
const WORDS = 'sea crab gift funny shirt lover beach kids retro cosy print club night owl boat'.split(' ');
/** A case of so many candidates and phrases, by chance. */
function chance(seed: number, count: number, phrases: number): { candidates: Candidate[]; wanted: Wanted[] } {
  const r = dice(seed);
  const phrase = () => Array.from({ length: 1 + Math.floor(r() * 3) }, () => WORDS[Math.floor(r() * WORDS.length)]!).join(' ');
  return {
    candidates: Array.from({ length: count }, () => ({ tag: phrase(), own: Math.round(r() * 10) })),
    wanted: Array.from({ length: phrases }, () => ({ phrase: phrase(), worth: Math.round(r() ** 3 * 500) })),
  };
}
/** What a set of tags is worth, told anew: every phrase that one of them covers, once, and each for itself. */
function worthOf(chosen: readonly string[], { candidates, wanted }: ReturnType<typeof chance>): number {
  const sets = chosen.map((t) => new Set(wordSet(t)));
  const covered = wanted.filter((w) => wordSet(w.phrase).length && sets.some((s) => wordSet(w.phrase).every((x) => s.has(x))));
  const own = chosen.reduce((n, t) => n + candidates.find((c) => c.tag === t)!.own * (t.split(' ').length > 1 ? 1 : 0.4), 0);
  return covered.reduce((n, w) => n + w.worth, own);
}
/** Tags as the limits take them, each once, the first of each. */
const fitting = ({ candidates }: ReturnType<typeof chance>) => [...new Set(candidates.map((c) => c.tag))].filter((t) => t.length >= 3 && t.length <= 20); // prettier-ignore

describe('is the best there is', () => {
  test.each(Array.from({ length: 40 }, (_, i) => i))('against plain search over all sets, case %#', (seed) => {
    const it = chance(seed, 11, 14);
    const all = fitting(it);
    let best = 0;
    for (let mask = 0; mask < 1 << all.length; mask++) {
      const set = all.filter((_, i) => mask & (1 << i));
      if (set.length > LIMITS.max || new Set(set.map(sameWords)).size < set.length) continue;
      best = Math.max(best, worthOf(set, it));
    }
    const found = chooseTags(it.candidates, it.wanted, LIMITS);
    expect(worthOf(tags(found), it)).toBeCloseTo(best, 6);
    expect(found.bound).toBe(1);
  });
  // reference: HiGHS (Huangfu and Hall 2018), a second solver
  test('against another solver, on larger cases', async () => {
    const highs = await highsLoader();
    for (let seed = 100; seed < 112; seed++) {
      const it = chance(seed, 70, 90);
      const all = fitting(it);
      const own = all.map((t) => it.candidates.find((c) => c.tag === t)!.own * (t.split(' ').length > 1 ? 1 : 0.4));
      const by = it.wanted.map((w) => all.flatMap((t, i) => (wordSet(w.phrase).length && wordSet(w.phrase).every((x) => wordSet(t).includes(x)) ? [i] : []))); // prettier-ignore
      const groups = [...new Set(all.map(sameWords))].map((g) => all.flatMap((t, i) => (sameWords(t) === g ? [i] : [])));
      const lines = [
        'Maximize',
        ` obj: ${[...own.map((v, i) => `${v} x${i}`), ...it.wanted.flatMap((w, d) => (by[d]!.length ? [`${w.worth} y${d}`] : []))].join(' + ')}`,
        'Subject To',
        ` n: ${all.map((_, i) => `x${i}`).join(' + ')} <= 13`,
        ...by.flatMap((c, d) => (c.length ? [` c${d}: y${d} - ${c.map((i) => `x${i}`).join(' - ')} <= 0`] : [])),
        ...groups.flatMap((g, k) => (g.length > 1 ? [` g${k}: ${g.map((i) => `x${i}`).join(' + ')} <= 1`] : [])),
        'Bounds',
        ...by.flatMap((c, d) => (c.length ? [` 0 <= y${d} <= 1`] : [])),
        'Binary',
        ` ${all.map((_, i) => `x${i}`).join(' ')}`,
        'End',
      ];
      const best = highs.solve(lines.join('\n')).ObjectiveValue;
      const found = chooseTags(it.candidates, it.wanted, { ...LIMITS, max: 13 });
      expect(worthOf(tags(found), it)).toBeCloseTo(best, 4);
    }
  });
  test('what is found one after the other lies within the bound that is told', () => {
    for (let seed = 200; seed < 230; seed++) {
      const it = chance(seed, 40, 60);
      const all = fitting(it).map((tag) => it.candidates.find((c) => c.tag === tag)!);
      const by = it.wanted.map((w) => ({ ...w, by: all.flatMap((c, i) => (wordSet(w.phrase).length && wordSet(w.phrase).every((x) => wordSet(c.tag).includes(x)) ? [i] : [])) })).filter((w) => w.by.length); // prettier-ignore
      const factor = all.map((c) => (c.tag.split(' ').length > 1 ? 1 : 0.4));
      const near = greedily(all, by, factor, 8);
      const best = worthOf(tags(chooseTags(it.candidates, it.wanted, { ...LIMITS, max: 8 })), it);
      const has = worthOf(near.at.map((i) => all[i]!.tag), it); // prettier-ignore
      expect(has).toBeGreaterThanOrEqual(best * near.bound - 1e-6);
      expect(has).toBeLessThanOrEqual(best + 1e-6);
    }
  });
});

describe('keeps its rules', () => {
  const c = (tag: string, own = 1, locked = false): Candidate => ({ tag, own, ...(locked && { locked }) });
  test('no two that differ by plural or by the order of their words', () => {
    const found = chooseTags([c('crab gifts'), c('gift crab', 2), c('sea art'), c('beach art')], [], LIMITS);
    expect(tags(found)).toEqual(['gift crab', 'sea art', 'beach art']);
  });
  test('phrases before single words, and what similar listings have less', () => {
    expect(tags(chooseTags([c('crab'), c('sea'), c('crab gift'), c('sea art'), c('old boat')], [], LIMITS))).toEqual(['crab gift', 'sea art', 'old boat']); // prettier-ignore
    const used = new Map([['sea art', 1]]);
    expect(tags(chooseTags([c('sea art', 1.2), c('sea print', 1), c('crab art'), c('boat art')], [], LIMITS, used))).toEqual(['sea print', 'crab art', 'boat art']); // prettier-ignore
  });
  test('the lead tag comes first: a phrase that is worth most; the others keep their order', () => {
    const wanted = [{ phrase: 'owl gift', worth: 50 }, { phrase: 'owl', worth: 900 }]; // prettier-ignore
    const all = ['sea', 'night boat', 'owl gift'].map((tag) => ({ tag, own: 1 }));
    expect(tags(chooseTags(all, wanted, LIMITS))).toEqual(['owl gift', 'sea', 'night boat']);
    for (let seed = 0; seed < 20; seed++) {
      const { candidates, wanted } = chance(seed, 9, 12);
      const made = chooseTags(candidates, wanted, LIMITS).tags;
      const best = (phrases: boolean) => Math.max(...made.filter((t) => t.tag.includes(' ') === phrases).map((t) => t.worth));
      if (made.length) expect(made[0]!.worth).toBe(best(made.some((t) => t.tag.includes(' '))));
    }
  });
  test('locked ones stay, whatever they are worth', () => {
    const found = chooseTags([c('a b c', 0, true), c('one two', 9), c('two three', 9), c('three four', 9)], [], LIMITS);
    expect(tags(found)).toContain('a b c');
    expect(found.tags).toHaveLength(3);
  });
  test('lengths are counted as the outlet counts, and what does not fit is told', () => {
    const found = chooseTags([c('ab'), c('a tag of more than twenty'), c('küche')], [], {
      ...LIMITS,
      maxLength: 5,
      counted: 'bytes',
    });
    expect(found).toMatchObject({ tags: [], tooLong: ['a tag of more than twenty', 'küche'], tooShort: ['ab'] });
  });
  test('it is told what each covers, and which were nearly chosen', () => {
    const found = chooseTags(
      [c('funny crab gift', 1), c('sea art', 1), c('old boat', 1), c('night owl', 0.5)],
      [
        { phrase: 'crab gifts', worth: 40 },
        { phrase: 'boats', worth: 5 },
      ],
      LIMITS,
    );
    expect(found.tags[0]).toMatchObject({ tag: 'funny crab gift', covers: ['crab gifts'], worth: 41 });
    expect(found.nearly).toEqual([{ tag: 'night owl', worth: 0.5 }]);
  });
});

describe('demand', () => {
  const months = [1, 1, 1, 1, 1, 1, 0.5, 0.8, 1.4, 1.9, 1.8, 0.6];
  const of = { phrase: 'x', searches: 1000, competing: 99, clickRate: 0.05, months };
  test('what a phrase is worth: searches by click rate, by the square root of those who compete', () => {
    expect(worth(of)).toBeCloseTo(5);
    expect(worth(of, 9)).toBeCloseTo(9.5);
    expect(worth({ ...of, months: [] }, 9)).toBeCloseTo(5);
  });
  test('seasons: from when on a phrase is searched more', () => {
    expect(seasonFrom(months)).toBe(8);
    expect(seasonFrom([2, 1.5, 0.9, 0.9, 0.9, 0.9, 0.9, 0.9, 0.9, 0.9, 0.9, 1.9])).toBe(11);
    expect(seasonFrom([])).toBeNull();
    expect(seasonFrom(Array<number>(12).fill(1))).toBeNull();
  });
});
