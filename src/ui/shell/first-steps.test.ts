import fc from 'fast-check';
import type { Line } from '@/services/line/line';
import { firstSteps, nextStep } from './first-steps';

const empty: Line = {
  artwork: { ready: 0, arriving: 0, refused: 0 },
  sheet: { proofs: 0, dockets: 0 },
  proofs: { waiting: 0, held: 0, drafting: 0 },
  press: { passed: 0, sending: 0, refused: 0 },
  ledger: { listings: 0, drafts: 0 },
  stockroom: { outlets: 0 },
};

test('from an empty workspace the way is walked in order, each step leading to the next', () => {
  const walked: string[] = [];
  let line = empty;
  const does: Record<string, (l: Line) => Line> = {
    'Connect an outlet': (l) => ({ ...l, stockroom: { outlets: 1 } }),
    'Make a docket': (l) => ({ ...l, sheet: { ...l.sheet, dockets: 1 } }),
    'Bring in artwork': (l) => ({ ...l, artwork: { ...l.artwork, arriving: 1 } }),
    'Draft proofs': (l) => ({ ...l, sheet: { ...l.sheet, proofs: 1 }, proofs: { ...l.proofs, waiting: 1 } }),
    'Pass them': (l) => ({ ...l, proofs: empty.proofs, press: { ...l.press, passed: 1 } }),
    'Send them': (l) => ({ ...l, press: empty.press, ledger: { listings: 1, drafts: 1 } }),
  };
  for (let step = nextStep(line); step; step = nextStep(line)) {
    walked.push(step.word);
    expect(walked.length).toBeLessThan(10);
    line = does[step.word]!(line);
  }
  expect(walked).toEqual(Object.keys(does));
});
test('what was done in another order is not asked for again', () => {
  const line = { ...empty, artwork: { ready: 3, arriving: 0, refused: 0 }, sheet: { proofs: 0, dockets: 1 } };
  expect(nextStep(line)?.word).toBe('Connect an outlet');
  expect(firstSteps(line).map((s) => s.done)).toEqual([false, true, true, false, false, false]);
});
test('once something stands at an outlet nobody is led any more, whatever else is', () => {
  const count = fc.nat(5);
  fc.assert(
    fc.property(count, count, count, count, (outlets, dockets, ready, passed) =>
      expect(
        nextStep({
          ...empty,
          stockroom: { outlets },
          sheet: { proofs: 0, dockets },
          artwork: { ready, arriving: 0, refused: 0 },
          press: { ...empty.press, passed },
          ledger: { listings: 1, drafts: 0 },
        }),
      ).toBeNull(),
    ),
  );
});
