import { layoutOf, layoutText, NARROWEST, switched, WIDEST, widened } from './layout';

const KNOWN = ['title', 'outlet', 'state', 'price'];
const FIRST = ['title', 'state'];

test('a layout is read from an address and written back the same', () => {
  for (const text of ['title:300,outlet,state', 'price', 'state,title'])
    expect(layoutText(layoutOf(text, KNOWN, FIRST), FIRST)).toBe(text);
});

test('the first layout needs no words, and nothing at all is the first layout', () => {
  expect(layoutOf(null, KNOWN, FIRST)).toEqual([{ id: 'title' }, { id: 'state' }]);
  expect(layoutText(layoutOf('', KNOWN, FIRST), FIRST)).toBeNull();
  expect(layoutText([{ id: 'title', width: 200 }, { id: 'state' }], FIRST)).toBe('title:200,state');
});

test('what an address says that there is not, or twice, is left aside', () => {
  expect(layoutOf('colour,price,price:90,<b>', KNOWN, FIRST)).toEqual([{ id: 'price' }]);
  expect(layoutOf('nonsense', KNOWN, FIRST)).toEqual(layoutOf(null, KNOWN, FIRST));
  expect(layoutOf('price:wide,state:-4', KNOWN, FIRST)).toEqual([{ id: 'price' }, { id: 'state' }]);
});

test('widths stay within what can be read', () => {
  expect(layoutOf('title:1,state:99999', KNOWN, FIRST)).toEqual([
    { id: 'title', width: NARROWEST },
    { id: 'state', width: WIDEST },
  ]);
  const wide = widened(layoutOf(null, KNOWN, FIRST), 'title', 211.6);
  expect(wide[0]).toEqual({ id: 'title', width: 212 });
  expect(widened(wide, 'title', undefined)[0]).toEqual({ id: 'title' });
});

test('a column is shown behind the others, and the last one cannot be hidden', () => {
  const three = switched(layoutOf(null, KNOWN, FIRST), 'price');
  expect(three.map((s) => s.id)).toEqual(['title', 'state', 'price']);
  expect(switched(three, 'title').map((s) => s.id)).toEqual(['state', 'price']);
  expect(switched([{ id: 'title' }], 'title')).toEqual([{ id: 'title' }]);
});
