import { lettering } from './letters';
import { p, wave } from './shapes';
import type { Piece } from './collection';

const INK = '#8b9a98';

/** The studio's mark, printed small at the hem of every shirt: readable on light and on dark cloth. */
export function studioMark(): Piece {
  const words = lettering('SALTMARSH LANE', { face: 'sans', size: 100, cx: 700, y: 560, spacing: 10, fit: 1180 });
  const body =
    p('M500 300a200 200 0 0 1 400 0z', INK) +
    [330, 370, 410]
      .map((y, i) => p(wave(360 + i * 40, 1040 - i * 40, y, 16, 120), 'none', `stroke="${INK}" stroke-width="14"`))
      .join('') +
    p(words.d, INK);
  return {
    file: 'saltmarsh-lane-mark.png',
    name: 'Studio mark',
    subject: 'studio mark',
    keywords: ['mark'],
    width: 1400,
    height: 700,
    svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1400 700">${body}</svg>`,
  };
}
