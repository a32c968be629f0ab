import type { OutletView } from '@/api/views';
import { isWritten } from '@/core/writing/brief';

/** What can be written of proofs at some outlets: their texts, each once, and tags. */
export const writableAt = (outlets: readonly OutletView[]): (readonly [string, string])[] =>
  [
    ...new Map([
      ...outlets.flatMap((o) => Object.entries(o.rulesDocument?.texts ?? {}).map(([name, rule]) => [name, rule.label] as const)),
      // each outlet has its own words for these
      ['title', 'Title'] as const,
      ['description', 'Description'] as const,
    ]),
    ['tags', 'Tags'] as const,
  ].filter(([name]) => name === 'tags' || isWritten(name));
