import { isOnTags, stepFault, type Deed, type Step } from '@/core/correcting/steps';

/** What each deed is called, and what it asks for. */
export const DEED_WORDS: Record<Deed, string> = {
  'put-before': 'Put before',
  'put-after': 'Put after',
  replace: 'Replace',
  set: 'Set to',
  clear: 'Clear',
  case: 'Change capitals',
  noun: 'Swap a noun',
  fit: 'Shorten to fit',
  'no-repeats': 'Say nothing twice',
  'back-to-rule': 'Back to the docket’s rule',
  translate: 'Translate by machine',
  take: 'Take as it is: looked at',
  'add-tags': 'Add tags',
  'fit-tags': 'Fit tags into free places',
  'remove-tags': 'Remove tags',
};

/** A step as it is begun; what it asks for is still to be filled in. */
export function begunStep(does: Deed, fields: readonly string[]): Step {
  const kept = isOnTags(does) ? ['tags'] : fields.length ? [...fields] : ['title'];
  const step: Step = { does, fields: kept };
  if (does === 'replace') return { ...step, what: '', text: '', how: 'plain', keepCase: true };
  if (does === 'case') return { ...step, style: 'title' };
  return step;
}

/** Those of some steps that can be done as they stand. */
export const doable = (steps: readonly Step[]): Step[] => steps.filter((s) => stepFault(s) === null);

/** What a step lacks, once somebody has begun to fill it in. */
export const saidFault = (s: Step): string | null =>
  s.does === 'replace' && s.what && s.how === 'pattern' ? stepFault(s) : null;
