import type { ProofView } from '@/api/views';

export interface ProofEdit {
  title?: string;
  description?: string;
  tags?: string[];
  prices?: Record<string, number>;
  /** Further texts of the outlet, by name. */
  texts?: Record<string, string>;
  pattern?: string[];
}
const NAMES = ['title', 'description', 'tags', 'prices'] as const;
export type Name = (typeof NAMES)[number];

/** The edit that takes another back: what a hand wrote before is written again, what came from the pattern goes back to it. */
export function inverse(
  { fields, content, language }: Pick<ProofView, 'fields' | 'content' | 'language'>,
  edit: ProofEdit,
): ProofEdit {
  const back: ProofEdit = {};
  const pattern: string[] = [];
  const texts: Record<string, string> = {};
  const own = (name: string) => !(NAMES as readonly string[]).includes(name);
  for (const name of [...Object.keys(edit.texts ?? {}), ...(edit.pattern ?? []).filter(own)]) {
    const field = content.words[name]?.[language];
    // what had no text gets none again
    if (!field || field.from === 'pattern') pattern.push(name);
    else texts[name] = field.value;
  }
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
  return { ...back, ...(Object.keys(texts).length && { texts }), ...(pattern.length && { pattern }) };
}
