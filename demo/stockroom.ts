import { covering, fitted, onArea } from '../src/core/placement/form';
import { api } from './client';

interface Outlet {
  id: string;
  connected: boolean;
}

/** Connects both outlets as a seller would: one by token, one by allowing access on the outlet's own page. */
export async function connectOutlets(): Promise<void> {
  const { items } = await api<{ items: Outlet[] }>('GET', '/outlets');
  const open = (id: string) => items.some((o) => o.id === id && !o.connected);
  if (open('quayside')) await api('POST', '/outlets/quayside/connect', { token: 'harbour-light-demo' });
  if (open('kestrel')) {
    const { address } = await api<{ address: string }>('POST', '/outlets/kestrel/connect', {});
    const asked = new URL(address);
    const form = new URLSearchParams([...asked.searchParams, ['answer', 'allow']]);
    const allowed = await fetch(asked.origin + asked.pathname, { method: 'POST', body: form, redirect: 'manual' });
    const back = allowed.headers.get('location')!;
    await fetch(back, { redirect: 'manual', headers: { authorization: `Bearer ${process.env.PRESS_TOKEN}` } });
  }
}

/** The same seller's shop for buyers in German: another account at an address of its own. Returns its id. */
export async function connectHafen(): Promise<string> {
  const name = 'Quayside Hafen';
  const { items } = await api<{ items: (Outlet & { name: string })[] }>('GET', '/outlets');
  const there = items.find((o) => o.name === name);
  if (there?.connected) return there.id;
  const kinds = await api<{ items: { style: string; baseUrl: string }[] }>('GET', '/outlet-kinds');
  const baseUrl = `${kinds.items.find((k) => k.style === 'quayside')!.baseUrl}-hafen`;
  const { id } = there ?? (await api<Outlet>('POST', '/outlets', { style: 'quayside', name, baseUrl }));
  await api('POST', `/outlets/${id}/connect`, { token: 'hafenlicht-demo' });
  return id;
}

const inEnglish = <T>(value: T) => ({ en: value });
const scene = (id: string, colour: 'featured' | number, line?: string) => ({
  kind: 'scene',
  scene: id,
  colour,
  ...(line && { line }),
});
const card = (name: 'sizes' | 'colours' | 'files', line?: string) => ({ kind: 'card', card: name, ...(line && { line }) });

const STEADY = {
  name: 'steady 35%',
  document: { aim: { kind: 'margin', share: 350000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 },
};
const POSTERS = {
  name: 'posters 40%',
  document: { aim: { kind: 'margin', share: 400000 }, postageIncluded: true, largeSizeExtraMinor: 0, ending: 99 },
};

const FRONT = onArea('front', fitted(0.76, 38));
const ADULT = {
  key: 'adult',
  blank: 'brightsea-tee-180',
  noun: { one: 'Shirt', many: 'Shirts' },
  colours: ['Chalk', 'Sand', 'Sea mist', 'Coral', 'Kelp', 'Harbour', 'Storm', 'Ink'],
  sizes: ['XS', 'S', 'M', 'L', 'XL', '2XL', '3XL', '4XL'],
  placements: [FRONT],
};

/** What the shop's own pages say to search engines: only one of the outlets has it. */
const FOR_SEARCH = {
  searchTitle: inEnglish('{{ artwork.name | title }}, {{ artwork.subject }} {{ product.noun | downcase }}'),
  searchText: inEnglish('{{ artwork.name | title }}, printed to order in a small studio on the saltmarsh.'),
};

/** Two print areas: the motif on the front, and the studio's mark, always the same, at the hem. */
const shirt = (plan: string, mark: string | null, hafen: string | null) => ({
  lines: [
    {
      ...ADULT,
      placements: [FRONT, ...(mark ? [onArea('hem', { ...fitted(1, 0), artwork: mark })] : [])],
    },
  ],
  accepts: { ground: 'see-through', minPpi: 150 },
  shots: [scene('shirt-flat', 'featured'), scene('shirt-close', 1), scene('shirts-rail', 'featured'), card('sizes')],
  words: {
    title: inEnglish('{{ written.title }}'),
    description: inEnglish('{{ written.long }}'),
    ...FOR_SEARCH,
  },
  tags: inEnglish(['{{ written.tags }}', '{{ searched.tags }}']),
  writing: { tone: 'warm', days: 3 },
  pricePlan: plan,
  outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside' }, ...(hafen ? [{ outlet: hafen }] : [])],
});

/** Two goods lines: the same motif for grown-ups and for the youth, in one listing. */
const family = (plan: string) => ({
  lines: [
    { ...ADULT, colours: { best: 6 } },
    {
      key: 'youth',
      blank: 'brightsea-youth-tee-165',
      noun: { one: 'Youth shirt', many: 'Youth shirts' },
      colours: { best: 6 },
      sizes: ['Youth S', 'Youth M', 'Youth L'],
      placements: [onArea('front', fitted(0.8, 26))],
    },
  ],
  accepts: { ground: 'see-through', minPpi: 150 },
  shots: [
    scene('shirt-flat', 'featured', 'adult'),
    scene('youth-shirt', 1, 'youth'),
    scene('shirt-close', 2, 'adult'),
    card('sizes', 'adult'),
    card('sizes', 'youth'),
  ],
  words: {
    title: inEnglish('{{ artwork.name | title }} Shirts for Big and Small, {{ artwork.subject | title }} Tee, Soft Cotton'),
    description: inEnglish(
      '{{ artwork.name }}, for grown-ups and for smaller people.\n\n{{ product.text }}\n\n- {{ product.sizes }}\n- Colours: {{ product.colours }}\n- {{ product.care }}',
    ),
    ...FOR_SEARCH,
  },
  tags: inEnglish([
    '{{ artwork.subject }} shirt',
    '{{ artwork.subject }} gift',
    'family shirts',
    'matching tees',
    'youth sea shirt',
    'coastal t-shirt',
    'rock pool gift',
    'soft cotton tee',
  ]),
  pricePlan: plan,
  outlets: [
    { outlet: 'kestrel' },
    // the shop's own pages have room for a longer name
    {
      outlet: 'quayside',
      own: {
        words: {
          title: inEnglish(
            '{{ artwork.name | title }}: {{ artwork.subject }} shirts for big and small, soft cotton, printed to order',
          ),
        },
      },
    },
  ],
});

/** A paper's print area is another one on each size; on the largest the picture keeps a border. */
const poster = (plan: string) => ({
  lines: [
    {
      key: 'sheet',
      blank: 'aldergate-poster-200',
      noun: { one: 'Poster', many: 'Posters' },
      colours: ['White'],
      sizes: ['A3', 'A2', '12 x 18 in', '18 x 24 in', '24 x 36 in'],
      placements: [{ ...onArea('sheet', covering()), bySize: { '24 x 36 in': { layers: [fitted(0.94, 28)] } } }],
    },
  ],
  accepts: { ground: 'full', minPpi: 150 },
  shots: [scene('poster-leaning', 'featured'), scene('poster-shelf', 'featured'), scene('poster-taped', 'featured')],
  words: {
    title: inEnglish('{{ written.title }}'),
    description: inEnglish('{{ written.long }}'),
  },
  tags: inEnglish(['{{ written.tags }}', '{{ searched.tags }}', 'coastal wall art', 'new home gift']),
  writing: { tone: 'plain' },
  pricePlan: plan,
  outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside' }],
});

/** The motif twice round a mug, so that it is seen from either side. */
const mug = (plan: string) => ({
  lines: [
    {
      key: 'mug',
      blank: 'brightsea-mug-325',
      noun: { one: 'Mug', many: 'Mugs' },
      colours: ['White'],
      sizes: ['11 oz'],
      placements: [
        onArea('around', {
          ...fitted(0.86, 0),
          anchor: 'centre',
          xMm: -55,
          spread: { kind: 'copies', at: [{ xMm: 110, yMm: 0 }] },
        }),
      ],
    },
  ],
  accepts: { ground: 'see-through', minPpi: 150 },
  shots: [scene('mug-oak', 'featured'), scene('mug-plain', 'featured'), scene('mug-pair', 'featured')],
  words: {
    title: inEnglish('{{ written.title }}'),
    description: inEnglish('{{ written.long }}'),
    ...FOR_SEARCH,
  },
  tags: inEnglish(['{{ written.tags }}', '{{ searched.tags }}']),
  writing: { tone: 'playful', days: 3 },
  pricePlan: plan,
  outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside' }],
});

const tote = (plan: string) => ({
  lines: [
    {
      key: 'bag',
      blank: 'brightsea-tote-340',
      noun: { one: 'Tote', many: 'Totes' },
      colours: ['Oyster', 'Kelp'],
      sizes: ['38 x 42 cm'],
      placements: [onArea('front', fitted(0.82, 20))],
    },
  ],
  accepts: { ground: 'see-through', minPpi: 150 },
  shots: [scene('tote-peg', 'featured'), scene('tote-flat', 1)],
  words: {
    title: inEnglish('{{ artwork.name | title }} Tote Bag, {{ artwork.subject | title }} Canvas Shopper, Beach Bag'),
    description: inEnglish(
      '{{ artwork.name }}, on a canvas bag from our studio on the saltmarsh.\n\n{{ product.text }}\n\n- {{ product.sizes }}\n- Colours: {{ product.colours }}\n- {{ product.care }}',
    ),
    ...FOR_SEARCH,
  },
  tags: inEnglish(['{{ artwork.subject }} tote', '{{ artwork.subject }} bag', 'canvas tote bag', 'beach bag', 'seaside gift']),
  pricePlan: plan,
  outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside' }],
});

const SOLD = {
  name: 'downloads 6.90',
  document: { aim: { kind: 'fixed', minor: 690 }, postageIncluded: false, largeSizeExtraMinor: 0, ending: null },
};
const TERMS = `Terms of use

These files are for you: print them for your own walls, and as gifts.
Please do not sell or share the files, or anything that is made of them.

Saltmarsh Lane
`;

/** Files for the wall, in the shapes that frames are sold in, with the terms of use beside them. */
const printables = (plan: string, terms: string) => ({
  lines: [],
  downloads: {
    noun: { one: 'Printable', many: 'Printables' },
    renditions: [
      ...['2:3', '3:4', '4:5', '11:14'].map((sheet) => ({ sheet, formats: ['jpg'], ppi: 300, how: 'cover' })),
      { sheet: 'ISO A', formats: ['jpg', 'pdf'], ppi: 300, how: 'cover' },
      { sheet: 'desktop', formats: ['jpg'], ppi: 300, how: 'cover' },
    ],
    along: [terms],
    pack: 'loose where they fit',
    note: inEnglish(
      'Thank you for buying {{ artwork.name }}. Nothing is posted: these files are yours to download.\n\nPrint them as they are, without fitting to the page.',
    ),
  },
  accepts: { ground: 'full', minPpi: 150, maxCrop: 0.2 },
  shots: [scene('poster-shelf', 'featured'), scene('poster-leaning', 'featured'), card('files')],
  words: {
    title: inEnglish('{{ written.title }}'),
    description: inEnglish('{{ written.long }}'),
  },
  tags: inEnglish(['{{ written.tags }}', '{{ searched.tags }}', 'printable wall art', 'digital download']),
  writing: { tone: 'plain' },
  pricePlan: plan,
  outlets: [{ outlet: 'kestrel' }, { outlet: 'quayside' }],
});

async function termsOfUse(): Promise<string> {
  const name = 'Terms of use.txt';
  const { items } = await api<{ items: { id: string; name: string }[] }>('GET', '/enclosures');
  const form = new Blob([TERMS]);
  const address = `/enclosures?fileName=${encodeURIComponent(name)}`;
  return items.find((e) => e.name === name)?.id ?? (await api<{ id: string }>('POST', address, form)).id;
}

/** The demo's dockets and the plans that they follow; returns the dockets' ids. `mark` is the artwork that is printed at the hem, if any; `hafen` the outlet in German. */
export async function makeDockets(
  mark: string | null,
  hafen: string | null = null,
): Promise<Record<'shirt' | 'family' | 'poster' | 'mug' | 'tote' | 'sold', string>> {
  const plans = (await api<{ items: { id: string; name: string }[] }>('GET', '/price-plans')).items;
  const plan = async (p: { name: string; document: object }) =>
    plans.find((k) => k.name === p.name)?.id ?? (await api<{ id: string }>('POST', '/price-plans', p)).id;
  const [steady, posters, sold] = [await plan(STEADY), await plan(POSTERS), await plan(SOLD)];
  const { items } = await api<{ items: { id: string; name: string }[] }>('GET', '/dockets');
  const make = async (name: string, document: object) =>
    items.find((d) => d.name === name)?.id ?? (await api<{ id: string }>('POST', '/dockets', { name, document })).id;
  return {
    shirt: await make('Shirt, soft cotton', shirt(steady, mark, hafen)),
    family: await make('Shirts for big and small', family(steady)),
    poster: await make('Poster, matt', poster(posters)),
    mug: await make('Mugs, both sides', mug(steady)),
    tote: await make('Canvas totes', tote(steady)),
    sold: await make('Printables', printables(sold, await termsOfUse())),
  };
}
