import { fill } from '../crowd/fill';
import { figure } from './figure';
import { onStack } from './stack';

/** Designs and columns that make a little over ten thousand proofs. */
const SIZE = { artworks: 2600, dockets: 6, outlets: 4, perMille: 330, seed: 3 };
const OF = 10_000;
const ROUNDS = 5;

const middle = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1]!;

/** What a correction of ten thousand proofs costs: shown before, done, taken back. */
export const correcting = (): Promise<void> =>
  onStack(async (stack) => {
    const { api, until } = await import('../demo/client');
    await fill(stack.ownerUrl, SIZE);
    const ids: string[] = [];
    for (let after: number | null = 0; after !== null && ids.length < OF;) {
      const page: { items: { id: string; state: string }[]; next: number | null } = await api(
        'GET',
        `/proofs?limit=1000&after=${after}`,
      );
      ids.push(...page.items.filter((p) => !['drafting', 'sending'].includes(p.state)).map((p) => p.id));
      after = page.next;
    }
    const meant = ids.slice(0, OF);
    const asked = {
      ids: meant,
      steps: [
        { does: 'put-before', fields: ['title'], text: 'Funny' },
        { does: 'replace', fields: ['title', 'tags'], what: 'gift', text: 'present', how: 'word', keepCase: true },
      ],
    };
    const times: number[] = [];
    let changed = 0;
    for (let i = 0; i < ROUNDS; i++) {
      const began = performance.now();
      const seen = await api<{ changed: number }>('POST', '/corrections/try', asked);
      changed = seen.changed;
      times.push(performance.now() - began);
    }
    const of = `${meant.length} proofs, of which ${changed} change, two steps`;
    figure('words.corrections_10k_preview_ms', middle(times), 'ms', `over HTTP, ${of}, median of ${ROUNDS}; aim 1000`);
    const window = async (name: string, what: string, body: object) => {
      const took: number[] = [];
      for (let i = 0; i < ROUNDS; i++) {
        const began = performance.now();
        await api('POST', '/proofs/words/rows', { fields: ['title', 'tags', 'description'], count: 40, ...body });
        took.push(performance.now() - began);
      }
      figure(`words.galley_${name}_ms`, middle(took), 'ms', `40 rows over HTTP, ${what}, of ${ids.length} proofs, median of ${ROUNDS}`); // prettier-ignore
    };
    await window('first', 'the first', { search: {}, from: 0 });
    await window('deep', 'from 9,000 on, with two steps', { search: {}, from: 9000, steps: asked.steps });
    await window('find', 'those whose words say something', { search: { says: 'seaside gift' }, from: 0 });
    const goes = async (begin: () => Promise<string>): Promise<number> => {
      const began = performance.now();
      const id = await begin();
      await until(() => api<{ left: number }>('GET', `/corrections/${id}`), (c) => c.left === 0, 600); // prettier-ignore
      return (performance.now() - began) / 1000;
    };
    let step = { id: '', undo: '' };
    figure('words.corrections_10k_seconds', await goes(async () => (step = await api<typeof step>('POST', '/corrections', asked)).id), 's', `by the worker, ${of}; aim 5`); // prettier-ignore
    figure('words.corrections_10k_back_seconds', await goes(async () => (await api('POST', '/activity/undo', { id: step.undo }), step.id)), 's', 'taken back'); // prettier-ignore
  });
