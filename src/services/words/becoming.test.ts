import type { Step } from '../../core/correcting/steps';
import type { Field } from '../../core/listing/proof';
import type { RulesDocument } from '../../core/outlet/rules';
import type { WordsRow } from '../../data/line/galley';
import { becomes, fieldStepped } from './becoming';
import { cellOf, type Words } from './proof-words';
import { markOf } from './translated-from';

const text = { label: 'Title', limit: 60, counted: 'code points' as const, required: true, format: 'plain' as const };
const rules = { languages: ['de'], texts: { title: text }, tags: null } as unknown as RulesDocument;
const NOW = 'Crab Shirt';
/** A German title beside its English, and what a translator said of that. */
const words = (title: Partial<Field<string>>, translated?: string): Words => ({
  row: { id: '1', language: 'de', fields: { title: { value: 'Krabbe', from: 'hand', made: null, ...title } } } as unknown as WordsRow, // prettier-ignore
  rules,
  docket: 'Shirt',
  outlet: 'Hafen',
  subject: {},
  sources: { title: NOW },
  ...(translated !== undefined && { translated: { title: translated } }),
});
const step = (does: Step['does'], o: Partial<Step> = {}): Step => ({ does, fields: ['title'], ...o });
/** The field after steps; null where it stays. */
function after(w: Words, ...steps: Step[]): Field<unknown> | null {
  const is = becomes(w, 'title', steps);
  if (!is || 'lacks' in is) return null;
  return fieldStepped(w, cellOf(w, 'title')!, steps, is.value);
}
const [OLD, NEW] = [markOf('Crab'), markOf(NOW)];
const put = step('put-after', { text: ' neu' });

test.each<[string, Field<unknown> | null, Field<unknown> | null]>([
  ['a translation has the mark of what it came from', after(words({ value: '', from: 'correction' }, 'Krabbe'), step('translate')), { value: 'Krabbe', from: 'translated', made: null, of: NEW }],
  ['also where something is done to it in the same correction', after(words({ value: '', from: 'correction' }, 'Krabbe'), step('translate'), put), { value: 'Krabbe neu', from: 'translated', made: null, of: NEW }],
  ['one that is older has a new mark although it says the same', after(words({ from: 'translated', of: OLD }, 'Krabbe'), step('translate')), { value: 'Krabbe', from: 'translated', made: null, of: NEW }],
  ['one that is not, and says the same, stays', after(words({ from: 'translated', of: NEW }, 'Krabbe'), step('translate')), null],
  ['taken as it is it is a person’s, with what they had before them', after(words({ from: 'translated', of: OLD }), step('take')), { value: 'Krabbe', from: 'hand', made: null, of: NEW }],
  ['a person’s that is older is taken too', after(words({ of: OLD }), step('take')), { value: 'Krabbe', from: 'hand', made: null, of: NEW }],
  ['a person’s that is not stays', after(words({ of: NEW }), step('take')), null],
  ['what was never translated stays', after(words({}), step('take')), null],
  ['another correction is no look: it is as old as it was', after(words({ of: OLD }), put), { value: 'Krabbe neu', from: 'correction', made: null, of: OLD }],
  ['and a machine’s words stay a machine’s', after(words({ from: 'translated', of: OLD }), put), { value: 'Krabbe neu', from: 'translated', made: null, of: OLD }],
  ['said anew it comes from nothing', after(words({ of: OLD }), step('set', { text: 'Hummer' })), { value: 'Hummer', from: 'correction', made: null }],
  ['back at its rule it is the rule’s', after(words({ of: OLD, made: 'Hummer' }), step('back-to-rule')), { value: 'Hummer', from: 'pattern', made: 'Hummer' }],
])('%s', (_, is, should) => expect(is).toEqual(should)); // prettier-ignore
