import { LIMITS } from '../../core/limits';
import { Patience } from './patience';

let now = 0;
const patience = () => new Patience(() => now);
beforeEach(() => (now = 1_000_000));
const fail = (p: Patience, name: string, times: number) => Array.from({ length: times }, () => p.failed(name));

test('a few wrong tries cost nothing, and further ones wait twice as long each time, up to a minute', () => {
  const p = patience();
  fail(p, 'ada', LIMITS.triesAtOnce - 1);
  expect(p.waits('ada')).toBe(0);
  const waits: number[] = [];
  for (let i = 0; i < 9; i++) {
    p.failed('ada');
    waits.push(p.waits('ada'));
  }
  expect(waits).toEqual([1, 2, 4, 8, 16, 32, 60, 60, 60]);
});
test('time passes, others do not wait, and the right password ends it', () => {
  const p = patience();
  fail(p, 'ada', LIMITS.triesAtOnce + 3);
  expect([p.waits('ada'), p.waits('eve')]).toEqual([8, 0]);
  now += 7_001;
  expect(p.waits('ada')).toBe(1);
  now += 1_000;
  expect(p.waits('ada')).toBe(0);
  p.failed('ada');
  expect(p.waits('ada')).toBe(16);
  p.succeeded('ada');
  fail(p, 'ada', LIMITS.triesAtOnce - 1);
  expect(p.waits('ada')).toBe(0);
});
test('no more names are kept than the limit says', () => {
  const p = patience();
  fail(p, 'first', 20);
  for (let i = 0; i < LIMITS.namesWatched; i++) p.failed(`name ${i}`);
  expect([p.waits('first'), (Reflect.get(p, 'failures') as Map<string, unknown>).size]).toEqual([0, LIMITS.namesWatched]);
});
