/**
 * What artwork is about, as buyers say it, with the words that give it away. Written by hand; common practice, no single
 * source. A word counts in the singular and the plural. The first word of a line is the subject itself.
 */
const lines = (text: string): Map<string, string> => {
  const found = new Map<string, string>();
  for (const line of text.trim().split('\n')) {
    const words = line.split(',').map((w) => w.trim());
    for (const word of words) found.set(word, words[0]!);
  }
  return found;
};

export const SUBJECTS: ReadonlyMap<string, string> = lines(`
cat, kitten, kitty, meow, feline, purr, cats
dog, puppy, pup, woof, hound, terrier, labrador, dachshund, poodle, corgi, pug, spaniel, collie
horse, pony, mare, foal, equestrian, stallion
bird, robin, sparrow, finch, wren, heron, swallow, birdwatching, birder
gull, seagull, herring gull
owl, owls
chicken, hen, rooster, chick
duck, duckling, mallard
rabbit, bunny, hare
fox, vixen
bear, grizzly, panda
wolf, wolves
deer, stag, reindeer, fawn
hedgehog, hedgehogs
squirrel, squirrels
elephant, elephants
dinosaur, dino, t-rex, trex
dragon, dragons
unicorn, unicorns
whale, orca, narwhal
octopus, squid, kraken, tentacle
crab, lobster, shrimp, hermit crab
fish, herring, salmon, trout, shoal, carp
fishing, angler, angling, fisherman, tackle, bait, rod
shark, sharks
turtle, tortoise
seal, otter
jellyfish, medusa
shell, seashell, scallop, limpet, cockle
butterfly, moth
bee, honeybee, bumblebee, beekeeper, honey
spider, spiders
frog, toad, tadpole
snake, serpent, lizard, gecko
sea, ocean, tide, wave, waves, high water, saltwater, slack tide
sea swimming, wild swimming, cold water, swim, swimmer, swimming, dip
beach, seaside, sand, sandcastle, shore
rock pool, tide pool, rockpool
lighthouse, light house, beacon
sailing, sailor, sail, sailboat, yacht, boat, boats, anchor, nautical, regatta, harbour, harbor
rowing, rower, kayak, canoe, paddle
surfing, surf, surfer, surfboard
diving, diver, scuba, snorkel
mountain, alps, summit, peak, hiking, hiker, hike, trail
camping, camp, campfire, tent, caravan, outdoors
forest, woods, woodland, tree, oak, pine, fir
flower, rose, daisy, tulip, poppy, thrift, bouquet, floral, wildflower, blossom
garden, gardening, gardener, plant, plants, succulent, cactus, monstera, fern, leaf, leaves
seaweed, kelp, algae
mushroom, fungi, toadstool
moon, lunar, crescent
sun, sunrise, sunset, sunshine, first light, dawn
star, stars, constellation, astronomy, galaxy, space, planet, astronaut, rocket
rainbow, rainbows
weather, rain, storm, cloud, snow, thunder
winter, snowflake, frost, snowman
autumn, fall, pumpkin spice, harvest
spring, easter bunny
train, railway, railroad, locomotive, night train, last train
bicycle, bike, cycling, cyclist
motorcycle, biker, motorbike
car, vintage car, truck, van, tractor
running, runner, marathon, jogging
yoga, meditation, namaste, lotus
gym, fitness, workout, weightlifting, deadlift
football, soccer, goalkeeper
basketball, baseball, tennis, golf, hockey, volleyball, rugby, cricket
dance, dancer, ballet
music, guitar, piano, drum, drums, vinyl, band, violin, choir, singer
coffee, espresso, latte, barista, cappuccino
tea, teapot, cuppa
beer, brewery, ale, hops
wine, vineyard
cake, baking, baker, cookie, bread, sourdough, cupcake
pizza, taco, burger, noodles, ramen, sushi
fruit, lemon, strawberry, orange, cherry, avocado, apple
reading, book, books, bookworm, library, reader, novel
teacher, teaching, school, classroom
nurse, nursing, doctor, medic, midwife
engineer, programmer, coding, developer, code, computer
photography, camera, photographer
art, artist, paint, painter, sketch
knitting, crochet, yarn, sewing, quilting
gaming, gamer, controller, arcade
chess, puzzle, board game
mother, mum, mom, mama, mummy
father, dad, daddy, papa
grandmother, grandma, nana, granny
grandfather, grandpa, grandad
family, siblings, sister, brother, aunt, uncle, cousin
baby, newborn, toddler
love, heart, hearts
wedding, bride, groom, bridesmaid
friendship, friends, bestie
skull, skeleton, bones
ghost, witch, vampire, zombie, pumpkin, spooky
robot, robots, android
mermaid, siren
pirate, pirates
angel, angels
cross, faith, bible, jesus, prayer
map, compass, travel, adventure, explorer, wanderlust
city, skyline, town, street
island, isle, skerry, skerries
marsh, saltmarsh, estuary, groyne
ferry, ship, ferries
whimsy, funny, sarcastic, joke, pun
kindness, kind, be kind
mental health, anxiety, self care
geometry, geometric, mandala, abstract, pattern
retro, vintage, sunburst
`);

export const OCCASIONS: ReadonlyMap<string, string> = lines(`
Christmas, xmas, santa, noel, reindeer, festive, merry, nativity, advent
Halloween, spooky, pumpkin, trick or treat, witch, ghost
Easter, easter bunny, easter egg
Valentine’s Day, valentine, be mine, cupid
Mother’s Day, mothers day, best mum, best mom, mama bear, mothering
Father’s Day, fathers day, best dad, dad joke
birthday, turning, cake day, bday
wedding, bride, groom, bridesmaid, hen party, bachelorette, just married
graduation, graduate, class of, grad
new baby, newborn, baby shower, mum to be
back to school, first day of school, teacher
Thanksgiving, turkey, grateful, thankful
New Year, new years, hogmanay
Saint Patrick’s Day, shamrock, irish, lucky clover
retirement, retired
anniversary, years together
`);

export const CHILD_WORDS: readonly string[] = [
  'kid', 'kids', 'child', 'children', 'toddler', 'baby', 'nursery', 'little', 'mummy’s', "mummy's", 'preschool', 'kindergarten',
  'tiny', 'beach crew', 'big sister', 'big brother', 'little sister', 'little brother', 'playtime', 'storybook', 'abc',
]; // prettier-ignore
export const YOUTH_WORDS: readonly string[] = [
  'youth',
  'teen',
  'teenager',
  'junior',
  'school',
  'student',
  'skate',
  'skater',
  'squad',
];
export const ADULT_WORDS: readonly string[] = [
  'beer', 'wine', 'gin', 'whisky', 'whiskey', 'vodka', 'cocktail', 'hangover', 'sexy', 'bride', 'groom', 'retired', 'dad', 'mum',
  'mom', 'husband', 'wife', 'swear', 'damn', 'hell', 'boss',
]; // prettier-ignore
