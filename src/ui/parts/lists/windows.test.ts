import fc from 'fast-check';
import type { Change } from '@/core/desk/changes';
import { Refusal } from '../../api';
import { Windows, type Source, type WindowOf } from './windows';

interface Row {
  id: string;
  says: number;
}
/** A house with so many rows, each of which says how often it was changed. */
class House {
  says: number[];
  asked: [from: number, part: string][] = [];
  fails: Error[] = [];
  /** Answers wait until they are let go. */
  held: (() => void)[] | null = null;
  constructor(total: number) {
    this.says = Array.from({ length: total }, () => 0);
  }
  source: Source<Row, WindowOf<Row>> = {
    block: 10,
    tables: ['row'],
    fetch: async (from, count, part) => {
      this.asked.push([from, part]);
      // as the house is when it is asked
      const rows = this.says.slice(from, from + count).map((says, i) => ({ id: `row-${from + i}`, says }));
      const total = this.says.length;
      if (this.held) await new Promise<void>((resolve) => this.held!.push(resolve));
      const failure = this.fails.shift();
      if (failure) throw failure;
      return { total, rows };
    },
    touches: (changes, rows) => changes.some((c) => !c.ids || rows.some((r) => c.ids!.includes(r.id))),
  };
  list = () => new Windows(this.source, { window: { total: this.says.length, rows: [] } });
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));
const all: Change[] = [{ table: 'row' }];

test('what is looked at is fetched, block by block, once', async () => {
  const house = new House(95);
  const list = house.list();
  list.want(25, 41);
  await settled();
  expect(house.asked).toEqual([[20, ''], [30, ''], [40, '']]); // prettier-ignore
  expect([list.row(25)?.id, list.row(49)?.id, list.row(19), list.row(50)]).toEqual(['row-25', 'row-49', undefined, undefined]);
  expect([list.indexOf('row-33'), list.indexOf('row-3')]).toEqual([33, -1]);
  list.want(22, 48);
  await settled();
  expect(house.asked).toHaveLength(3);
});

test('a list of wide rows is fetched part by part, and a row is told by any of them', async () => {
  const house = new House(20);
  const list = house.list();
  list.want(0, 5, ['a', 'b']);
  await settled();
  expect(house.asked).toEqual([[0, 'a'], [0, 'b']]); // prettier-ignore
  expect(list.row(3, ['b'])?.id).toBe('row-3');
  expect(list.row(3, ['c', 'a'])?.id).toBe('row-3');
  expect(list.row(3)).toBeUndefined();
});

test('only what a change touches is fetched again, and only while it is looked at', async () => {
  const house = new House(40);
  const list = house.list();
  list.want(0, 30);
  await settled();
  house.says[12] = 1;
  list.changed([{ table: 'row', ids: ['row-12'] }]);
  list.want(0, 9);
  await settled();
  expect(house.asked).toHaveLength(3);
  list.want(0, 30);
  await settled();
  expect(house.asked.slice(3)).toEqual([[10, '']]);
  expect(list.row(12)?.says).toBe(1);
});

test('what changes again while it is under way is asked for once more', async () => {
  const house = new House(10);
  const list = house.list();
  list.want(0, 10);
  await settled();
  list.changed(all);
  house.held = [];
  list.want(0, 10);
  house.says[4] = 7;
  list.changed(all);
  house.held.forEach((go) => go());
  house.held = null;
  await settled();
  expect(list.row(4)?.says).toBe(0);
  list.want(0, 10);
  await settled();
  expect(list.row(4)?.says).toBe(7);
});

test('a house that does not answer is asked again; a question that makes no sense is not', async () => {
  jest.useFakeTimers();
  const house = new House(10);
  const list = house.list();
  house.fails = [new Refusal(0, 'away')];
  list.want(0, 10);
  await jest.advanceTimersByTimeAsync(2500);
  list.want(0, 10);
  await jest.advanceTimersByTimeAsync(1);
  expect([house.asked.length, list.row(0)?.id]).toEqual([2, 'row-0']);
  house.fails = [new Refusal(422, 'A proof is never lost.')];
  list.changed(all);
  list.want(0, 10);
  await jest.advanceTimersByTimeAsync(10_000);
  list.want(0, 10);
  await jest.advanceTimersByTimeAsync(1);
  expect([house.asked.length, list.total, list.row(0)]).toEqual([3, 0, undefined]);
  jest.useRealTimers();
});

test('what was looked at longest ago goes first, and nothing is kept without end', async () => {
  const house = new House(3000);
  const list = house.list();
  for (let from = 0; from < 3000; from += 40) {
    list.want(from, from + 40);
    await settled();
    // the first rows are looked at again and again
    list.want(0, 5);
    await settled();
  }
  const kept = Array.from({ length: 300 }, (_, page) => list.row(page * 10)).filter(Boolean).length;
  expect(kept).toBe(120);
  expect(list.row(0)?.id).toBe('row-0');
  expect(list.row(2990)?.id).toBe('row-2990');
  expect(list.row(100)).toBeUndefined();
});

test('whatever is looked at and whatever changes: once it rests, what is on the screen is as the house has it', async () => {
  const step = fc.oneof(
    fc.record({ look: fc.nat(190) }),
    fc.record({ change: fc.nat(199) }),
    fc.record({ grow: fc.integer({ min: 1, max: 5 }) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 30 }), async (steps) => {
      const house = new House(200);
      const list = house.list();
      let at = 0;
      for (const s of steps) {
        if ('look' in s) list.want((at = s.look), at + 10);
        else if ('change' in s) {
          house.says[s.change] = house.says[s.change]! + 1;
          list.changed([{ table: 'row', ids: [`row-${s.change}`] }]);
        } else {
          house.says.push(...Array.from({ length: s.grow }, () => 0));
          list.changed(all);
        }
        if (steps.length % 2) await settled();
      }
      for (let i = 0; i < 3; i++) {
        list.want(at, at + 10);
        await settled();
      }
      for (let i = at; i < at + 10; i++) expect(list.row(i)?.says).toBe(house.says[i]);
      expect(list.total).toBe(house.says.length);
    }),
    { numRuns: 60 },
  );
});

describe('what a hand wrote', () => {
  const seven = new Map([['row-1', (r: Row) => ({ ...r, says: 7 })]]);
  test('stands there at once, and until the house is asked after it has answered', async () => {
    const house = new House(20);
    const list = house.list();
    list.want(0, 5);
    await settled();
    const answered = list.put(seven);
    expect([list.row(1)?.says, list.row(2)?.says]).toEqual([7, 0]);
    // asked again meanwhile: the house says still what was
    list.changed(all);
    list.want(0, 5);
    await settled();
    expect(list.row(1)?.says).toBe(7);
    house.says[1] = 8;
    answered();
    list.want(0, 5);
    await settled();
    expect(list.row(1)?.says).toBe(8);
  });
  test('an answer that was asked for before does not take its place', async () => {
    const house = new House(20);
    house.held = [];
    const list = house.list();
    list.want(0, 5);
    const answered = list.put(seven);
    house.says[1] = 7;
    answered();
    house.held.shift()!();
    await settled();
    expect(list.row(1)?.says).toBe(7);
    list.want(0, 5);
    house.says[1] = 9;
    house.held.shift()!();
    await settled();
    // that was asked for when it said 7
    expect(list.row(1)?.says).toBe(7);
    list.changed(all);
    list.want(0, 5);
    house.held.shift()!();
    await settled();
    expect(list.row(1)?.says).toBe(9);
  });
  test('what the house refused goes away, and one change lies over another', async () => {
    const house = new House(20);
    const list = house.list();
    list.want(0, 5);
    await settled();
    const [first, second] = [list.put(seven), list.put(new Map([['row-1', (r: Row) => ({ ...r, says: r.says + 1 })]]))];
    expect(list.row(1)?.says).toBe(8);
    first();
    second();
    list.want(0, 5);
    await settled();
    expect(list.row(1)?.says).toBe(0);
  });
});
