import { arched, lettering, type Face } from './letters';
import * as m from './motifs';
import { ON_DARK, ON_LIGHT, type Inks } from './motifs';
import { at, disc, line, oval, p, rays, star, stem, wave } from './shapes';

/** One artwork of the demo: an SVG and the size in px that it is exported at. */
export interface Piece {
  file: string;
  name: string;
  subject: string;
  keywords: string[];
  width: number;
  height: number;
  svg: string;
  format?: 'jpeg' | 'svg';
}

const DARK = '#20242b';
const LIGHT = '#f6f1e4';

/** A shirt motif over one or two lines of lettering. `light` art goes on dark cloth. */
function slogan(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  tone: 'light' | 'dark',
  draw: (k: Inks, ground: string) => string,
  lines: [string, Face][],
  size = [4500, 5400],
  inks?: Partial<Inks>,
): Piece {
  const k = { ...(tone === 'light' ? ON_DARK : ON_LIGHT), ...inks };
  const ground = tone === 'light' ? DARK : LIGHT;
  let y = 746;
  const words = lines
    .map(([text, face], i) => {
      const wide = lettering(text, { face, size: 100, cx: 450, y: 0, spacing: face === 'sans' ? 12 : 2, fit: i ? 600 : 790 });
      const size = Math.min(wide.size, i ? 84 : 168);
      y += size * (face === 'script' ? 1.12 : 0.84);
      const set = lettering(text, { face, size, cx: 450, y, spacing: (face === 'sans' ? 12 : 2) * (size / 100) });
      y += 34;
      return p(set.d, i ? k.warm : k.key);
    })
    .join('');
  return { file, name, subject, keywords, width: size[0]!, height: size[1]!, svg: board(900, 1080, draw(k, ground) + words) };
}

const board = (w: number, h: number, body: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" ${more}>${body}</svg>`;

/** A round badge: lettering on the circle, a motif inside. */
function badge(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  tone: 'light' | 'dark',
  above: string,
  below: string,
  draw: (k: Inks, ground: string) => string,
): Piece {
  const k = tone === 'light' ? ON_DARK : ON_LIGHT;
  const ground = tone === 'light' ? DARK : LIGHT;
  const ring = `<circle cx="450" cy="520" r="418" fill="none" stroke="${k.key}" stroke-width="15"/><circle cx="450" cy="520" r="296" fill="none" stroke="${k.warm}" stroke-width="8"/>`;
  const text =
    p(arched(above, { face: 'slab', size: 78, cx: 450, cy: 520, radius: 322, spacing: 5 }), k.key) +
    p(arched(below, { face: 'sans', size: 64, cx: 450, cy: 520, radius: 382, spacing: 12, below: true }), k.warm);
  return {
    file,
    name,
    subject,
    keywords,
    width: 4500,
    height: 5400,
    svg: board(
      900,
      1080,
      ring + text + at(153, 288, draw(k, ground), 0, 0.66) + p(star(112, 520, 20, 8, 5) + star(788, 520, 20, 8, 5), k.deep),
    ),
  };
}

/** Lettering only, in stacked lines that fill the width. */
function stacked(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  tone: 'light' | 'dark',
  lines: [string, Face, string][],
  size = [4500, 5400],
): Piece {
  let y = 60;
  const body = lines.map(([text, face, colour]) => {
    const fitted = lettering(text, { face, size: 100, cx: 450, y: 0, fit: 820, spacing: face === 'sans' ? 10 : 0 });
    const lineSize = Math.min(fitted.size, 270);
    y += lineSize * (face === 'script' ? 0.92 : 0.76);
    const set = lettering(text, { face, size: lineSize, cx: 450, y, spacing: face === 'sans' ? lineSize / 10 : 0 });
    y += face === 'script' ? lineSize * 0.36 : 42;
    return p(set.d, colour);
  });
  return {
    file,
    name,
    subject,
    keywords,
    width: size[0]!,
    height: size[1]!,
    svg: board(900, Math.max(500, y + 20), body.join('')),
  };
}

/** A seamless repeat: `cell` is drawn at each place of a half-drop lattice and again past the edges. */
function repeat(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  ground: string,
  cell: (i: number) => string,
  columns: number,
  rows: number,
): Piece {
  const [w, h] = [900, 900];
  const [cw, ch] = [w / columns, h / rows];
  let body = `<rect width="${w}" height="${h}" fill="${ground}"/>`;
  for (let c = -1; c <= columns; c++)
    for (let r = -1; r <= rows; r++) {
      const i = ((c + columns) % columns) * rows + ((r + rows) % rows);
      body += at((c + 0.5) * cw, (r + 0.5 + (Math.abs(c % 2) ? 0.5 : 0)) * ch, cell(i));
    }
  return { file, name, subject, keywords, width: 4500, height: 4500, svg: board(w, h, body) };
}

/** A scene that fills the sheet, for posters: soft layers of colour with grain. Made by program, no camera involved. */
function seaPicture(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  sky: string[],
  sea: string[],
  sun: [number, number, number, string],
): Piece {
  const stops = (colours: string[]) =>
    colours.map((c, i) => `<stop offset="${i / (colours.length - 1)}" stop-color="${c}"/>`).join('');
  const swell = Array.from({ length: 46 }, (_, i) => {
    const y = 668 + (i / 46) ** 1.6 * 600;
    const h = 1.5 + i * 0.5;
    const shift = (i * 137) % 90;
    return `<path d="${wave(-100 - shift, 1000, y, 90 + i * 9, h)}" fill="none" stroke="${i % 3 ? sea[0] : sky.at(-1)}" stroke-opacity="${(0.1 + (i % 5) * 0.045).toFixed(2)}" stroke-width="${(1 + i * 0.16).toFixed(1)}"/>`;
  }).join('');
  const glitter = Array.from({ length: 150 }, (_, i) => {
    const t = ((i * 61) % 150) / 150;
    const spread = 16 + t * 150;
    return oval(
      sun[0] + (((i * 97) % 200) / 100 - 1) * spread,
      668 + t ** 1.3 * 560,
      5 + t * 26,
      0.9 + t * 2.6,
      sun[3],
      `opacity="${(0.62 - t * 0.42).toFixed(2)}"`,
    );
  }).join('');
  return {
    file,
    name,
    subject,
    keywords,
    width: 4200,
    height: 5940,
    format: 'jpeg',
    svg: board(
      900,
      1273,
      `<defs><linearGradient id="s" x2="0" y2="1">${stops(sky)}</linearGradient><linearGradient id="w" x2="0" y2="1">${stops(sea)}</linearGradient><radialGradient id="g"><stop offset="0" stop-color="${sun[3]}" stop-opacity=".95"/><stop offset=".35" stop-color="${sun[3]}" stop-opacity=".35"/><stop offset="1" stop-color="${sun[3]}" stop-opacity="0"/></radialGradient></defs><rect width="900" height="670" fill="url(#s)"/><circle cx="${sun[0]}" cy="${sun[1]}" r="${sun[2] * 4.5}" fill="url(#g)"/>${disc(sun[0], sun[1], sun[2], sun[3])}<rect y="668" width="900" height="605" fill="url(#w)"/>${swell}${glitter}<path d="M0 664C120 640 190 650 250 662L250 670L0 670Z" fill="${sea.at(-1)}" opacity=".75"/>`,
    ),
  };
}

/** A flat poster landscape with a heading. */
function poster(
  file: string,
  name: string,
  subject: string,
  keywords: string[],
  ground: string,
  body: string,
  heading: [string, Face, string],
  small: string,
  size = [4200, 5940],
): Piece {
  const title = lettering(heading[0], { face: heading[1], size: 100, cx: 450, y: 168, fit: 640 });
  const set = title.size > 130 ? lettering(heading[0], { face: heading[1], size: 130, cx: 450, y: 176 }) : title;
  const under = lettering(small, { face: 'sans', size: 26, cx: 450, y: 232, spacing: 9 });
  return {
    file,
    name,
    subject,
    keywords,
    width: size[0]!,
    height: size[1]!,
    svg: board(
      900,
      1273,
      `<rect width="900" height="1273" fill="${ground}"/>${body}${p(set.d, heading[2])}${p(under.d, heading[2])}`,
    ),
  };
}

const fish = (a: string, b: string) =>
  p('M-60 0C-20 -44 44 -40 74 0C44 40 -20 44 -60 0Z', a) +
  p('M-52 0L-92 -34L-86 0L-92 34Z', a) +
  line('M-10 -26Q10 0 -10 26M22 -26Q38 0 22 26', b, 6) +
  disc(52, -8, 6, b);
const urchin = (a: string, b: string) =>
  rays(0, 0, 24, 60, 22, 5, a) +
  disc(0, 0, 38, a) +
  [0, 60, 120, 180, 240, 300]
    .map((t) => disc(22 * Math.cos((t * Math.PI) / 180), 22 * Math.sin((t * Math.PI) / 180), 5, b))
    .join('') +
  disc(0, 0, 6, b);
const starfish = (a: string, b: string) =>
  p(star(0, 0, 66, 26, 5), a, `stroke="${a}" stroke-width="18" stroke-linejoin="round"`) +
  [0, 72, 144, 216, 288]
    .map((t) =>
      line(
        `M0 0L${(44 * Math.cos(((t - 90) * Math.PI) / 180)).toFixed(0)} ${(44 * Math.sin(((t - 90) * Math.PI) / 180)).toFixed(0)}`,
        b,
        5,
        'stroke-dasharray="1 11"',
      ),
    )
    .join('');

const hills = (y: number, height: number, colour: string, seed: number) =>
  p(
    `M0 ${y}C${120 + seed * 9} ${y - height} ${270 + seed * 7} ${y - height * 0.2} ${430 + seed * 5} ${y - height * 0.55}S${700 - seed * 6} ${y - height * 1.15} 900 ${y - height * 0.3}V1273H0Z`,
    colour,
  );

/** The whole collection, in the order in which it is brought in. */
export function collection(): Piece[] {
  return [
    slogan(
      'keep-a-light-on.png',
      'Keep a light on',
      'lighthouse',
      ['coastal gift', 'night watch', 'lighthouse keeper'],
      'light',
      m.lighthouse,
      [['KEEP A LIGHT ON', 'slab']],
    ),
    slogan(
      'keep-a-light-on-dark.png',
      'Keep a light on, navy ink',
      'lighthouse',
      ['coastal gift', 'night watch', 'lighthouse keeper'],
      'dark',
      m.lighthouse,
      [['KEEP A LIGHT ON', 'slab']],
    ),
    slogan(
      'cold-water-warm-people.png',
      'Cold water, warm people',
      'sea swimming',
      ['wild swim', 'swim club', 'open water'],
      'light',
      m.sunSwim,
      [
        ['COLD WATER', 'slab'],
        ['warm people', 'script'],
      ],
    ),
    slogan(
      'cold-water-warm-people-dark.png',
      'Cold water, warm people, navy ink',
      'sea swimming',
      ['wild swim', 'swim club', 'open water'],
      'dark',
      m.sunSwim,
      [
        ['COLD WATER', 'slab'],
        ['warm people', 'script'],
      ],
    ),
    slogan('sideways.png', 'Sideways is still forwards', 'crab', ['rock pool', 'beach humour', 'crab lover'], 'light', m.crab, [
      ['SIDEWAYS', 'round'],
      ['is still forwards', 'script'],
    ]),
    slogan(
      'sideways-dark.png',
      'Sideways is still forwards, navy ink',
      'crab',
      ['rock pool', 'beach humour', 'crab lover'],
      'dark',
      m.crab,
      [
        ['SIDEWAYS', 'round'],
        ['is still forwards', 'script'],
      ],
    ),
    slogan(
      'last-train.png',
      'Last train, first coffee',
      'night train',
      ['commuter joke', 'railway gift', 'night owl'],
      'light',
      m.train,
      [
        ['LAST TRAIN', 'slab'],
        ['FIRST COFFEE', 'sans'],
      ],
    ),
    slogan(
      'mind-the-moon.png',
      'Mind the moon',
      'night train',
      ['commuter joke', 'railway gift', 'moonlight'],
      'light',
      m.train,
      [['MIND THE MOON', 'western']],
      [4500, 5400],
      { warm: '#7fc4bd', cool: '#f7efdc', deep: '#f2a93b' },
    ),
    slogan('mine.png', 'Mine', 'gull', ['chip thief', 'seaside joke', 'bird humour'], 'light', m.gull, [
      ['MINE.', 'round'],
      ['also that one', 'script'],
    ]),
    slogan(
      'mine-dark.png',
      'Mine, slate ink',
      'gull',
      ['chip thief', 'seaside joke', 'bird humour'],
      'dark',
      m.gull,
      [
        ['MINE.', 'round'],
        ['also that one', 'script'],
      ],
      [4500, 5400],
      { key: '#3d4d5c', cool: '#8fb1b3' },
    ),
    slogan(
      'eight-arms-no-plans.png',
      'Eight arms, no plans',
      'octopus',
      ['lazy sunday', 'rock pool', 'octopus lover'],
      'light',
      m.octopus,
      [
        ['EIGHT ARMS', 'round'],
        ['no plans', 'script'],
      ],
    ),
    slogan(
      'eight-arms-no-plan.png',
      'Eight arms, no plan',
      'octopus',
      ['lazy sunday', 'rock pool', 'octopus lover'],
      'light',
      m.octopus,
      [
        ['EIGHT ARMS', 'round'],
        ['no plan', 'script'],
      ],
    ),
    slogan('little-whale.png', 'Little whale', 'whale', ['kids beach', 'ocean child', 'whale lover'], 'light', m.whale, [
      ['LITTLE WHALE', 'round'],
      ['big splash', 'script'],
    ]),
    slogan(
      'gathering.png',
      'Gathering',
      'sea shell',
      ['beachcomber', 'shell collector', 'shore walk'],
      'light',
      (k) => m.shell(k),
      [['Gathering', 'script']],
    ),
    slogan(
      'gathering-dark.png',
      'Gathering, navy ink',
      'sea shell',
      ['beachcomber', 'shell collector', 'shore walk'],
      'dark',
      (k) => m.shell(k),
      [['Gathering', 'script']],
    ),
    slogan('hold-fast.png', 'Hold fast', 'anchor', ['sailor gift', 'harbour town', 'nautical'], 'light', (k) => m.anchorRope(k), [
      ['HOLD FAST', 'western'],
    ]),
    slogan(
      'hold-fast-dark.png',
      'Hold fast, navy ink',
      'anchor',
      ['sailor gift', 'harbour town', 'nautical'],
      'dark',
      (k) => m.anchorRope(k),
      [['HOLD FAST', 'western']],
    ),
    slogan(
      'high-water.png',
      'High water',
      'mountain sea',
      ['fjord hike', 'coast path', 'outdoor gift'],
      'light',
      (k) => m.mountainsSea(k),
      [
        ['HIGH WATER', 'slab'],
        ['low hurry', 'script'],
      ],
    ),
    slogan(
      'small-boat-club.png',
      'Small boat club',
      'sailing',
      ['dinghy sailor', 'boat owner', 'weekend sail'],
      'light',
      (k) => m.boat(k),
      [
        ['SMALL BOAT', 'slab'],
        ['CLUB', 'sans'],
      ],
    ),
    slogan(
      'small-boat-club-dark.png',
      'Small boat club, navy ink',
      'sailing',
      ['dinghy sailor', 'boat owner', 'weekend sail'],
      'dark',
      (k) => m.boat(k),
      [
        ['SMALL BOAT', 'slab'],
        ['CLUB', 'sans'],
      ],
    ),
    slogan('marsh-hare.png', 'Marsh hare', 'hare', ['salt marsh', 'wildlife gift', 'moon hare'], 'light', m.hare, [
      ['Marsh hare', 'didone'],
    ]),
    slogan(
      'first-light.png',
      'First light swim',
      'sunrise',
      ['dawn swim', 'morning person', 'sea swimming'],
      'light',
      (k) => m.sunrise(k),
      [
        ['FIRST LIGHT', 'slab'],
        ['last in is lunch', 'script'],
      ],
    ),
    badge(
      'tide-table-society.png',
      'Tide table society',
      'tides',
      ['beach club', 'tide watcher', 'coastal walk'],
      'light',
      'TIDE TABLE SOCIETY',
      'TWICE A DAY, EVERY DAY',
      (k) => m.boat(k),
    ),
    badge(
      'night-keepers.png',
      'Night keepers',
      'lighthouse',
      ['lighthouse keeper', 'night shift', 'harbour light'],
      'dark',
      'THE NIGHT KEEPERS',
      'SINCE THE LAST SHIP',
      m.lighthouse,
    ),
    stacked('salt-in-my-hair.png', 'Salt in my hair', 'sea swimming', ['beach hair', 'sea lover', 'wild swim'], 'light', [
      ['SALT', 'slab', ON_DARK.key],
      ['in my', 'script', ON_DARK.warm],
      ['HAIR', 'slab', ON_DARK.key],
      ['SAND IN EVERYTHING', 'sans', ON_DARK.cool],
    ]),
    stacked(
      'name-here-beach-crew.png',
      'Beach crew, your name',
      'beach crew',
      ['family trip', 'custom name', 'holiday shirt'],
      'dark',
      [
        ['Your name', 'script', ON_LIGHT.deep],
        ['BEACH', 'slab', ON_LIGHT.key],
        ['CREW', 'slab', ON_LIGHT.cool],
      ],
    ),
    {
      ...slogan('tiny-shell.png', 'Tiny shell', 'sea shell', ['beachcomber', 'shell collector'], 'dark', (k) => m.shell(k), [
        ['Found', 'script'],
      ]),
      width: 600,
      height: 720,
    },
    repeat(
      'kelp-forest.png',
      'Kelp forest',
      'kelp',
      ['seaweed pattern', 'shore plants', 'botanical print'],
      '#f2e8d2',
      (i) => at(0, 95, stem(190, 5, i % 2 ? '#2f7d6d' : '#58714a', '#1f4b45', i % 2 ? 24 : -24, 32)),
      6,
      4,
    ),
    repeat(
      'rock-pool.png',
      'Rock pool',
      'rock pool',
      ['tide pool pattern', 'sea creatures', 'coastal print'],
      '#17394a',
      (i) =>
        [
          urchin('#c86b8b', '#17394a'),
          starfish('#f0a13a', '#fbe3b8'),
          fish('#7fc4bd', '#17394a'),
          at(0, 0, starfish('#e4694a', '#fbe3b8'), 24, 0.8),
        ][i % 4]!,
      6,
      4,
    ),
    repeat(
      'sea-thrift.png',
      'Sea thrift',
      'sea thrift',
      ['wild flower print', 'coastal flowers', 'botanical art'],
      '#fbf3e6',
      (i) =>
        at(
          0,
          80,
          line('M0 0C10 -50 -8 -90 0 -130', '#4f7358', 7) +
            [0, 45, 90, 135, 180, 225, 270, 315]
              .map((t) => oval(0, -26, 13, 24, i % 3 ? '#d97a93' : '#b7568a', `transform="translate(0 -140) rotate(${t})"`))
              .join('') +
            disc(0, -140, 15, '#f3d27a') +
            line('M0 -20C-30 -40 -50 -50 -56 -84M0 -20C30 -40 44 -60 50 -92', '#6f8f63', 9),
        ),
      6,
      4,
    ),
    repeat(
      'herring-run.png',
      'Herring run',
      'herring',
      ['fish pattern', 'kitchen art', 'nautical print'],
      '#e9ecdf',
      (i) => at(0, 0, fish(i % 3 ? '#29576f' : '#d9702f', '#e9ecdf'), i % 2 ? 0 : 180, 0.82),
      6,
      6,
    ),
    seaPicture(
      'low-sun-slack-tide.jpg',
      'Low sun, slack tide',
      'seascape',
      ['sunset photo', 'calm sea', 'coastal wall art'],
      ['#39507a', '#8f7f98', '#e3a07a', '#f8d59a'],
      ['#c98d6c', '#5f6f86', '#22344f'],
      [560, 590, 42, '#fff0c4'],
    ),
    seaPicture(
      'blue-hour.jpg',
      'Blue hour',
      'seascape',
      ['moonrise photo', 'night sea', 'blue wall art'],
      ['#0e1d38', '#1d3b62', '#4b7494', '#a9c3c8'],
      ['#7fa3ae', '#23486a', '#0b1a30'],
      [330, 430, 34, '#f4f1dc'],
    ),
    poster(
      'far-skerries.png',
      'Far skerries',
      'island',
      ['minimal landscape', 'sea print', 'travel art'],
      '#f4e9d3',
      disc(600, 520, 140, '#df6238') +
        hills(860, 190, '#7fa7a0', 3) +
        hills(960, 210, '#2f6a70', 8) +
        hills(1080, 200, '#17404c', 1) +
        p(wave(0, 900, 1150, 180, 30) + 'V1273H0Z', '#e3a84d'),
      ['Far Skerries', 'didone', '#17404c'],
      'NO. 12 · EVENING',
    ),
    poster(
      'the-long-groyne.png',
      'The long groyne',
      'beach',
      ['minimal beach', 'shore line art', 'coastal print'],
      '#dfe8e2',
      disc(240, 470, 96, '#f2c14e') +
        p('M0 640H900V1273H0Z', '#4a8c95') +
        p('M0 900C260 820 520 960 900 860V1273H0Z', '#e8d3a4') +
        Array.from({ length: 13 }, (_, i) =>
          p(`M${210 + i * 34} ${1120 - i * 36}h${34 - i * 1.5}v${-150 + i * 9}h${-34 + i * 1.5}z`, i % 2 ? '#3b2f2a' : '#55443b'),
        ).join(''),
      ['The Long Groyne', 'didone', '#22464d'],
      'LOW WATER 06:42',
    ),
    {
      ...poster(
        'night-ferry.svg',
        'Night ferry',
        'ferry',
        ['night harbour', 'travel print', 'ship art'],
        '#12263f',
        [
          [120, 340],
          [260, 300],
          [430, 360],
          [610, 290],
          [780, 350],
          [700, 440],
          [190, 470],
          [360, 420],
        ]
          .map(([x, y], i) => p(star(x!, y!, 9 + (i % 3) * 4, 3, 4), '#f4e6bf'))
          .join('') +
          p('M140 760H780L720 880H220Z', '#e9dfc8') +
          p('M260 690H660V760H260ZM340 630H580V690H340Z', '#f6f0df') +
          p('M500 540H560V630H500Z', '#e4694a') +
          Array.from({ length: 9 }, (_, i) => disc(250 + i * 52, 805, 11, '#f2a93b')).join('') +
          p('M0 880H900V1273H0Z', '#0b1a2e') +
          Array.from({ length: 16 }, (_, i) =>
            line(`M${150 + ((i * 83) % 560)} ${920 + i * 21}h${60 + ((i * 37) % 90)}`, '#f2a93b', 6, 'opacity=".55"'),
          ).join(''),
        ['Night Ferry', 'didone', '#f6f0df'],
        'DEPARTS WHEN FULL OF STARS',
      ),
      format: 'svg',
    },
  ];
}
