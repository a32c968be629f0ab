import { collection, type Piece } from './art/collection';
import { studioMark } from './art/mark';
import { api, drafted, measured, sent, until, upload, type Artwork, type Run } from './client';
import { draw } from './draw';
import { connectHafen, connectOutlets, makeDockets } from './stockroom';

const DRAWERS: [RegExp, string][] = [
  [/-mark\.png$/, 'Marks'],
  [/\.jpg$|^far|^the-long|^night-ferry/, 'Posters'],
  [/^kelp|^rock-pool|^sea-thrift|^herring/, 'Repeats'],
  [/-dark\.png$/, 'Shirts/Dark ink'],
  [/.*/, 'Shirts'],
];
const drawerOf = (piece: Piece) => DRAWERS.find(([test]) => test.test(piece.file))![1];

/** Draws and uploads the pieces that are not here yet, two at a time, and fills in what a seller would type. */
async function bringIn(pieces: Piece[]): Promise<void> {
  const here = new Set((await api<{ items: Artwork[] }>('GET', '/artworks?limit=1000')).items.map((a) => a.fileName));
  const waiting = pieces.filter((p) => !here.has(p.file));
  const hand = async () => {
    for (let piece = waiting.shift(); piece; piece = waiting.shift()) {
      const { id } = await upload(piece.file, await draw(piece), drawerOf(piece));
      await api('PATCH', `/artworks/${id}`, { name: piece.name, subject: piece.subject, keywords: piece.keywords });
    }
  };
  await Promise.all([hand(), hand()]);
}

/** Links the light and dark twins that were found so far, as a seller would after a look at them. */
async function linkTwins(): Promise<void> {
  const { items } = await api<{ items: { kind: string; ids: string[] }[] }>('GET', '/artworks/alike');
  for (const group of items.filter((g) => g.kind === 'twin'))
    await api('POST', '/artworks/alike', { ids: group.ids, decision: 'link' });
}

/** What a seller sets up once: keys for the marks in use, and a search that is needed often. */
async function setUpArtwork(): Promise<void> {
  const audience = (value: string) => ({ field: 'audience', value });
  const mark = (value: string) => ({ field: 'mark', value });
  await api('PATCH', '/artworks/settings', {
    markKeys: {
      1: audience('adult'),
      2: audience('youth'),
      3: audience('child'),
      4: mark('summer drop'),
      5: mark('best seller'),
      6: mark('redraw'),
    },
  });
  await api('POST', '/views', { station: 'artwork', name: 'Light ink, not used yet', query: 'tone=light&used=nowhere' });
  await api('POST', '/views', { station: 'artwork', name: 'Repeats', query: 'repeats=yes' });
}

/** Begins a run unless one of that name is there, and waits until it is drafted. */
async function runOf(name: string, pieces: Piece[], dockets: string[], outlets: string[]): Promise<Run> {
  const { items } = await api<{ items: Run[] }>('GET', '/runs');
  const artworks = (
    await measured(
      pieces.map((p) => p.file),
      180,
    )
  ).map((a) => a.id);
  const run = items.find((r) => r.name === name) ?? (await api<Run>('POST', '/runs', { name, artworks, dockets, outlets }));
  return drafted(run.id, 240);
}

async function send(run: Run, as: 'draft' | 'live'): Promise<void> {
  if (run.counts.listed) return;
  await api('POST', `/runs/${run.id}/pass`, {});
  await api('POST', `/runs/${run.id}/send`, { as });
  await sent(run.id, 240);
}

/** The words of a run are translated by machine; they wait for somebody who looks at them. */
async function inGerman(outlet: string, run: Run): Promise<void> {
  const fields = ['title', 'tags', 'description', 'searchTitle', 'searchText'];
  const steps = ['translate', 'fit'].map((does) => ({ does, fields }));
  await api('POST', '/corrections', { search: { run: run.id, outlet, state: 'held' }, language: 'de', steps });
}

const began = Date.now();
try {
  await until(
    () => api<{ items: unknown[] }>('GET', '/blanks'),
    (b) => b.items.length >= 2,
    30,
  );
  await connectOutlets();
  const hafen = await connectHafen();
  const all = collection();
  const named = (...parts: string[]) => all.filter((p) => parts.some((part) => p.file.startsWith(part)));
  const first = named('keep-a', 'cold-water', 'sideways', 'last-train', 'mine');
  const walls = named('low-sun', 'blue-hour', 'far-sk', 'the-long', 'kelp', 'herring');
  const next = named('eight-arms-no-plans', 'little-whale', 'gathering', 'hold-fast', 'small-boat', 'tiny');
  const rest = all.filter((p) => ![...first, ...walls, ...next].includes(p));

  await setUpArtwork();
  await bringIn([studioMark()]);
  const [mark] = await measured([studioMark().file], 60);
  const { shirt, family, poster, mug, tote, sold } = await makeDockets(mark!.id, hafen);
  // what is wanted first is drawn first, and sent while the rest is still being drawn
  await bringIn(first);
  const opened = await measured(
    first.map((p) => p.file),
    120,
  );
  await linkTwins();
  // its beam fades away on purpose
  const lights = opened.filter((a) => a.fileName.startsWith('keep-a-light')).map((a) => a.id);
  await api('POST', `/dockets/${shirt}/placements/waive`, {
    code: 'soft-edges',
    artworks: lights,
    reason: 'The light is meant to fade.',
  });
  const opening = runOf('Opening shirts', first, [shirt], ['kestrel', 'quayside']).then((run) => send(run, 'live'));
  await bringIn(walls);
  const hall = opening
    .then(() => runOf('Pictures for the hall', walls, [poster], ['kestrel', 'quayside']))
    .then((run) => send(run, 'draft'));
  await bringIn(next);
  await hall;
  await runOf('Rock pool shirts', next, [family], ['kestrel', 'quayside']);
  await bringIn(rest);
  await measured(
    rest.map((p) => p.file),
    120,
  );
  await runOf('Printables for the wall', named('low-sun', 'far-sk'), [sold], ['kestrel', 'quayside']);
  await runOf('Harbour gifts', named('hold-fast-dark', 'mine'), [mug, tote], ['kestrel']).then((run) => send(run, 'live'));
  await inGerman(hafen, await runOf('Shirts for Hamburg', named('keep-a', 'cold-water', 'sideways'), [shirt], [hafen]));
  console.log(`  The demo is complete after ${((Date.now() - began) / 1000).toFixed(0)} s.`);
} catch (error) {
  console.error(`  The demo is not complete: ${(error as Error).message}. It goes on at the next start.`);
  process.exitCode = 1;
}
