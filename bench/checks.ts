import { fill } from '../crowd/fill';
import { figure } from './figure';
import { onStack } from './stack';

/** Designs and columns that make a little over ten thousand proofs. */
const SIZE = { artworks: 1560, dockets: 6, outlets: 4, perMille: 330, seed: 3 };

interface Seen {
  waiting: number;
  look: { state: string } | null;
  checks: { check: string; listings: number; total: number }[];
}

/** What it costs to look the words of ten thousand listings over: the first time, and after some of them were changed. */
export const checks = (): Promise<void> =>
  onStack(async (stack) => {
    const { api, until } = await import('../demo/client');
    await fill(stack.ownerUrl, SIZE);
    const before = await api<Seen>('GET', '/words/checks');
    const look = async (): Promise<number> => {
      const began = performance.now();
      await api('POST', '/words/checks');
      await until(() => api<Seen>('GET', '/words/checks'), (s) => s.look?.state === 'done', 600); // prettier-ignore
      return (performance.now() - began) / 1000;
    };
    const first = await look();
    const began = performance.now();
    const seen = await api<Seen>('GET', '/words/checks');
    const listed = performance.now() - began;
    const told = seen.checks.filter((c) => c.listings).map((c) => `${c.check} ${c.listings}`).join(', '); // prettier-ignore
    figure('words.checks_10k_seconds', first, 's', `${before.waiting} listings, fifteen checks, by the worker; found: ${told}; aim 10`); // prettier-ignore
    figure('words.checks_list_ms', listed, 'ms', 'the list of what was found, over HTTP');
    const ids = (await api<{ items: { id: string }[] }>('GET', '/proofs?limit=400&state=ready')).items.map((p) => p.id);
    await api('POST', '/corrections', { ids, steps: [{ does: 'put-after', fields: ['title'], text: 'Teh' }] });
    const changed = (await api<Seen>('GET', '/words/checks')).waiting;
    figure('words.checks_again_seconds', await look(), 's', `${changed} of them changed since`);
  });
