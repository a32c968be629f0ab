import { swatchOf } from './swatch';

test('a plain colour is itself; cloth of two yarns shows both', () => {
  expect(swatchOf({ hex: '#24405e' })).toBe('#24405e');
  for (const pattern of ['heather', 'stripes', 'checks'] as const) {
    const it = swatchOf({ hex: '#24405e', mixed: { with: '#f7f5f0', pattern } });
    expect(it).toContain('#24405e');
    expect(it).toContain('#f7f5f0');
  }
});
