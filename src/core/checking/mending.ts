import type { Step } from '../correcting/steps';
import { MOST_WHAT, type Check, type Finding } from './checks';

/** How all listings with the same finding are mended: steps of a correction, the writer for some fields, or by hand alone. */
export type Mending = { steps: Step[] } | { write: string[] } | null;

const cut = (what: string, fields: string[], how: 'plain' | 'word'): Step => ({
  does: 'replace',
  fields,
  what,
  text: '',
  how,
  exact: how === 'plain',
});

/** What mends a finding in all listings that have it, in the fields in which it was found. */
export function mendingOf({ check, what, values }: Pick<Finding, 'check' | 'what' | 'values'>, fields: string[]): Mending {
  // of a piece that was cut off only the beginning is known
  if (what.length >= MOST_WHAT - 1) return null;
  switch (check) {
    case 'limits':
      return { steps: [{ does: 'fit', fields }] };
    case 'missing':
    case 'same-title':
    case 'alike':
      return { write: fields };
    case 'by-machine':
      return { steps: [{ does: 'take', fields }] };
    case 'older':
      return { steps: [{ does: values.byMachine ? 'translate' : 'take', fields }] };
    case 'stuffed':
      // a long text is said anew: what can go of a line would leave holes in it
      return values.long ? { write: fields } : { steps: [{ does: 'no-repeats', fields }] };
    case 'other-noun':
      return { steps: [{ does: 'noun', fields, ...(values as Pick<Step, 'from' | 'to'>) }] };
    case 'spelling': {
      const put = (values.instead as string[] | undefined)?.[0];
      return put ? { steps: [{ does: 'replace', fields, what, text: put, how: 'word', keepCase: true }] } : null;
    }
    case 'sellers':
    case 'left-over':
    case 'personal':
      return { steps: [cut(what, fields, 'plain')] };
    case 'barred':
    case 'trademark':
    case 'claims':
      return { steps: [cut(what, fields, 'word')] };
  }
}

const MENDS: Record<Check, string> = {
  limits: 'Shorten to fit',
  missing: 'Write from the artwork',
  'by-machine': 'Take them as they are',
  older: 'It still fits',
  'same-title': 'Write anew',
  alike: 'Write anew',
  stuffed: 'Say nothing twice',
  'other-noun': 'Put the right noun',
  spelling: 'Spell it so',
  sellers: 'Cut the sentence',
  'left-over': 'Cut it out',
  personal: 'Cut it out',
  barred: 'Cut it out',
  trademark: 'Cut it out',
  claims: 'Cut it out',
};
/** What a mend is called on its button. */
export function mendingLabel({ check, values }: Pick<Finding, 'check' | 'values'>): string {
  if (check === 'stuffed' && values.long) return 'Write anew';
  if (check === 'older' && values.byMachine) return 'Translate anew';
  if (check === 'spelling') return `Write “${(values.instead as string[])[0]!}”`;
  if (check === 'other-noun') return `Put “${(values.to as { one: string }).one}”`;
  return MENDS[check];
}
