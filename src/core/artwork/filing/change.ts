import { literal } from '../../word-pattern';
import { nameFrom, readName, readPattern, type NamePattern } from './file-name';

/** Where an artwork may be put. */
export const PLACES = ['here', 'aside', 'deleted'] as const;
type Standing = (typeof PLACES)[number] | 'fitting';

/** What a hand may change of an artwork. Empty text is "not said". */
export interface Editable {
  name: string;
  subject: string;
  audience: string;
  occasion: string;
  keywords: string[];
  marks: string[];
  drawerId: string | null;
  /** `fitting`: made for a print area, used there instead of another artwork; in no list. */
  standing: Standing;
  /** What a hand says against the measurement; it wins. */
  byHand: { tone?: string; picture?: string; repeat?: string; said?: string };
  /** Where a field comes from: `hand`, `file name`, `copy`, or `proposed: why`. */
  sources: Partial<Record<SourcedField, string>>;
}

export const SOURCED = ['name', 'subject', 'audience', 'occasion', 'marks', 'keywords'] as const;
export type SourcedField = (typeof SOURCED)[number];

/** A change of one or of thousands of artworks. Fields that are left out stay. */
export interface Patch {
  name?: string;
  subject?: string;
  audience?: string;
  occasion?: string;
  keywords?: string[];
  marks?: string[];
  addKeywords?: string[];
  removeKeywords?: string[];
  addMarks?: string[];
  removeMarks?: string[];
  drawerId?: string | null;
  standing?: (typeof PLACES)[number];
  /** Null takes the hand's word back: the measurement counts again. */
  tone?: string | null;
  picture?: string | null;
  repeat?: string | null;
  said?: string | null;
  /** Replaces text wherever it stands in a field, upper and lower case alike. */
  replace?: { field: 'name' | 'subject'; find: string; put: string };
  /** Reads each file name by this pattern and takes what it says; files that do not fit stay as they are. */
  fromFileName?: string;
  /** Gives each artwork the name that its file has. */
  nameFromFile?: boolean;
}

export const BY_HAND = ['tone', 'picture', 'repeat', 'said'] as const;

const unique = (list: string[]): string[] =>
  [...new Map(list.map((v) => [v.trim().toLowerCase(), v.trim()])).values()].filter(Boolean);

/**
 * What an artwork becomes by a patch; the same object when nothing changes. `source` is written beside each field that
 * changes. A field that a hand has set gives way to a hand only.
 */
export function applyPatch(it: Editable, patch: Patch, fileName: string, source: string): Editable {
  const next: Editable = { ...it, byHand: { ...it.byHand }, sources: { ...it.sources } };
  const put = <F extends SourcedField>(field: F, value: Editable[F], from = source) => {
    if (from !== 'hand' && it.sources[field] === 'hand') return;
    // the same again from a better source confirms what was only proposed
    if (JSON.stringify(it[field]) === JSON.stringify(value) && !(it.sources[field] ?? '').startsWith('proposed')) return;
    next[field] = value;
    next.sources[field] = from;
  };
  if (patch.name?.trim()) put('name', patch.name.trim());
  for (const field of ['subject', 'audience', 'occasion'] as const)
    if (patch[field] !== undefined) put(field, patch[field].trim());
  if (patch.replace?.find) {
    const { field, find, put: text } = patch.replace;
    const value = it[field].replace(new RegExp(literal(find), 'gi'), () => text).trim();
    if (value) put(field, value);
  }
  for (const [field, set, add, remove] of [
    ['keywords', patch.keywords, patch.addKeywords, patch.removeKeywords],
    ['marks', patch.marks, patch.addMarks, patch.removeMarks],
  ] as const) {
    if (!set && !add && !remove) continue;
    const gone = new Set((remove ?? []).map((v) => v.trim().toLowerCase()));
    put(
      field,
      unique([...(set ?? it[field]), ...(add ?? [])]).filter((v) => !gone.has(v.toLowerCase())),
    );
  }
  if (patch.nameFromFile) put('name', nameFrom(fileName), 'file name');
  if (patch.fromFileName) {
    const pattern = readPattern(patch.fromFileName);
    if (typeof pattern !== 'string') byFileName(it, next, pattern, fileName, put);
  }
  if (patch.drawerId !== undefined) next.drawerId = patch.drawerId;
  if (patch.standing) next.standing = patch.standing;
  for (const field of BY_HAND) {
    const value = patch[field];
    if (value === null) delete next.byHand[field];
    else if (value !== undefined) next.byHand[field] = value;
  }
  return JSON.stringify(next) === JSON.stringify(it) ? it : next;
}

function byFileName(
  it: Editable,
  next: Editable,
  pattern: NamePattern,
  fileName: string,
  put: <F extends SourcedField>(field: F, value: Editable[F], from?: string) => void,
): void {
  const read = readName(pattern, fileName);
  if (!read.ok) return;
  const { name, phrase, subject, audience, occasion, tone, mark, keyword } = read.values;
  const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);
  if (name ?? phrase) put('name', capital((name ?? phrase)!), 'file name');
  if (subject) put('subject', subject, 'file name');
  if (audience) put('audience', audience, 'file name');
  if (occasion) put('occasion', occasion, 'file name');
  if (mark) put('marks', unique([...it.marks, ...mark.split(', ')]), 'file name');
  if (keyword) put('keywords', unique([...it.keywords, ...keyword.split(', ')]), 'file name');
  if (tone && !it.byHand.tone) next.byHand.tone = tone;
}

/** The fields in which two states of an artwork differ, for a preview and for undoing. */
export function differing(before: Editable, after: Editable): (keyof Editable)[] {
  return (Object.keys(before) as (keyof Editable)[]).filter((f) => JSON.stringify(before[f]) !== JSON.stringify(after[f]));
}
