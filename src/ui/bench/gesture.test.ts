import { Gesture } from './gesture';

jest.useFakeTimers();
const REST = 350;
const begun = () => {
  const keep = jest.fn();
  const gesture = new Gesture(REST);
  gesture.keepBy(keep);
  return { keep, gesture };
};

test('a drag is kept once, when it is let go, also where it pauses for long', () => {
  const { keep, gesture } = begun();
  gesture.begin('drag');
  keep.mockClear(); // what was moved before it
  for (let i = 0; i < 5; i++) {
    gesture.moved();
    jest.advanceTimersByTime(10 * REST);
  }
  expect(keep).not.toHaveBeenCalled();
  gesture.end('drag');
  jest.advanceTimersByTime(10 * REST);
  expect(keep).toHaveBeenCalledTimes(1);
});

test('a key that is held down is one step, and so are quick taps; after a rest it is another', () => {
  const { keep, gesture } = begun();
  const tap = (repeats: number) => {
    gesture.begin('key');
    for (let i = 0; i < repeats; i++) {
      gesture.moved();
      jest.advanceTimersByTime(2 * REST);
    }
    gesture.end('key');
  };
  tap(4);
  jest.advanceTimersByTime(REST / 2);
  tap(1);
  expect(keep).not.toHaveBeenCalled();
  jest.advanceTimersByTime(REST);
  expect(keep).toHaveBeenCalledTimes(1);
  tap(1);
  jest.advanceTimersByTime(REST);
  expect(keep).toHaveBeenCalledTimes(2);
});

test('two drags are two steps, however quick', () => {
  const { keep, gesture } = begun();
  for (let i = 0; i < 2; i++) {
    gesture.begin('drag');
    keep.mockClear();
    gesture.moved();
    gesture.end('drag');
    expect(keep).toHaveBeenCalledTimes(1);
  }
});

test('a drag that begins while a typed number still rests keeps that first', () => {
  const { keep, gesture } = begun();
  gesture.moved();
  gesture.begin('drag');
  expect(keep).toHaveBeenCalledTimes(1);
});
