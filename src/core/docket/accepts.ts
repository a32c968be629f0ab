import { fillsSheet, type Measured } from '../artwork/measure/measure';
import type { Said } from '../said';
import { REPEATS } from '../placement/form';
import type { Accepts } from './docket';

/** What of an artwork a docket looks at. */
export interface Candidate {
  state: string;
  measured:
    (Pick<Measured, 'clearShare' | 'tone' | 'trim'> & Partial<Pick<Measured, 'edges' | 'rim' | 'picture' | 'repeat'>>) | null;
  widthPx?: number | null;
  heightPx?: number | null;
  byHand?: { tone?: string; picture?: string; repeat?: string };
  subject?: string;
  audience?: string;
  marks?: string[];
  drawer?: string | null;
}

/** Within 5% of a square counts as one: common practice, no single source. */
const SQUARE = 0.05;

/** Upright, across or square, by what prints of the picture; null while it is not measured. */
export function orientationOf(a: Candidate): 'upright' | 'across' | 'square' | null {
  if (!a.measured || !a.widthPx || !a.heightPx) return null;
  const aspect = (a.widthPx * a.measured.trim.width) / (a.heightPx * a.measured.trim.height);
  return Math.abs(aspect - 1) <= SQUARE ? 'square' : aspect > 1 ? 'across' : 'upright';
}

/** What a picture is, by what a hand says or else by what was measured: a drawing or a photograph, and perhaps a repeat. */
export function pictureKinds(
  { byHand }: Pick<Candidate, 'byHand'>,
  { picture, repeat }: NonNullable<Candidate['measured']>,
): string[] {
  const photograph = (byHand?.picture ?? picture?.kind) === 'photograph';
  const repeats = REPEATS.some((r) => r === (byHand?.repeat ?? repeat?.kind));
  return [photograph ? 'photograph' : 'drawing', ...(repeats ? ['repeat'] : [])];
}
const sameWords = (a: string, b: string): boolean => a.trim().toLocaleLowerCase('en') === b.toLocaleLowerCase('en');

/** Why a docket will not take an artwork; null when it will. */
export function whyNot(accepts: Accepts, artwork: Candidate): Said | null {
  const { measured } = artwork;
  if (artwork.state === 'arriving') return { code: 'still-measured' };
  if (artwork.state === 'refused' || !measured) return { code: 'not-taken-in' };
  if (accepts.ground === 'see-through' && fillsSheet(measured)) return { code: 'not-see-through' };
  if (accepts.ground === 'full' && !fillsSheet(measured)) return { code: 'not-full' };
  const tone = artwork.byHand?.tone ?? measured.tone;
  if (accepts.tones?.length && !accepts.tones.includes(tone)) return { code: 'tone', values: { is: tone } };
  // where no audience is said, it is for anybody
  if (accepts.audiences?.length && artwork.audience && !accepts.audiences.includes(artwork.audience))
    return { code: 'audience', values: { is: artwork.audience } };
  const turned = orientationOf(artwork);
  if (accepts.orientations?.length && turned && !accepts.orientations.includes(turned))
    return { code: 'orientation', values: { is: turned } };
  const kinds = pictureKinds(artwork, measured);
  if (accepts.kinds?.length && !accepts.kinds.some((k) => kinds.includes(k))) return { code: 'kind', values: { is: kinds[0]! } };
  const subject = artwork.subject?.trim() ?? '';
  if (accepts.subjects?.length && !accepts.subjects.some((s) => sameWords(s, subject)))
    return { code: 'subject', values: { is: subject } };
  if (accepts.marks?.length && !accepts.marks.some((m) => artwork.marks?.includes(m)))
    return { code: 'marks', values: { wanted: accepts.marks.join(', ') } };
  const { drawer } = artwork;
  if (accepts.drawers?.length && !accepts.drawers.some((d) => drawer === d || drawer?.startsWith(`${d}/`)))
    return { code: 'drawer', values: { wanted: accepts.drawers.join(', ') } };
  return null;
}

const SENTENCES: Record<string, (v: Record<string, string | number>) => string> = {
  'still-measured': () => 'still being measured',
  'not-taken-in': () => 'this file could not be taken',
  'not-see-through': () => 'no see-through ground',
  'not-full': () => 'does not fill its sheet',
  tone: (v) => `its inks are ${v.is}`,
  audience: (v) => `it is for ${v.is === 'adult' ? 'adults' : v.is === 'child' ? 'children' : 'youth'}`,
  orientation: (v) => `it is ${v.is}`,
  kind: (v) => `it is a ${v.is}`,
  subject: (v) => (v.is ? `its subject is ${v.is}` : 'it has no subject'),
  marks: (v) => `not marked ${v.wanted}`,
  drawer: (v) => `not in ${v.wanted}`,
  'not-connected': (v) => `${v.outlet} is not connected`,
  twin: (v) => `goes with its twin “${v.name}”`,
  'not-offered': (v) => `the docket is not offered at ${v.outlet}`,
  'further-on': () => 'passed or listed already',
  // what was written down before reasons had codes
  'as-said': (v) => String(v.says),
};

/** Why a cell of the sheet is closed, as a short phrase. */
export const whyPhrase = (said: Said): string => SENTENCES[said.code]?.(said.values ?? {}) ?? said.code;
