import { proofFilterOf } from '../line/proof-windows';
import { listingFilterOf, listingsAsked } from './listing-windows';

describe('a search among proofs', () => {
  test('narrows by what it says, and by nothing else', () => {
    expect(proofFilterOf({})).toEqual({ sort: 'newest', filter: {} });
    expect(proofFilterOf({ state: 'held,ready', outlet: 'quayside', find: ' boat ', stale: 'yes', sort: 'artwork' })).toEqual({
      sort: 'artwork',
      filter: { states: ['held', 'ready'], outlet: 'quayside', find: ' boat ', stale: true },
    });
    expect(
      proofFilterOf({ ids: '0123abcd-1111-4222-8333-444455556666,4567ef01,0123abcd-ffff,no id', state: '', find: ' ' }).filter,
    ).toEqual({
      among: ['0123abcd-1111-4222-8333-444455556666', '4567ef01'],
    });
  });
  test.each([
    [{ state: 'held,lost' }, 'A proof is never lost.'],
    [{ sort: 'size' }, 'Proofs are not sorted by size.'],
    [{ run: 'mine' }, 'There is no run of that id.'],
    [{ docket: '7' }, 'There is no docket of that id.'],
  ])('%j makes no sense, and that is said', (search, sentence) => expect(() => proofFilterOf(search)).toThrow(sentence));
});

describe('a search among listings', () => {
  test('comes latest first where no order is named; a minus is downwards', () => {
    expect(listingFilterOf({})).toEqual({ sort: { by: 'sent', down: true }, filter: {} });
    expect(listingFilterOf({ sort: 'title' }).sort).toEqual({ by: 'title', down: false });
    expect(listingFilterOf({ sort: '-price', state: 'live', step: 'stale', find: ' otter ' })).toEqual({
      sort: { by: 'price', down: true },
      filter: { state: 'live', step: 'stale', find: 'otter' },
    });
  });
  test.each([
    [{ state: 'lost' }, 'A listing is never lost.'],
    [{ step: 'odd' }, 'A listing is never odd.'],
    [{ sort: '-size' }, 'Listings are not sorted by size.'],
  ])('%j makes no sense, and that is said', (search, sentence) => expect(() => listingFilterOf(search)).toThrow(sentence));
  test('is told by what it means, or by ids', () => {
    expect(listingsAsked({ ids: ['a'] })).toEqual({ ids: ['a'] });
    expect(listingsAsked({ search: { outlet: 'kestrel' }, except: ['b'] })).toEqual({
      search: { outlet: 'kestrel' },
      except: ['b'],
    });
  });
});
