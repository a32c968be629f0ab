/** How a kind of goods is called and offered to begin with. In words that buyers search for: common practice, no single source. */
export interface Kind {
  one: string;
  many?: string;
  /** Further words that buyers search it by: tags, and words of titles. */
  tags: string[];
  /** Only artwork without a ground of its own: it lies on cloth. */
  cloth?: true;
  /** How it is mostly printed, where that is not with a film of ink: common practice, no single source. */
  ink?: 'dye';
  /** It furnishes a room: “wall art” and “decor” are words for it. */
  furnishes?: true;
}

const KINDS: Record<string, Kind> = {
  shirt: { one: 'Shirt', tags: ['graphic tee'], cloth: true },
  'fitted shirt': { one: 'Fitted Shirt', tags: ['fitted tee'], cloth: true },
  'toddler shirt': { one: 'Toddler Shirt', tags: ['toddler tee'], cloth: true },
  'v-neck': { one: 'V-Neck Shirt', tags: ['v-neck tee'], cloth: true },
  tank: { one: 'Tank Top', tags: ['summer top'], cloth: true },
  'long sleeve': { one: 'Long-Sleeved Shirt', tags: ['long sleeve tee'], cloth: true },
  hoodie: { one: 'Hoodie', tags: ['cosy hoodie'], cloth: true },
  sweatshirt: { one: 'Sweatshirt', tags: ['crew sweatshirt'], cloth: true },
  'baby suit': { one: 'Baby Suit', tags: ['new baby gift'], cloth: true },
  apron: { one: 'Apron', tags: ['cook gift'], cloth: true },
  socks: { one: 'Pair of Socks', many: 'Pairs of Socks', tags: ['fun socks'], ink: 'dye' },
  cap: { one: 'Cap', tags: ['summer cap'], cloth: true },
  mug: { one: 'Mug', tags: ['coffee mug', 'tea mug'], ink: 'dye' },
  'enamel mug': { one: 'Enamel Mug', tags: ['camping mug'] },
  tumbler: { one: 'Tumbler', tags: ['travel tumbler'], ink: 'dye' },
  tote: { one: 'Tote Bag', tags: ['canvas bag'], cloth: true },
  pouch: { one: 'Zip Pouch', many: 'Zip Pouches', tags: ['pencil case'], ink: 'dye' },
  'laptop sleeve': { one: 'Laptop Sleeve', tags: ['laptop case'], ink: 'dye' },
  'phone case': { one: 'Phone Case', tags: ['phone cover'] },
  poster: { one: 'Poster', tags: ['wall art'], furnishes: true },
  'framed print': { one: 'Framed Print', tags: ['framed wall art'], furnishes: true },
  canvas: { one: 'Canvas', many: 'Canvases', tags: ['canvas wall art'], furnishes: true },
  card: { one: 'Greeting Card', tags: ['greeting card'] },
  postcard: { one: 'Postcard', tags: ['art postcard'], furnishes: true },
  notebook: { one: 'Notebook', tags: ['a5 journal'] },
  'gift wrap': { one: 'Sheet of Gift Wrap', many: 'Sheets of Gift Wrap', tags: ['wrapping paper'] },
  sticker: { one: 'Sticker', tags: ['vinyl sticker'] },
  'sticker sheet': { one: 'Sticker Sheet', tags: ['planner stickers'] },
  magnet: { one: 'Magnet', tags: ['fridge magnet'] },
  badge: { one: 'Badge', tags: ['pin badge'] },
  cushion: { one: 'Cushion', tags: ['sofa cushion'], ink: 'dye', furnishes: true },
  blanket: { one: 'Blanket', tags: ['cosy blanket'], ink: 'dye', furnishes: true },
  'shower curtain': {
    one: 'Shower Curtain',

    tags: ['bathroom decor'],
    ink: 'dye',
    furnishes: true,
  },
  'bath mat': { one: 'Bath Mat', tags: ['bathroom mat'], ink: 'dye', furnishes: true },
  'wall clock': { one: 'Wall Clock', tags: ['kitchen clock'], furnishes: true },
  tapestry: {
    one: 'Tapestry',
    many: 'Tapestries',

    tags: ['wall hanging'],
    ink: 'dye',
    furnishes: true,
  },
};

const capital = (word: string): string => word.replace(/(^|\s)\p{L}/gu, (l) => l.toUpperCase());

/** Every kind that is known by name. */
export const kindNames = (): string[] => Object.keys(KINDS);
/** A kind by its name; one that is not known is called by it. */
export const kindOf = (kind: string): Kind => KINDS[kind] ?? { one: capital(kind), tags: [] };
