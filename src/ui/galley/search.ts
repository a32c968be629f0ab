import type { OutletView } from '@/api/views';
import { proofSearch } from '../proofs/search-text';

/** Rows of a block of the list. */
export const BLOCK = 40;

/** The search among proofs that an address of the galley means: as on the proofs, what their words say, and which language is looked at. */
export const galleySearch = (address: URLSearchParams, language: string | null): Record<string, string> => ({
  ...(address.get('found') && !address.get('state')
    ? proofSearch(new URLSearchParams([...address, ['state', 'any']]))
    : proofSearch(address)),
  ...(address.get('says') && { says: address.get('says')! }),
  ...(address.get('found') && { found: address.get('found')! }),
  ...(language && { language }),
});

export interface Column {
  name: string;
  label: string;
}
/** Every text that outlets have, each once, and tags behind the title. Each outlet has its own words for title and description. */
export function columnsOf(outlets: readonly OutletView[]): Column[] {
  const further = new Map(
    outlets.flatMap((o) => Object.entries(o.rulesDocument?.texts ?? {}).map(([name, rule]) => [name, rule.label] as const)),
  );
  further.delete('title');
  further.delete('description');
  return [
    { name: 'title', label: 'Title' },
    { name: 'tags', label: 'Tags' },
    { name: 'description', label: 'Description' },
    ...[...further].map(([name, label]) => ({ name, label })),
  ];
}
const FIRST = ['title', 'tags', 'description'];
/** The columns that an address shows. */
export const columnsShown = (address: URLSearchParams, all: readonly Column[]): Column[] => {
  const asked = address.get('fields')?.split(',') ?? FIRST;
  const shown = all.filter((c) => asked.includes(c.name));
  return shown.length ? shown : all.slice(0, 1);
};

/** The language that an address looks at; null for each outlet's own. */
export const languageOf = (address: URLSearchParams, languages: readonly string[]): string | null =>
  languages.find((l) => l === address.get('language')) ?? null;

/** Languages that some outlets are written in, the most common first; empty means each outlet's own. */
export function languagesOf(outlets: readonly OutletView[]): string[] {
  const count = new Map<string, number>();
  for (const o of outlets) for (const l of o.rulesDocument?.languages ?? []) count.set(l, (count.get(l) ?? 0) + 1);
  return [...count].sort((a, b) => b[1] - a[1]).map(([l]) => l);
}
