import { across, isScreen, SHEET_NAMES, SHEETS, sheetOf } from './sheets';

// ISO 216:2007, table 1, trimmed sizes of the A series in mm; written down from memory
const ISO_216: Record<string, [number, number]> = {
  A6: [105, 148],
  A5: [148, 210],
  A4: [210, 297],
  A3: [297, 420],
  A2: [420, 594],
  A1: [594, 841],
};
test('ISO A is the A series of ISO 216, to the millimetre', () =>
  expect(Object.fromEntries(SHEETS['ISO A'].sizes.map((s) => [s.name, [s.widthMm, s.heightMm]]))).toEqual(ISO_216));

test.each(['2:3', '3:4', '4:5', '5:7', '11:14'] as const)(
  'all sizes of %s have exactly that shape, in inches of 25.4 mm',
  (name) => {
    const [w, h] = name.split(':').map(Number) as [number, number];
    for (const size of SHEETS[name].sizes) {
      expect(size.widthMm * h).toBeCloseTo(size.heightMm * w, 6);
      const [inches] = /^\d+/.exec(size.name)!;
      expect(size.widthMm / 25.4).toBeCloseTo(Number(inches), 9);
    }
  },
);
test.each(SHEET_NAMES)('%s: upright or square, each size larger than the one before, no name twice', (name) => {
  const { sizes } = sheetOf(name);
  for (const [i, s] of sizes.entries()) {
    expect(s.widthMm).toBeLessThanOrEqual(s.heightMm);
    if (i) expect(s.widthMm * s.heightMm).toBeGreaterThan(sizes[i - 1]!.widthMm * sizes[i - 1]!.heightMm);
  }
  expect(new Set(sizes.map((s) => s.name)).size).toBe(sizes.length);
});
test('a sheet laid across changes its sides and its name, and back again', () => {
  for (const name of SHEET_NAMES)
    for (const size of sheetOf(name).sizes) {
      const lying = across(size);
      expect([lying.widthMm, lying.heightMm]).toEqual([size.heightMm, size.widthMm]);
      expect(across(lying)).toEqual(size);
    }
  expect(across(SHEETS['2:3'].sizes[0]!).name).toBe('6 × 4 in');
  expect(SHEET_NAMES.filter(isScreen)).toEqual(['phone', 'tablet', 'desktop']);
});
