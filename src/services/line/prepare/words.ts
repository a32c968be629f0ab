import { motifName } from '../../../core/artwork/likeness/motif-name';
import { fill, fillTags, type WordingSubject } from '../../../core/copy/wording';
import type { BlankSpec, DocketSpec } from '../../../core/planning/docket';
import type { OutletRules, Problem } from '../../../core/rules/rules';
import type { ArtworkRow } from '../../../data/artwork/artworks';
import type { ProofFields } from '../../../data/line/runs';
import type { OutletRow } from '../../../data/outlets/outlets';
import type { DocketRow } from '../../../data/stockroom/stockroom';

/** Title, description and tags: a hand's, else what the patterns make. */
export function wordsOf(
  artwork: ArtworkRow,
  spec: DocketSpec,
  kept: Partial<ProofFields>,
  subject: WordingSubject,
  rules: OutletRules,
  problems: Problem[],
): Pick<ProofFields, 'title' | 'description' | 'tags'> {
  const fromPattern = (field: 'title' | 'description') => {
    if (kept[field]?.from === 'hand') return kept[field];
    const filled = fill(spec.wording[field], subject);
    if (!filled.ok) problems.push({ code: 'wording-missing', field, stops: true, sentence: filled.sentence });
    return { value: filled.ok ? filled.text : '', from: 'pattern' as const };
  };
  const words = { title: fromPattern('title'), description: fromPattern('description') };
  if (kept.tags?.from === 'hand') return { ...words, tags: kept.tags };
  const made = fillTags(spec.wording.tags, artwork.keywords, subject, rules.tags);
  for (const sentence of made.sentences)
    if (!problems.some((p) => p.sentence === sentence))
      problems.push({ code: 'wording-missing', field: 'tags', stops: true, sentence });
  return { ...words, tags: { value: made.tags, from: 'pattern' } };
}

export function wordingSubject(
  motif: ArtworkRow[],
  docket: DocketRow,
  blank: BlankSpec,
  outlet: OutletRow,
  colours: { name: string }[],
  sizes: string[],
): WordingSubject {
  const artwork = motif[0]!;
  return {
    artwork: {
      name: motifName(motif.map((a) => a.name)),
      subject: artwork.subject,
      keywords: artwork.keywords.join(', '),
    },
    product: {
      noun: docket.spec.noun,
      name: blank.name,
      text: blank.text,
      care: blank.care,
      sizes: sizes.join(', '),
      colours: colours.map((c) => c.name).join(', '),
    },
    outlet: { name: outlet.name },
  };
}
