import { Type, type Static } from '@sinclair/typebox';
import { LIMITS } from '../limits';
import { Exactly, OneOf, Words } from '../schema/parts';
import { patternOf, WAYS_OF_FINDING } from './finding';

/** What a step of a correction does to a text; those on tags do it to each tag, or to all of them. */
export const DEEDS = [
  'put-before',
  'put-after',
  'replace',
  'set',
  'clear',
  'case',
  'noun',
  'fit',
  'no-repeats',
  'back-to-rule',
  'translate',
  'take',
  'add-tags',
  'fit-tags',
  'remove-tags',
] as const;
export type Deed = (typeof DEEDS)[number];

export const CASES = ['title', 'sentence', 'lower', 'upper'] as const;

const Noun = Exactly({ one: Words(60), many: Words(60) });
export const FieldOf = Type.String({ pattern: '^[a-z][A-Za-z]{0,39}$', description: 'a text of an outlet, or tags' });

/** One step; what it needs beside its deed depends on that (`stepFault`). */
export const Step = Exactly(
  {
    does: OneOf(DEEDS),
    fields: Type.Array(FieldOf, { minItems: 1, maxItems: 40, uniqueItems: true }),
    text: Type.Optional(
      Type.String({ maxLength: LIMITS.patternLength, description: 'what is put; may speak of values: {{ artwork.subject }}' }),
    ),
    what: Type.Optional(Type.String({ maxLength: 1000, description: 'what is looked for' })),
    how: Type.Optional(OneOf(WAYS_OF_FINDING)),
    exact: Type.Optional(Type.Boolean({ description: 'capital and small letters differ' })),
    keepCase: Type.Optional(Type.Boolean({ description: 'what is put has the capitals of what stood there' })),
    style: Type.Optional(OneOf(CASES)),
    from: Type.Optional(Noun),
    to: Type.Optional(Noun),
    tags: Type.Optional(Type.Array(Words(200), { minItems: 1, maxItems: 200 })),
  },
  { title: 'CorrectionStep' },
);
export type Step = Static<typeof Step>;

/** A correction has so many steps at most. */
export const MOST_STEPS = 12;
export const Steps = Type.Array(Step, { minItems: 1, maxItems: MOST_STEPS });

const ON_TAGS: readonly Deed[] = ['add-tags', 'fit-tags', 'remove-tags'];
export const isOnTags = (does: Deed): boolean => ON_TAGS.includes(does);

/** What a step lacks, or what makes no sense in it; null where it can be done. */
export function stepFault(s: Step): string | null {
  switch (s.does) {
    case 'put-before':
    case 'put-after':
    case 'set':
      return s.text?.trim() ? null : 'Say what is to be put there.';
    case 'replace':
      if (!s.what) return 'Say what is to be replaced.';
      return s.how === 'pattern' ? patternFaultOf(s.what) : null;
    case 'case':
      return s.style ? null : 'Say which capitals.';
    case 'noun':
      return s.from?.one && s.from.many && s.to?.one && s.to.many ? null : 'Say which noun is to become which.';
    case 'add-tags':
    case 'fit-tags':
    case 'remove-tags':
      if (!s.tags?.length) return 'Say which tags.';
      return s.fields.every((f) => f === 'tags') ? null : 'Only tags can be added, fitted or removed.';
    default:
      return null;
  }
}

function patternFaultOf(what: string): string | null {
  try {
    patternOf(what, false);
    return null;
  } catch (error) {
    return `The pattern cannot be read: ${(error as Error).message.replace(/^error parsing regexp: /, '').replace(/\(\?[mi]\)/g, '')}.`;
  }
}
