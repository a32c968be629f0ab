import { sentenceOf } from '../listing/problems';
import type { Finding } from './checks';

const others = (values: Finding['values']): string => {
  const n = Number(values.of) - 1;
  return n === 1 ? 'one other listing' : `${n} other listings`;
};

/** What was found, as a sentence. */
export function findingSentence({ check, what, values }: Pick<Finding, 'check' | 'what' | 'values'>): string {
  switch (check) {
    case 'limits':
      return sentenceOf({ code: String(values.code), values });
    case 'missing':
      return !('places' in values)
        ? `There is no ${what.toLowerCase()}.`
        : `There ${values.count === 1 ? 'is one tag' : `are ${Number(values.count)} tags`}; ${Number(values.places)} may stand here.`;
    case 'by-machine':
      return sentenceOf({ code: 'by-machine', values });
    case 'older':
      return values.byMachine
        ? 'What a machine translated says something else by now.'
        : 'What it was translated from says something else by now: see whether it still fits.';
    case 'left-over':
    case 'personal':
      return sentenceOf({ code: check, values: { pieces: [what] } });
    case 'stuffed':
      return sentenceOf({ code: check, values });
    case 'other-noun':
      return `It says “${(values.from as { one: string }).one}”, which is none of its goods.`;
    case 'barred':
      return `“${what}” is on your list of words that are not to be written.`;
    case 'trademark':
      return `“${what}” is on your list of words that may be somebody’s trademark.`;
    case 'claims':
      return `“${what}”: the print house does not state that of the goods.`;
    case 'sellers':
      return 'This is told to sellers, not to buyers.';
    case 'spelling': {
      const instead = (values.instead as string[] | undefined) ?? [];
      return `“${what}” is in neither dictionary${instead.length ? `; perhaps ${instead.map((w) => `“${w}”`).join(' or ')}` : ''}.`;
    }
    case 'same-title':
      return `The same title as ${others(values)} of this outlet.`;
    case 'alike':
      return `Its description is nearly that of ${others(values)} of this outlet.`;
  }
}
