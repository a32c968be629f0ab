import type { FastifyInstance } from 'fastify';

/**
 * Brightsea Works (clothes) and Aldergate Press (paper). Costs in USD cents, postage for one piece to the home region. A size
 * whose print area differs from the blank's states its own.
 */
const DYES = [
  { name: 'Chalk', hex: '#f7f5f0' },
  { name: 'Sand', hex: '#d9c9a8' },
  { name: 'Sea mist', hex: '#a9c4bf' },
  { name: 'Coral', hex: '#d9694f' },
  { name: 'Kelp', hex: '#4f6b4c' },
  { name: 'Harbour', hex: '#24405e' },
  { name: 'Storm', hex: '#53565c' },
  { name: 'Ink', hex: '#17171a' },
];

const BRIGHTSEA = {
  house: 'Brightsea Works',
  blanks: [
    {
      id: 'brightsea-youth-tee-165',
      name: 'Soft cotton youth T-shirt 165',
      kind: 'shirt',
      currency: 'USD',
      colours: DYES.filter((d) => d.name !== 'Storm'),
      sizes: [
        ['Youth S', 780],
        ['Youth M', 780],
        ['Youth L', 805],
      ].map(([name, cost]) => ({ name, cost_cents: cost })),
      postage_cents: 429,
      further_cents: 160,
      production_days: 3,
      areas: [{ name: 'front', side: 'front', width_mm: 279.4, height_mm: 330.2, ppi: 300 }],
      size_table_cm: {
        columns: ['Chest', 'Length', 'Sleeve'],
        rows: { 'Youth S': [40, 50, 15], 'Youth M': [43, 56, 16], 'Youth L': [46, 61, 17] },
      },
      text_for_buyers: 'The same soft cotton for smaller people, with a taped neck and no label that scratches.',
      text_for_sellers: 'Youth sizes run small in this mill; order a sample before a school event.',
      care: 'Wash at 30 °C inside out, do not bleach, dry on a line.',
    },
    {
      id: 'brightsea-tee-180',
      name: 'Soft cotton T-shirt 180',
      kind: 'shirt',
      currency: 'USD',
      colours: DYES,
      sizes: [
        ['XS', 940],
        ['S', 940],
        ['M', 940],
        ['L', 965],
        ['XL', 990],
        ['2XL', 1140],
        ['3XL', 1290],
        ['4XL', 1425],
      ].map(([name, cost]) => ({ name, cost_cents: cost })),
      postage_cents: 479,
      further_cents: 180,
      production_days: 3,
      areas: [
        { name: 'front', width_mm: 381, height_mm: 457.2, ppi: 300 },
        { name: 'chest', width_mm: 101.6, height_mm: 101.6, ppi: 300 },
        { name: 'hem', side: 'front', width_mm: 70, height_mm: 35, ppi: 300 },
      ],
      size_table_cm: {
        columns: ['Chest', 'Length', 'Sleeve'],
        rows: {
          XS: [47, 68, 19],
          S: [50, 70, 20],
          M: [53, 72, 21],
          L: [56, 74, 22],
          XL: [60, 76, 23],
          '2XL': [64, 78, 24],
          '3XL': [68, 80, 25],
          '4XL': [72, 82, 26],
        },
      },
      text_for_buyers:
        'Soft, medium-weight ring-spun cotton with a ribbed crew neck and twin-needle hems. Side seams keep its shape wash after wash.',
      text_for_sellers: 'Blank sourced from two mills; no minimum order; add your own inside label from 50 pieces.',
      care: 'Wash at 30 °C inside out, do not bleach, dry on a line, iron on the back.',
    },
  ],
};

const ALDERGATE = {
  house: 'Aldergate Press',
  blanks: [
    {
      id: 'aldergate-poster-200',
      name: 'Matt art poster 200',
      kind: 'poster',
      currency: 'USD',
      colours: [{ name: 'White', hex: '#fbfaf7' }],
      sizes: [
        ['A3', 720, 297, 420],
        ['A2', 980, 420, 594],
        ['12 x 18 in', 760, 304.8, 457.2],
        ['18 x 24 in', 1080, 457.2, 609.6],
        ['24 x 36 in', 1490, 609.6, 914.4],
      ].map(([name, cost, width, height]) => ({
        name,
        cost_cents: cost,
        areas: [{ name: 'sheet', width_mm: width, height_mm: height }],
      })),
      postage_cents: 550,
      production_days: 2,
      areas: [{ name: 'sheet', width_mm: 420, height_mm: 594, ppi: 200 }],
      text_for_buyers:
        'Heavy matt paper, 200 g/m², printed with pigment inks that keep their colour for decades. Sent rolled in a stiff tube; frame not included.',
      text_for_sellers: 'White-label tubes on request. Volume prices from 25 sheets.',
      care: 'Keep out of direct sun; handle with dry hands.',
    },
  ],
};

export function printHouses(app: FastifyInstance): void {
  app.get('/brightsea/catalogue', () => BRIGHTSEA);
  app.get('/aldergate/catalogue', () => ALDERGATE);
}
