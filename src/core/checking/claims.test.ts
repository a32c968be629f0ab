import fc from 'fast-check';
import { unstated } from './claims';

const CLAIMED = [
  'organic cotton',
  'linen',
  'silk',
  'merino wool',
  'cashmere',
  'bamboo',
  'hemp',
  'vegan leather',
  'velvet',
  'polyester',
  'ceramic',
  'bone china',
  'stoneware',
  'stainless steel',
  'aluminium',
  'solid oak',
  'sterling silver',
  'gold plated',
  'recycled',
  'biodegradable',
  'eco-friendly',
  'fair trade',
  'handmade',
  'hand-painted',
  'embroidered',
  'waterproof',
  'dishwasher safe',
  'microwave-safe',
  'food safe',
  'machine washable',
  'hypoallergenic',
  'BPA-free',
  'fade resistant',
  'acid-free',
  'pre-shrunk',
  'flame retardant',
  'made in Germany',
];

test.each(CLAIMED)('“%s” is told where nothing states it, and not where goods or motif do', (claim) => {
  const text = `A picture of the sea, ${claim}, for the wall.`;
  expect(unstated(text, '', '')).toContain(claim.toLowerCase());
  expect(unstated(text.toUpperCase(), '', '')).not.toEqual([]);
  expect(unstated(text, `It is ${claim}.`, '')).toEqual([]);
  expect(unstated(text, '', claim)).toEqual([]);
});

test('words that only look like claims are none', () => {
  for (const text of [
    'A cottontail by the pineapple',
    'Silken evening, golden hour, silver sea',
    'Soft and warm, made for you in a small studio',
    'Glass and stone and one good lamp',
    'Washable memories',
  ])
    expect([text, unstated(text, '', '')]).toEqual([text, []]);
});

test('every claim of a text is told once, in the words that stand there', () =>
  fc.assert(
    fc.property(fc.shuffledSubarray(CLAIMED, { minLength: 1 }), (claims) => {
      const text = claims.join(', ');
      const told = unstated(`${text}. ${text}.`, '', '');
      expect(new Set(told).size).toBe(told.length);
      for (const t of told) expect(text.toLowerCase()).toContain(t);
      // what is stated of some of them is told of the others alone
      const [first, ...rest] = claims;
      expect(unstated(rest.join(', '), first!, '').every((t) => rest.join(', ').toLowerCase().includes(t))).toBe(true);
    }),
    { numRuns: 60 },
  ));
