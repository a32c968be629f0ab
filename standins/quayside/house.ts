/** What Quayside can hold and what it charges, as it serves it. All figures are invented; money is decimal text. */
export const HOUSE = {
  issue: 11,
  money: ['USD', 'EUR', 'GBP'],
  counted_in: 'USD',
  ware: {
    name: 180,
    story: 50_000,
    story_may_use: ['p', 'ul', 'ol', 'li', 'strong', 'em', 'br', 'h2', 'h3'],
    labels: { most: 80, longest: 40 },
    pictures: 40,
    choices: 3,
    articles: 240,
    for_search: { title: 70, text: 170 },
  },
  picture: { shorter_side: 640, longer_side: 5000, bytes: 16_000_000, kinds: ['jpeg', 'webp', 'png'] },
  bag: { most: 24, bytes: 64_000_000 },
  charges: { by_card: { percent: '2.6', fixed: '0.28' } },
  calls: { of: 60, within_seconds: 3 },
};
