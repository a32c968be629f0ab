import { collection } from '../demo/art/collection';
import { draw } from '../demo/draw';
import { figure } from './figure';
import { onStack } from './stack';

/** 36 artworks x 2 dockets x 2 outlets over HTTP: bring in, draft, render, pass, send. Drawing them is not counted. */
export async function line(): Promise<void> {
  const pieces = collection();
  const files: [string, Buffer][] = [];
  for (const piece of pieces) files.push([piece.file, await draw(piece)]);
  await onStack(async () => {
    const { api, drafted, measured, sent, upload } = await import('../demo/client');
    const { connectOutlets, makeDockets } = await import('../demo/stockroom');
    await connectOutlets();
    const { shirt, poster } = await makeDockets(null);
    const dockets = [shirt, poster];
    for (const id of dockets) {
      const { name, document } = await api<{ name: string; document: object }>('GET', `/dockets/${id}`);
      await api('PUT', `/dockets/${id}`, { name, document: { ...document, accepts: { ground: 'any', minPpi: 30 } } });
    }
    const began = performance.now();
    const waiting = [...files];
    const hand = async () => {
      for (let file = waiting.shift(); file; file = waiting.shift()) {
        const { id } = await upload(file[0], file[1], 'Bench');
        await api('PATCH', `/artworks/${id}`, { subject: 'lighthouse' });
      }
    };
    await Promise.all([hand(), hand(), hand()]);
    await measured(
      files.map((f) => f[0]),
      300,
    );
    const arrived = performance.now();
    const run = await api<{ id: string }>('POST', '/runs', {
      drawer: 'Bench',
      dockets,
      outlets: ['kestrel', 'quayside'],
    });
    await drafted(run.id, 600);
    const done = performance.now();
    await api('POST', `/runs/${run.id}/pass`, {});
    await api('POST', `/runs/${run.id}/send`, { as: 'live' });
    const { counts } = await sent(run.id, 600);
    const seconds = (performance.now() - began) / 1000;
    const parts = `bring in ${((arrived - began) / 1000).toFixed(1)} s, draft and render ${((done - arrived) / 1000).toFixed(1)} s, send ${(seconds - (done - began) / 1000).toFixed(1)} s; ${JSON.stringify(counts)}`;
    figure('line.demo_seconds', seconds, 's', `36 artworks x 2 dockets x 2 outlets, aim 100; ${parts}`);
    figure('line.artworks_per_second', pieces.length / seconds, 'artworks/s', 'the same run');
  });
}
