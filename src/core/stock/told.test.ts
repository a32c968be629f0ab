import type { BlankDocument } from './blank';
import { clothText, measures } from './told';

const table = {
  columns: ['Chest', 'Length'],
  rows: [
    { size: 'S', cm: [50, 71] },
    { size: 'XL', cm: [60.25] },
  ],
};
test('a table of measures is lines, in centimetres, inches or both', () => {
  expect(measures(table, 'cm')).toBe('S: chest 50 cm, length 71 cm\nXL: chest 60.3 cm');
  // 1 in is 25.4 mm: 50 cm are 19.685 in, told to the half
  expect(measures(table, 'in')).toBe('S: chest 19.5 in, length 28 in\nXL: chest 23.5 in');
  expect(measures(table, 'both')).toContain('chest 50 cm (19.5 in)');
});
test('only sentences for buyers that tell the material are the cloth', () => {
  const blank = {
    sentences: [
      { text: 'Pure cotton.', for: 'buyers' },
      { text: 'Side seams.', for: 'buyers' },
      { text: 'It weighs 180 g/m².', for: 'buyers' },
      { text: 'For woodland walks in dark glasses.', for: 'buyers' },
      { text: 'Cotton costs less by the box.', for: 'sellers' },
    ],
  } as BlankDocument;
  expect(clothText(blank)).toBe('Pure cotton. It weighs 180 g/m².');
});
