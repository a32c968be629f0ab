import { refusalSentence } from '../../core/artwork/refusals';
import { isId } from '@/core/id';
import { rgbToOklab, hexToRgb } from '../../core/colour/colour';
import { AUDIENCES } from '../../core/artwork/filing/propose';
import * as data from '../../data/artwork/artworks';
import * as usesData from '../../data/artwork/uses';
import * as searchData from '../../data/artwork/search';
import type { ArtworkRow } from '../../data/artwork/artworks';
import { SORTS, type ArtworkFilter, type Sort } from '../../data/artwork/search';
import { inWorkspace } from '../../data/database';
import { Trouble } from '../trouble';

export type { ArtworkFilter, ArtworkRow };

/** A search as it stands in an address: every part is text. */
export interface Search {
  find?: string;
  drawer?: string;
  tone?: string;
  picture?: string;
  repeats?: string;
  audience?: string;
  occasion?: string;
  subject?: string;
  mark?: string;
  colour?: string;
  inches?: string;
  used?: string;
  words?: string;
  alike?: string;
  standing?: string;
  state?: string;
  batch?: string;
  /** How its proofs stand: `at` an outlet, under a `docket`, or anywhere. */
  stands?: string;
  at?: string;
  docket?: string;
  /** Only these: the first eight characters of their ids, with commas between. */
  rows?: string;
  sort?: string;
}
export const SEARCH_PARTS = [
  'find', 'drawer', 'tone', 'picture', 'repeats', 'audience', 'occasion', 'subject', 'mark', 'colour', 'inches', 'used', 'words',
  'alike', 'standing', 'state', 'batch', 'stands', 'at', 'docket', 'rows', 'sort',
] as const; // prettier-ignore

const oneOf = <T extends string>(value: string | undefined, allowed: readonly T[], field: string): T | undefined => {
  if (value === undefined || value === '') return undefined;
  if (!allowed.includes(value as T))
    throw new Trouble('bad-request', `${field} can be ${allowed.join(', ')}; “${value}” is none of them.`, field);
  return value as T;
};

/** Reads a search; throws a Trouble that names the part that is not right. */
export function filterOf(s: Search): { filter: ArtworkFilter; sort: Sort } {
  if (s.colour && !/^#?[0-9a-f]{6}$/i.test(s.colour))
    throw new Trouble('bad-request', 'colour is six hexadecimal digits, c63d22 for instance.', 'colour');
  if (s.inches && !(Number(s.inches) > 0)) throw new Trouble('bad-request', 'inches must be a number above nought.', 'inches');
  if (s.batch && !isId(s.batch)) throw new Trouble('bad-request', 'batch is the id of a batch.', 'batch');
  if (s.docket && !isId(s.docket)) throw new Trouble('bad-request', 'docket is the id of a docket.', 'docket');
  const repeats = oneOf(s.repeats, ['yes', 'no'], 'repeats');
  return {
    sort: oneOf(s.sort, Object.keys(SORTS) as Sort[], 'sort') ?? 'newest',
    filter: {
      find: s.find,
      drawer: s.drawer === undefined ? undefined : s.drawer === '-' ? '' : s.drawer,
      tone: oneOf(s.tone, ['light', 'dark', 'colourful'], 'tone'),
      picture: oneOf(s.picture, ['photograph', 'drawing', 'plain'], 'picture'),
      repeats: repeats && repeats === 'yes',
      audience: oneOf(s.audience, AUDIENCES, 'audience'),
      occasion: s.occasion || undefined,
      subject: s.subject || undefined,
      mark: s.mark || undefined,
      colour: s.colour ? rgbToOklab(hexToRgb(`#${s.colour.replace('#', '')}`)) : undefined,
      minInches: s.inches ? Number(s.inches) : undefined,
      used: oneOf(s.used, ['nowhere', 'proofed', 'listed'], 'used'),
      words: oneOf(s.words, ['some', 'none', 'unread'], 'words'),
      alike: oneOf(s.alike, ['copy', 'twin', 'family'], 'alike'),
      standing: oneOf(s.standing, ['here', 'aside', 'deleted'], 'standing'),
      state: oneOf(s.state, ['arriving', 'ready', 'refused'], 'state'),
      batch: s.batch || undefined,
      stands: oneOf(s.stands, searchData.STANDS, 'stands'),
      outlet: s.at || undefined,
      docket: s.docket || undefined,
      among: s.rows?.split(','),
    },
  };
}

/** Ids of everything a search finds, in its order. */
export async function findArtworks(workspace: string, search: Search): Promise<string[]> {
  const { filter, sort } = filterOf(search);
  return inWorkspace(workspace, async (tx) => (await searchData.findArtworks(tx, filter, sort)).map((a) => a.id));
}

export const listArtworks = (workspace: string, search: Search, after: number, limit: number): Promise<ArtworkRow[]> =>
  inWorkspace(workspace, (tx) => searchData.listArtworks(tx, filterOf(search).filter, after, limit));

/** Artworks by id, in the order of the ids; those that are gone are left out. */
export async function artworksOf(workspace: string, ids: string[]): Promise<ArtworkRow[]> {
  const found = new Map((await inWorkspace(workspace, (tx) => data.artworksByIds(tx, ids))).map((a) => [a.id, a]));
  return ids.map((id) => found.get(id)).filter((a) => a !== undefined);
}

export async function artwork(workspace: string, id: string): Promise<ArtworkRow> {
  const found = await inWorkspace(workspace, (tx) => data.artworkById(tx, id));
  if (!found) throw new Trouble('not-found', 'There is no such artwork.');
  return found;
}

export type Choices = Record<'subject' | 'occasion' | 'mark' | 'standing', { value: string; count: number }[]>;

/** How often each subject, occasion and mark occurs, and how many artworks are here, aside and deleted. */
export async function choices(workspace: string): Promise<Choices> {
  const out: Choices = { subject: [], occasion: [], mark: [], standing: [] };
  for (const { field, value, count } of await inWorkspace(workspace, searchData.choices)) out[field].push({ value, count });
  return out;
}

/** Files that were not taken, and why, newest first. */
export const listRefused = async (workspace: string): Promise<{ id: string; problem: string }[]> =>
  (await inWorkspace(workspace, data.listRefused)).map(({ id, problem }) => ({ id, problem: refusalSentence(problem) }));

/** Takes refused files off the list. */
export const dismissRefused = (workspace: string, ids: string[] | null): Promise<void> =>
  inWorkspace(workspace, (tx) => data.removeRefused(tx, ids));

export const usesOf = (workspace: string, id: string) => inWorkspace(workspace, (tx) => usesData.usesOf(tx, id));
