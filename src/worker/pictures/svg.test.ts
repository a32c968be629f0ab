import { execFile } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { promisify } from 'node:util';
import { DOMParser } from '@xmldom/xmldom';
import sharp from 'sharp';
import { drawSvg } from './decode';
import { resolveEntities, TooManyEntities } from './svg-entities';
import { meantSize, pixels } from './svg-size';

// CSS Values and Units, section 6.2: 1 in = 2.54 cm = 25.4 mm = 72 pt = 6 pc = 96 px
test.each([
  ['1in', 96],
  ['2.54cm', 96],
  ['25.4mm', 96],
  ['72pt', 96],
  ['6pc', 96],
  ['96', 96],
  [' 9.6e1px ', 96],
  ['100%', null],
  ['auto', null],
  ['-5', null],
  ['', null],
  [null, null],
])('a length of %j is %j pixels', (length, px) =>
  px === null ? expect(pixels(length)).toBeNull() : expect(pixels(length)).toBeCloseTo(px, 9),
);

const root = (attributes: string) => new DOMParser().parseFromString(`<svg ${attributes}/>`, 'image/svg+xml').documentElement!;
test.each([
  ['width="210mm" height="297mm"', 210 / 297],
  ['width="100%" height="100%" viewBox="0 0 30 20"', 1.5],
  ['viewBox="-5 -5 30 20"', 1.5],
  ['width="4in" viewBox="0 0 30 20"', 1.5],
  ['height="40pt" viewBox="0,0,30,20"', 1.5],
  ['width="30" height="10" viewBox="0 0 1 1"', 3],
])('%s has its shape', (attributes, shape) => {
  const size = meantSize(root(attributes))!;
  expect(size.width / size.height).toBeCloseTo(shape, 6);
});
test.each(['', 'viewBox="0 0 0 10"', 'width="50%"'])('“%s” says nothing of its size', (attributes) =>
  expect(meantSize(root(attributes))).toBeNull(),
);

describe('entities of the file itself', () => {
  // as old drawing programs write them: namespace names as entities
  const old = `<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.0//EN" "http://www.w3.org/TR/svg10.dtd" [
    <!-- a comment with a ] and a > -->
    <!ENTITY ns_svg "http://www.w3.org/2000/svg"><!ENTITY part '<path d="M0 0h5"/>'><!ENTITY two "&part;&part;">
  ]><svg xmlns="&ns_svg;">&two;&amp;</svg>`;
  test('are put in their places, one within another, and XML’s own stay', () =>
    expect(resolveEntities(old)).toEqual({
      xml: '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h5"/><path d="M0 0h5"/>&amp;</svg>',
      outside: false,
    }));
  test('that lie outside the file become nothing, and are told', () =>
    expect(resolveEntities('<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg>&x;</svg>')).toEqual({
      xml: '<svg></svg>',
      outside: true,
    }));
  const nested = (levels: number) =>
    `<!DOCTYPE svg [<!ENTITY e0 "lol">${Array.from({ length: levels }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(10)}">`).join('')}]><svg>&e${levels};</svg>`;
  test.each([
    ['ten times within ten times, nine deep', nested(9)],
    ['within itself', '<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "&a;">]><svg>&a;</svg>'],
    ['by the thousand', `<!DOCTYPE svg [${Array.from({ length: 1000 }, (_, i) => `<!ENTITY n${i} "x">`).join('')}]><svg/>`],
  ])('%s are refused at once', (_, source) => expect(() => resolveEntities(source)).toThrow(TooManyEntities));
});

test.each([
  [
    '<svg xmlns="http://www.w3.org/2000/svg"><path></svg>',
    'a.svg is not a whole SVG drawing: its XML is not well formed. Export it again.',
  ],
  ['<html/>', 'a.svg holds XML, but no SVG drawing.'],
])('what is wrong is said as it is, and nothing is called damaged: %s', (source, sentence) =>
  expect(drawSvg(source, 'a.svg', 100)).rejects.toThrow(sentence),
);

/**
 * A blind sample of Debian's openclipart-svg (public domain, by many hands and many programs), each drawing held to
 * librsvg's own command line, rsvg-convert. The two are different versions of one library, so edges may differ a little.
 */
describe('a blind sample of open clip art', () => {
  const FOLDER = '/usr/share/openclipart/svg';
  const SIDE = 320;
  /** Every 37th drawing, in order of their paths. */
  function sample(): string[] {
    if (!existsSync(FOLDER)) throw new Error('The open clip art is not installed: apt-get install openclipart-svg');
    return readdirSync(FOLDER, { recursive: true, withFileTypes: true })
      .filter((f) => f.isFile() && f.name.endsWith('.svg'))
      .map((f) => join(f.parentPath, f.name))
      .sort()
      .filter((_, i) => i % 37 === 11);
  }
  /** Premultiplied bytes of a picture on a square that holds it. */
  const onSquare = async (input: Buffer, raw?: { width: number; height: number }) =>
    sharp(input, raw && { raw: { ...raw, channels: 4 } })
      .ensureAlpha()
      .resize(SIDE, SIDE, { fit: 'fill' })
      .raw()
      .toBuffer();

  test('under 1% is refused, and what is drawn is what librsvg draws', async () => {
    const files = sample();
    expect(files.length).toBeGreaterThanOrEqual(200);
    const refused: string[] = [];
    const means: number[] = [];
    const one = async (file: string): Promise<void> => {
      const drawn = await drawSvg(await readFile(file, 'utf8'), basename(file), SIDE).catch((error: Error) => error);
      if (drawn instanceof Error) return void refused.push(drawn.message);
      // what was taken out for safety is not there to be compared
      if (drawn.removed.length) return;
      const arguments_ = ['--unlimited', '-a', '-w', String(SIDE), '-h', String(SIDE), file];
      const theirs = await promisify(execFile)('rsvg-convert', arguments_, { maxBuffer: 1 << 26, encoding: 'buffer' });
      const [a, b] = [await onSquare(Buffer.from(drawn.pixels.rgba), drawn.pixels), await onSquare(theirs.stdout)];
      let off = 0;
      for (let i = 0; i < a.length; i += 4) {
        off += Math.abs(a[i + 3]! - b[i + 3]!);
        for (let c = 0; c < 3; c++) off += Math.abs(a[i + c]! * a[i + 3]! - b[i + c]! * b[i + 3]!) / 255;
      }
      means.push(off / a.length);
    };
    const waiting = [...files];
    const hand = async () => {
      for (let file = waiting.pop(); file; file = waiting.pop()) await one(file);
    };
    await Promise.all([hand(), hand(), hand(), hand()]);
    expect(refused.length).toBeLessThan(files.length * 0.01);
    expect(means.length).toBeGreaterThan(files.length * 0.9);
    // the mean of all channels, premultiplied, of 255: under 3 for 19 of 20 drawings, under 6 for every one
    means.sort((a, b) => a - b);
    expect(means[Math.floor(means.length * 0.95)]).toBeLessThan(3);
    expect(means.at(-1)).toBeLessThan(6);
  }, 240_000);
});
