/** A docket for shirts that takes anything see-through. */
export const SHIRT = {
  noun: 'Shirt',
  colours: ['Chalk', 'Harbour', 'Ink'],
  sizes: ['S', 'M', '2XL'],
  area: 'front',
  placement: { mode: 'fit', scale: 0.7, topMm: 30 },
  shots: [
    { scene: 'shirt-flat', colour: 'featured' },
    { scene: 'shirt-close', colour: 1 },
  ],
  wording: {
    title: '{{ artwork.name | title }} Shirt, {{ artwork.subject | title }} Tee',
    description: '{{ artwork.name }}. {{ product.text }}',
    tags: ['{{ artwork.subject }} shirt', '{{ artwork.subject }} gift'],
  },
  pricePlan: {
    name: 'steady',
    aim: { kind: 'margin', share: 350000 },
    postageIncluded: true,
    largeSizeExtraMinor: 0,
    ending: 99,
  },
  accepts: { ground: 'see-through', minPpi: 150 },
  outlets: ['kestrel', 'quayside'],
};
