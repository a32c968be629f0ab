import type { ListingPayload } from '../../core/listing/payload';
import type { Problem } from '../../core/listing/problems';
import { stateAfter, type Content } from './content';

const problem = (stops: boolean): Problem => ({ code: 'title-missing', field: 'title', stops, values: {} });
const content = (stands: boolean, sent: boolean, changed: Content['changed'] = []) =>
  ({ stands, changed, listing: { sent: sent ? ({} as ListingPayload) : null } }) as Content;

test.each<[string, Problem[], Content | undefined, Parameters<typeof stateAfter>[2], string]>([
  ['what stops it holds it, also where it stands', [problem(true)], content(true, true), 'listed', 'held'],
  ['what does not stop it is only told', [problem(false)], undefined, 'ready', 'ready'],
  ['as it was sent it is listed', [], content(true, true), 'ready', 'listed'],
  ['a passed one that is as it was sent is listed, too', [], content(true, true), 'passed', 'listed'],
  ['what differs from what was sent is to be looked at', [], content(true, true, ['title']), 'listed', 'ready'],
  ['a passed one stays passed', [], content(true, true, ['title']), 'passed', 'passed'],
  ['what was sent before is not known: it cannot be as sent', [], content(true, false), 'listed', 'ready'],
  ['where nothing stands any more nothing is as sent', [], content(false, true), 'listed', 'ready'],
  ['never sent', [], undefined, 'drafting', 'ready'],
])('%s', (_, problems, its, was, is) => expect(stateAfter(problems, its, was)).toBe(is));
