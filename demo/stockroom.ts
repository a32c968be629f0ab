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

const SHIRT = {
  noun: 'Shirt',
  colours: ['Chalk', 'Sand', 'Sea mist', 'Coral', 'Kelp', 'Harbour', 'Storm', 'Ink'],
  sizes: ['XS', 'S', 'M', 'L', 'XL', '2XL', '3XL', '4XL'],
  area: 'front',
  placement: { mode: 'fit', scale: 0.76, topMm: 38 },
  shots: [
    { scene: 'shirt-flat', colour: 'featured' },
    { scene: 'shirt-close', colour: 1 },
    { scene: 'shirt-flat', colour: 2 },
  ],
  wording: {
    title:
      '{{ artwork.name | title }} Shirt, {{ artwork.subject | title }} Tee, Unisex Cotton T-Shirt, Gift for {{ artwork.subject | title }} Lovers',
    description:
      '{{ artwork.name }}. Drawn in our small studio on the saltmarsh, printed to order on a soft cotton tee.\n\n{{ product.text }}\n\n- Sizes: {{ product.sizes }}\n- Colours: {{ product.colours }}\n- Printed when you order, on its way within three working days\n- {{ product.care }}',
    tags: [
      '{{ artwork.subject }} shirt',
      '{{ artwork.subject }} gift',
      '{{ artwork.subject }} tee',
      'coastal t-shirt',
      'graphic cotton tee',
      'seaside gift',
      'unisex summer tee',
      'gift for sea lover',
      'beach town shirt',
      'illustrated tee',
    ],
  },
  pricePlan: {
    name: 'steady 35%',
    aim: { kind: 'margin', share: 350000 },
    postageIncluded: true,
    largeSizeExtraMinor: 0,
    ending: 99,
  },
  accepts: { ground: 'see-through', minPpi: 150 },
  outlets: ['kestrel', 'quayside'],
};

const POSTER = {
  noun: 'Poster',
  colours: ['White'],
  sizes: ['A3', 'A2', '12 x 18 in', '18 x 24 in', '24 x 36 in'],
  area: 'sheet',
  placement: { mode: 'cover', scale: 1, topMm: 0 },
  shots: [
    { scene: 'poster-leaning', colour: 'featured' },
    { scene: 'poster-shelf', colour: 'featured' },
    { scene: 'poster-close', colour: 'featured' },
  ],
  wording: {
    title: '{{ artwork.name | title }} Poster, {{ artwork.subject | title }} Wall Art, Matt Art Print, Coastal Home Decor',
    description:
      '{{ artwork.name }}, a matt art print from our studio on the saltmarsh.\n\n{{ product.text }}\n\n- Sizes: {{ product.sizes }}\n- Frame not included\n- {{ product.care }}',
    tags: [
      '{{ artwork.subject }} print',
      '{{ artwork.subject }} poster',
      '{{ artwork.subject }} art',
      'coastal wall art',
      'matt art print',
      'hallway picture',
      'beach house decor',
      'large wall poster',
      'new home gift',
    ],
  },
  pricePlan: {
    name: 'posters 40%',
    aim: { kind: 'margin', share: 400000 },
    postageIncluded: true,
    largeSizeExtraMinor: 0,
    ending: 99,
  },
  accepts: { ground: 'full', minPpi: 150 },
  outlets: ['kestrel', 'quayside'],
};

/** The two demo dockets; returns their ids. */
export async function makeDockets(): Promise<{ shirt: string; poster: string }> {
  const { items } = await api<{ items: { id: string; name: string }[] }>('GET', '/dockets');
  const make = async (name: string, blankId: string, spec: object) =>
    items.find((d) => d.name === name)?.id ?? (await api<{ id: string }>('POST', '/dockets', { name, blankId, spec })).id;
  return {
    shirt: await make('Shirt, soft cotton', 'brightsea-tee-180', SHIRT),
    poster: await make('Poster, matt', 'aldergate-poster-200', POSTER),
  };
}
