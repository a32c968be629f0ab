/** How a kind of goods is called and offered to begin with. In words that buyers search for: common practice, no single source. */
export interface Kind {
  one: string;
  many?: string;
  /** What follows the design in a title. */
  title: string;
  /** Tags beside those that are made of the subject and the noun. */
  tags: string[];
  /** Only artwork without a ground of its own: it lies on cloth. */
  cloth?: true;
  /** How it is mostly printed, where that is not with a film of ink: common practice, no single source. */
  ink?: 'dye';
  /** It furnishes a room: “wall art” and “decor” are words for it. */
  furnishes?: true;
}

const KINDS: Record<string, Kind> = {
  shirt: { one: 'Shirt', title: 'Tee, Unisex Cotton T-Shirt', tags: ['graphic tee'], cloth: true },
  'fitted shirt': { one: 'Fitted Shirt', title: 'Fitted Cotton T-Shirt', tags: ['fitted tee'], cloth: true },
  'toddler shirt': { one: 'Toddler Shirt', title: 'Soft T-Shirt for Small Children', tags: ['toddler tee'], cloth: true },
  'v-neck': { one: 'V-Neck Shirt', title: 'V-Neck Cotton T-Shirt', tags: ['v-neck tee'], cloth: true },
  tank: { one: 'Tank Top', title: 'Summer Tank Top', tags: ['summer top'], cloth: true },
  'long sleeve': { one: 'Long-Sleeved Shirt', title: 'Long-Sleeved Cotton Shirt', tags: ['long sleeve tee'], cloth: true },
  hoodie: { one: 'Hoodie', title: 'Brushed Hoodie with Pocket', tags: ['cosy hoodie'], cloth: true },
  sweatshirt: { one: 'Sweatshirt', title: 'Brushed Crew Sweatshirt', tags: ['crew sweatshirt'], cloth: true },
  'baby suit': { one: 'Baby Suit', title: 'Soft Baby Suit', tags: ['new baby gift'], cloth: true },
  apron: { one: 'Apron', title: 'Cotton Kitchen Apron', tags: ['cook gift'], cloth: true },
  socks: { one: 'Pair of Socks', many: 'Pairs of Socks', title: 'Printed Crew Socks', tags: ['fun socks'], ink: 'dye' },
  cap: { one: 'Cap', title: 'Cotton Cap', tags: ['summer cap'], cloth: true },
  mug: { one: 'Mug', title: 'Glazed Coffee Mug', tags: ['coffee mug', 'tea mug'], ink: 'dye' },
  'enamel mug': { one: 'Enamel Mug', title: 'Enamel Camping Mug', tags: ['camping mug'] },
  tumbler: { one: 'Tumbler', title: 'Steel Tumbler with Lid', tags: ['travel tumbler'], ink: 'dye' },
  tote: { one: 'Tote Bag', title: 'Canvas Tote Bag', tags: ['canvas bag'], cloth: true },
  pouch: { one: 'Zip Pouch', many: 'Zip Pouches', title: 'Lined Zip Pouch', tags: ['pencil case'], ink: 'dye' },
  'laptop sleeve': { one: 'Laptop Sleeve', title: 'Padded Laptop Sleeve', tags: ['laptop case'], ink: 'dye' },
  'phone case': { one: 'Phone Case', title: 'Tough Phone Case', tags: ['phone cover'] },
  poster: { one: 'Poster', title: 'Wall Art Print', tags: ['wall art'], furnishes: true },
  'framed print': { one: 'Framed Print', title: 'Framed Wall Art', tags: ['framed wall art'], furnishes: true },
  canvas: { one: 'Canvas', many: 'Canvases', title: 'Stretched Canvas Wall Art', tags: ['canvas wall art'], furnishes: true },
  card: { one: 'Greeting Card', title: 'Card with Envelope', tags: ['greeting card'] },
  postcard: { one: 'Postcard', title: 'Art Postcard', tags: ['art postcard'], furnishes: true },
  notebook: { one: 'Notebook', title: 'A5 Notebook', tags: ['a5 journal'] },
  'gift wrap': { one: 'Sheet of Gift Wrap', many: 'Sheets of Gift Wrap', title: 'Gift Wrapping Paper', tags: ['wrapping paper'] },
  sticker: { one: 'Sticker', title: 'Cut-Out Vinyl Sticker', tags: ['vinyl sticker'] },
  'sticker sheet': { one: 'Sticker Sheet', title: 'Sheet of Paper Stickers', tags: ['planner stickers'] },
  magnet: { one: 'Magnet', title: 'Round Fridge Magnet', tags: ['fridge magnet'] },
  badge: { one: 'Badge', title: 'Pin Badge', tags: ['pin badge'] },
  cushion: { one: 'Cushion', title: 'Cushion with Filling', tags: ['sofa cushion'], ink: 'dye', furnishes: true },
  blanket: { one: 'Blanket', title: 'Soft Fleece Blanket', tags: ['cosy blanket'], ink: 'dye', furnishes: true },
  'shower curtain': {
    one: 'Shower Curtain',
    title: 'Printed Shower Curtain',
    tags: ['bathroom decor'],
    ink: 'dye',
    furnishes: true,
  },
  'bath mat': { one: 'Bath Mat', title: 'Soft Bath Mat', tags: ['bathroom mat'], ink: 'dye', furnishes: true },
  'wall clock': { one: 'Wall Clock', title: 'Quiet Wall Clock', tags: ['kitchen clock'], furnishes: true },
  tapestry: {
    one: 'Tapestry',
    many: 'Tapestries',
    title: 'Woven Wall Hanging',
    tags: ['wall hanging'],
    ink: 'dye',
    furnishes: true,
  },
};

const capital = (word: string): string => word.replace(/(^|\s)\p{L}/gu, (l) => l.toUpperCase());

/** Every kind that is known by name. */
export const kindNames = (): string[] => Object.keys(KINDS);
/** A kind by its name; one that is not known is called by it. */
export const kindOf = (kind: string): Kind => KINDS[kind] ?? { one: capital(kind), title: capital(kind), tags: [] };
