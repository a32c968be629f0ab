/** Kestrel Fair's rules as it serves them. Invented, after common practice among craft marketplaces. */
export const RULES = {
  edition: '2026-09',
  currency: 'USD',
  title: 140,
  description: 12000,
  tags: { count: 13, min_length: 3, max_length: 20 },
  pictures: 20,
  picture_min_side: 1000,
  picture_bytes: 10_485_760,
  option_axes: 2,
  variants: 400,
  fees: { listing_cents: 20, sale_percent: '6.5', payment_percent: '3', payment_cents: 25 },
};
