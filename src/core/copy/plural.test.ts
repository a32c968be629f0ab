import { pluralize, singularize } from 'inflection';
import { plural, singular } from './plural';

/** Nouns that shops write: subjects, products, pets, trades. From memory; the reference is the library `inflection`. */
const NOUNS = [
  ...['shirt', 'mug', 'tote bag', 'greeting card', 'box', 'city', 'baby', 'child', 'mouse', 'sheep', 'canvas', 'glass', 'dish'],
  ...['octopus', 'bus', 'knife', 'wife', 'series', 'photo', 'potato', 'man', 'woman', 'toy', 'gallery', 'quiz', 'wolf', 'berry'],
  ...['nurse', 'teacher', 'fox', 'puppy', 'tea towel', 'lighthouse', 'person', 'witch', 'church', 'monkey'],
  ...['T-Shirt', 'Pouch', 'Postcard', 'Lady', 'Beach', 'Peach', 'Ox', 'Fairy'],
];

test.each(NOUNS)('%s: as the reference has it, and back', (noun) => {
  const many = plural(noun);
  expect([many.toLowerCase(), singular(many).toLowerCase()]).toEqual([
    pluralize(noun).toLowerCase(),
    singularize(pluralize(noun)).toLowerCase(),
  ]);
});

// the reference goes by endings here; these are the plurals of the Concise Oxford English Dictionary, from memory
test.each([
  ['leaf', 'leaves'],
  ['hero', 'heroes'],
  ['fisherman', 'fishermen'],
  ['walrus', 'walruses'],
  ['fish', 'fish'],
])('%s is %s', (one, many) => {
  expect(plural(one)).toBe(many);
});

test('capitals stay as they were written', () => {
  expect([plural('Mouse'), plural('MUG'), plural('Greeting Card')]).toEqual(['Mice', 'MUGS', 'Greeting Cards']);
});
