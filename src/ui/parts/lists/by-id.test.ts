import { ById } from './by-id';

interface Thing {
  id: string;
  at: number;
}
const settle = () => new Promise((resolve) => setTimeout(resolve, 15));

function storeOf(there: Set<string>) {
  const asked: string[][] = [];
  const fetch = (ids: readonly string[]): Promise<Thing[]> => {
    asked.push([...ids]);
    return Promise.resolve(ids.filter((id) => there.has(id)).map((id) => ({ id, at: asked.length })));
  };
  return { asked, store: new ById<Thing>({ atATime: 2, soon: 1, fetch }, [{ id: 'first', at: 0 }]) };
}

test('what is known is not asked for, the rest some at a time', async () => {
  const { store, asked } = storeOf(new Set(['a', 'b', 'c']));
  store.want(['first', 'a', 'b', 'c']);
  store.want(['a']);
  await settle();
  expect(asked).toEqual([['a', 'b'], ['c']]);
  expect([store.get('first')?.at, store.get('c')?.at]).toEqual([0, 2]);
});
test('what is not there, or did not come, is not asked for on and on; it is once something has changed', async () => {
  const there = new Set<string>();
  const { store, asked } = storeOf(there);
  // a screen wants again at every change
  store.hear(() => store.want(['gone']));
  store.want(['gone']);
  await settle();
  expect(asked).toEqual([['gone']]);
  there.add('gone');
  store.refresh();
  await settle();
  expect([asked.length, store.get('gone')?.at]).toEqual([2, 2]);
});
test('a question that fails loses nothing that is known', async () => {
  const store = new ById<Thing>({ atATime: 2, soon: 1, fetch: () => Promise.reject(new Error('down')) }, [{ id: 'a', at: 0 }]);
  await store.again(['a']);
  expect(store.get('a')?.at).toBe(0);
});

/** A source whose answers come when the test says so. */
const slowSource = () => {
  const open: ((at: number) => void)[] = [];
  const fetch = (ids: readonly string[]) =>
    new Promise<Thing[]>((resolve) => {
      open.push((at) => resolve(ids.map((id) => ({ id, at }))));
    });
  return { open, of: { atATime: 2, soon: 0, fetch } };
};

test('an answer that comes late does not take the place of a newer one', async () => {
  const { open, of } = slowSource();
  const store = new ById<Thing>(of, [{ id: 'a', at: 0 }]);
  const [early, late] = [store.again(['a']), store.again(['a'])];
  open[1]!(2);
  await late;
  open[0]!(1);
  await early;
  expect(store.get('a')!.at).toBe(2);
});

test('what changed while it was asked for is asked for again', async () => {
  const { open, of } = slowSource();
  const store = new ById<Thing>(of, [{ id: 'a', at: 0 }]);
  store.refresh();
  store.want(['a']);
  await settle();
  store.refresh();
  open[0]!(1);
  await settle();
  store.want(['a']);
  await settle();
  expect(open).toHaveLength(2);
  open[1]!(2);
  await settle();
  store.want(['a']);
  await settle();
  expect(open).toHaveLength(2);
  expect(store.get('a')!.at).toBe(2);
});
