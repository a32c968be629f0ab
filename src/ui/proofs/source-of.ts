import type { ProofView } from '@/api/views';
import type { Source } from '@/core/listing/proof';

/** Where a field of a proof comes from, in the outlet’s own language; prices are told as a whole. */
export const sourceOf = ({ content, fields, language }: ProofView, name: 'title' | 'description' | 'tags' | 'prices'): Source =>
  name === 'prices'
    ? (fields.prices?.from ?? 'pattern')
    : ((name === 'tags' ? content.tags[language] : content.words[name]?.[language])?.from ?? 'pattern');
