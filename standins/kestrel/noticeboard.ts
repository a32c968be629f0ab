/** What Kestrel Fair asks of its stallholders, as it serves it. All figures are invented; money is whole minor units. */
export const NOTICEBOARD = {
  edition: 'michaelmas 2026',
  currency: 'USD',
  headline: { longest: 130 },
  text: { longest: 9000 },
  catchwords: { most: 12, shortest: 2, longest: 24 },
  pictures: { most: 18, shorter_side: 900, longer_side: 2400, bytes: 1_200_000, as: ['JPEG', 'PNG'] },
  kinds: { axes: 2, most: 320, lowest_price: 50 },
  downloads: { most: 5, bytes: 30_000_000 },
  tell: { longest: 240 },
  charges: {
    table: { amount: 15, months: 3 },
    of_the_sale: { per_thousand: 60 },
    taking_the_money: { per_thousand: 28, amount: 30 },
  },
};

export const SHELVES = ['cloth', 'paper', 'for the house', 'to carry', 'to drink from', 'small things'];
export const MAKERS = ['stallholder', 'household', 'workshop'];
export const MADE = ['to-order', 'this-year', 'earlier'];
