/** Words that names of made-up artworks are put together from. */
export const ADJECTIVES =
  'quiet amber northern paper drifting hollow little silver salted wandering copper early woollen brindled sleepy tidal velvet crooked marbled gentle'.split(
    ' ',
  );
export const CREATURES =
  'heron otter lantern kettle puffin bramble whale thistle badger harbour magpie acorn lighthouse moth teapot hare anchor fern owl kite barley robin compass snail'.split(
    ' ',
  );
export const PLACES =
  'at dusk|by the pier|in the reeds|over the marsh|under snow|after rain|with stars|on the quay|in blue|in a row'.split('|');
export const DRAWERS = ['Coast', 'Woodland', 'Kitchen', 'Winter', 'Commissions'];
