/** Colour conversions. sRGB bytes are 0..255, linear light and OKLab are 0..1. */

/** IEC 61966-2-1 transfer function, encoded 0..1 to linear 0..1. */
export function srgbToLinear(v: number): number {
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

/** IEC 61966-2-1 transfer function, linear 0..1 to encoded 0..1. */
export function linearToSrgb(v: number): number {
  return v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;
}

/** Linear value of every sRGB byte. */
export const LINEAR_OF_BYTE: Float64Array = Float64Array.from({ length: 256 }, (_, i) => srgbToLinear(i / 255));

export type Rgb = [number, number, number];

/** `#93a58c` to bytes. Throws a RangeError for anything else. */
export function hexToRgb(hex: string): Rgb {
  const found = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!found) throw new RangeError(`${hex} is not a colour like #93a58c`);
  return [parseInt(found[1]!, 16), parseInt(found[2]!, 16), parseInt(found[3]!, 16)];
}

export function rgbToHex(rgb: Rgb): string {
  return '#' + rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('');
}

/** Relative luminance of WCAG 2.2 (linear light, 0 black to 1 white). */
export function luminance([r, g, b]: Rgb): number {
  return 0.2126 * LINEAR_OF_BYTE[r]! + 0.7152 * LINEAR_OF_BYTE[g]! + 0.0722 * LINEAR_OF_BYTE[b]!;
}

/** OKLab of an sRGB colour (Björn Ottosson, 2020): L 0..1, a and b about -0.4..0.4. */
export function rgbToOklab([r8, g8, b8]: Rgb): Rgb {
  const r = LINEAR_OF_BYTE[r8]!;
  const g = LINEAR_OF_BYTE[g8]!;
  const b = LINEAR_OF_BYTE[b8]!;
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** An OKLab colour: lightness 0..1, then the two opponent axes. */
export type Lab = [number, number, number];

/** sRGB bytes of an OKLab colour (Björn Ottosson, 2020), cut off at the edge of the gamut. */
export function oklabToRgb([L, a, b]: Lab): Rgb {
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const byte = (v: number) => Math.round(255 * linearToSrgb(Math.min(1, Math.max(0, v))));
  return [
    byte(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    byte(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    byte(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  ];
}

/** Perceived distance of two sRGB colours: Euclidean in OKLab; about 1 from black to white. */
export function distance(a: Rgb, b: Rgb): number {
  const [p, q] = [rgbToOklab(a), rgbToOklab(b)];
  return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
}
