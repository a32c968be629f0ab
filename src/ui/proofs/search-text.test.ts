import { proofSearch, WAITING } from './search-text';

const of = (text: string) => proofSearch(new URLSearchParams(text));

test('without a word said, what waits is meant', () => {
  expect(of('')).toEqual({ state: WAITING });
  expect(of('outlet=quayside&sort=artwork&open=7')).toEqual({ outlet: 'quayside', sort: 'artwork', state: WAITING });
});

test('a run, some proofs, what is out of date and a state are meant whatever they wait for', () => {
  expect(of('run=r')).toEqual({ run: 'r' });
  expect(of('ids=0a0b0c0d')).toEqual({ ids: '0a0b0c0d' });
  expect(of('stale=yes')).toEqual({ stale: 'yes' });
  expect(of('state=listed&run=r')).toEqual({ state: 'listed', run: 'r' });
  expect(of('state=any&find=boat')).toEqual({ find: 'boat' });
});
