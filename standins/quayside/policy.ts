/** Quayside's limits as it serves them. Invented. */
export const POLICY = {
  revision: 7,
  money: 'USD',
  name_length: 255,
  body_length: 60000,
  labels: { count: 250, length: 60 },
  media: { count: 50, shorter_side: 600, bytes: 20_000_000 },
  options: 3,
  variants: 100,
  charges: { card_percent: '2.9', card_fixed: '0.30' },
  bucket: { size: 40, leaks_per_second: 20 },
};
