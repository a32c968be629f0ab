import type { ProofView } from '@/api/views';

export interface ProofEdit {
  title?: string;
  description?: string;
  tags?: string[];
  prices?: Record<string, number>;
  pattern?: Name[];
}
const NAMES = ['title', 'description', 'tags', 'prices'] as const;
export type Name = (typeof NAMES)[number];

/** The edit that takes another back: what a hand wrote before is written again, what came from the pattern goes back to it. */
export function inverse(fields: ProofView['fields'], edit: ProofEdit): ProofEdit {
  const back: ProofEdit = {};
  const pattern: Name[] = [];
  for (const name of NAMES) {
    const field = fields[name];
    if (!field || (edit[name] === undefined && !edit.pattern?.includes(name))) continue;
    if (field.from === 'pattern') pattern.push(name);
    else if (name === 'prices')
      back.prices = Object.fromEntries(
        fields
          .prices!.value.filter((p) => edit.pattern || edit.prices?.[p.size] !== undefined)
          .map((p) => [p.size, p.priceMinor]),
      );
    else Object.assign(back, { [name]: field.value });
  }
  return { ...back, ...(pattern.length && { pattern }) };
}
