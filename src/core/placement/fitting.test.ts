import { pixelSize } from '../print-file/pixels';
import { fittingFault, fittingLayer } from './fitting';
import { lay } from './lay';

const wrap = { name: 'around', widthMm: 200, heightMm: 85, bleedMm: 3, ppi: 300 };
const file = (widthPx: number, heightPx: number) => ({ name: 'wrap.png', widthPx, heightPx });

test('a file as large as a template of the area fits, and covers it and its bleed to the pixel', () => {
  const { widthPx, heightPx } = pixelSize(wrap, wrap.ppi);
  expect(fittingFault(file(widthPx, heightPx), wrap, 150)).toBeNull();
  const laid = lay({ widthPx, heightPx, trim: { x: 0, y: 0, width: 1, height: 1 } }, wrap, fittingLayer('f'));
  expect([laid.box.x, laid.box.y]).toEqual([expect.closeTo(-3, 1), expect.closeTo(-3, 1)]);
  expect([laid.box.width, laid.box.height]).toEqual([expect.closeTo(206, 1), expect.closeTo(91, 1)]);
});
test('so does one in its shape with fewer pixels, as long as it is fine enough', () => {
  expect(fittingFault(file(1217, 538), wrap, 150)).toBeNull();
  expect(fittingFault(file(609, 269), wrap, 150)).toBe(
    'wrap.png measures 609 × 269 px and would print at 75 px/in; the docket asks for 150. Best are 2,433 × 1,075 px.',
  );
});
test('what has another shape is told what it must be', () => {
  expect(fittingFault(file(3000, 3000), wrap, 150)).toBe(
    'wrap.png measures 3,000 × 3,000 px. For around it must be 2,433 × 1,075 px, or as many in that shape.',
  );
  expect(fittingFault(file(2362, 1004), wrap, 150)).toBe(
    'wrap.png measures 2,362 × 1,004 px, the shape of around without its bleed. For around it must be 2,433 × 1,075 px, or as many in that shape.',
  );
});
