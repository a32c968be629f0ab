import fc from 'fast-check';
import { Budget } from './budget';

test('never holds more than its budget, and what was used last stays longest', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 100 }),
      fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd', 'e'), fc.integer({ min: 1, max: 60 }), fc.boolean()), {
        maxLength: 40,
      }),
      (most, steps) => {
        const budget = new Budget<number>(most, (v) => v);
        const order: string[] = [];
        const sizes = new Map<string, number>();
        for (const [key, size, put] of steps) {
          const touch = () => {
            if (order.includes(key)) order.splice(order.indexOf(key), 1);
            order.push(key);
          };
          if (put) {
            expect(budget.put(key, size)).toBe(size);
            touch();
            sizes.set(key, size);
            while (order.reduce((sum, k) => sum + sizes.get(k)!, 0) > most) order.shift();
          } else if (budget.get(key) !== undefined) touch();
          expect(budget.bytes).toBe(order.reduce((sum, k) => sum + sizes.get(k)!, 0));
          expect(budget.bytes).toBeLessThanOrEqual(most);
        }
        for (const key of ['a', 'b', 'c', 'd', 'e']) expect(budget.get(key) !== undefined).toBe(order.includes(key));
      },
    ),
  ));
