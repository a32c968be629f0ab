import sharp from 'sharp';
import { arched, lettering, type Face } from '../demo/art/letters';

/** A made-up design with lettering whose words are known. */
export interface Lettered {
  file: string;
  text: string;
  svg: string;
}

const FACES: Face[] = ['slab', 'script', 'round', 'didone', 'sans', 'thin', 'western', 'poster', 'brush', 'marker', 'book'];
const INKS = { light: ['#f7efdc', '#f2c46a', '#a9dcd6'], dark: ['#1d3145', '#7a2016', '#17403f'] };
const PHRASES = [
  'KEEP A LIGHT ON', 'Salt in my hair', 'LAST TRAIN HOME', 'Small boat club', 'HIGH WATER LOW HURRY', 'Cold hands warm heart',
  'NO PLANS UNTIL MONDAY', 'Gather shells not dust', 'BORN TO WANDER', 'Tide table society', 'COFFEE THEN KAYAK', 'Slow morning person',
  'WILD ABOUT GARDENS', 'Feed the birds daily', 'NIGHT SHIFT KEEPER', 'Follow the river', 'MOUNTAINS BEFORE BREAKFAST', 'Sing it louder',
  'PROUD PLANT PARENT', 'Read more books', 'HONEY BEE KIND', 'Sunday is for soup', 'STAY CURIOUS', 'Dogs before dinner',
  'WEATHER OR NOT', 'Storm season crew', 'PADDLE YOUR OWN WAY', 'Bread and butter days', 'FOREST FLOOR FAN', 'Little wave rider',
  'TEACHER OF TINY HUMANS', 'Powered by biscuits', 'CHASE THE NORTH WIND', 'Best catch of the day', 'LIGHTHOUSE KEEPERS UNION', 'Moon over the marsh',
  'EIGHT ARMS TO HOLD YOU', 'Anchor in the storm', 'SWIM WITH THE SEALS', 'Good things take thyme', 'ROCK POOL PATROL', 'Sleep under the stars',
  'OLD SCHOOL SAILOR', 'Wish you were here',
]; // prettier-ignore

/** Forty-four phrases in eleven faces of ten families, each in light and in dark ink: in one line, stacked, or on an arch with a line below. */
export function letteredDesigns(): Lettered[] {
  return PHRASES.flatMap((text, i) =>
    (['light', 'dark'] as const).map((tone, t): Lettered => {
      const face = FACES[(i + t * 5) % FACES.length]!;
      const ink = INKS[tone];
      const words = text.split(' ');
      const half = Math.ceil(words.length / 2);
      const parts = [words.slice(0, half).join(' '), words.slice(half).join(' ')].filter(Boolean);
      const path = (d: string, n: number) => `<path d="${d}" fill="${ink[n % ink.length]}"/>`;
      const layout = (i + t) % 3;
      let body = '';
      if (layout === 0 || parts.length === 1)
        body = path(lettering(text, { face, size: 60, cx: 450, y: 560, fit: 800, spacing: 2 }).d, i);
      else if (layout === 1)
        body = parts
          .map((p, n) =>
            path(lettering(p, { face, size: 90, cx: 450, y: 460 + n * 190, fit: 660 - n * 90, spacing: 2 }).d, i + n),
          )
          .join('');
      else
        body =
          path(arched(parts[0]!, { face, size: 92, cx: 450, cy: 720, radius: 330, spacing: 3 }), i) +
          `<circle cx="450" cy="660" r="120" fill="${ink[(i + 1) % 3]}"/>` +
          path(
            lettering(parts[1]!, { face, size: 80, cx: 450, y: 920, fit: Math.min(640, parts[1]!.length * 60), spacing: 2 }).d,
            i + 2,
          );
      return {
        file: `say-${text.toLowerCase().replace(/[^a-z]+/g, '-')}-${tone}.png`,
        text,
        svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 1080">${body}</svg>`,
      };
    }),
  );
}

/** A design as PNG with transparency, `width` px across. */
export const drawLettered = (design: Lettered, width: number): Promise<Buffer> =>
  sharp(Buffer.from(design.svg), { density: (72 * width) / 900, limitInputPixels: false })
    .resize(width, Math.round(width * 1.2), { fit: 'fill' })
    .png({ compressionLevel: 3, adaptiveFiltering: false })
    .withMetadata({ density: 300 })
    .toBuffer();

/** Words of a text as they are compared: upper case, letters and digits only. */
const plain = (text: string): string[] =>
  text
    .toUpperCase()
    .split(/[^A-Z0-9]+/)
    .filter(Boolean);

/** How many of the known words were read, of how many, and how many were read in all. */
export function score(known: string, read: string): { hits: number; known: number; read: number } {
  const left = plain(read);
  const wanted = plain(known);
  let hits = 0;
  for (const word of wanted) {
    const at = left.indexOf(word);
    if (at < 0) continue;
    left.splice(at, 1);
    hits++;
  }
  return { hits, known: wanted.length, read: plain(read).length };
}
