import { distance, hexToRgb, linearToSrgb, luminance, rgbToHex, rgbToOklab, srgbToLinear } from './colour';

describe('sRGB transfer function', () => {
  // IEC 61966-2-1: linear below .04045 with slope 1/12.92, power 2.4 above; values computed from the standard's formula
  test.each([
    [0, 0],
    [0.04045, 0.0031308],
    [0.5, 0.2140411],
    [1, 1],
  ])('%f is %f in linear light', (encoded, linear) => {
    expect(srgbToLinear(encoded)).toBeCloseTo(linear, 6);
    expect(linearToSrgb(linear)).toBeCloseTo(encoded, 4);
  });
  test('goes there and back for every byte', () => {
    for (let i = 0; i < 256; i++) expect(Math.round(255 * linearToSrgb(srgbToLinear(i / 255)))).toBe(i);
  });
});

describe('luminance', () => {
  // WCAG 2.2: white 1, black 0, and the coefficients of the primaries
  test.each([
    ['#ffffff', 1],
    ['#000000', 0],
    ['#ff0000', 0.2126],
    ['#00ff00', 0.7152],
    ['#0000ff', 0.0722],
  ])('%s has %f', (hex, l) => expect(luminance(hexToRgb(hex))).toBeCloseTo(l, 4));
});

describe('OKLab', () => {
  // reference values for sRGB primaries as given with the CSS Color Module Level 4 sample conversions
  test.each([
    ['#ffffff', [1, 0, 0]],
    ['#ff0000', [0.628, 0.2249, 0.1258]],
    ['#00ff00', [0.8664, -0.2339, 0.1795]],
    ['#0000ff', [0.452, -0.0325, -0.3115]],
  ] as [string, number[]][])('%s', (hex, lab) => {
    rgbToOklab(hexToRgb(hex)).forEach((v, i) => expect(v).toBeCloseTo(lab[i]!, 3));
  });
  test('black and white are 1 apart', () => expect(distance([0, 0, 0], [255, 255, 255])).toBeCloseTo(1, 5));
});

test('hex is read and written', () => {
  expect(rgbToHex(hexToRgb('#93a58c'))).toBe('#93a58c');
  expect(() => hexToRgb('red')).toThrow(RangeError);
});
