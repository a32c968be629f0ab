import { inches } from './sizes';

test.each([
  // 1 in = 2.54 cm exactly: the international yard and pound agreement, 1959
  [2.54, '1'],
  [25.4, '10'],
  [53, '20 ¾'],
  [56, '22'],
  [1.27, '½'],
  [0.635, '¼'],
  [0, '0'],
])('%d cm is %s in', (cm, written) => expect(inches(cm)).toBe(written));

test('is never further off than an eighth of an inch', () => {
  const value: Record<string, number> = { '¼': 0.25, '½': 0.5, '¾': 0.75 };
  for (let cm = 0; cm < 300; cm += 0.37) {
    const parts = inches(cm).split(' ');
    const said = parts.reduce((n, p) => n + (value[p] ?? Number(p)), 0);
    expect(Math.abs(said - cm / 2.54)).toBeLessThanOrEqual(0.125 + 1e-9);
  }
});
