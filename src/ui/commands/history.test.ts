import fc from 'fast-check';
import { History } from './history';

/** A text that is written to, one letter a step. */
function desk() {
  let text = '';
  const history = new History();
  return {
    history,
    text: () => text,
    write: (letter: string) => {
      const before = text;
      text += letter;
      const after = text;
      history.did({
        says: `wrote ${letter}`,
        back: () => Promise.resolve((text = before) && undefined),
        again: () => Promise.resolve((text = after) && undefined),
      });
    },
  };
}

test('steps go back in order and come again', async () => {
  const it = desk();
  it.write('a');
  it.write('b');
  expect([await it.history.undo(), it.text()]).toEqual(['Taken back: wrote b', 'a']);
  expect([await it.history.undo(), it.text()]).toEqual(['Taken back: wrote a', '']);
  expect(await it.history.undo()).toBeUndefined();
  expect([await it.history.redo(), it.text()]).toEqual(['wrote a', 'a']);
});
test('a new change ends what could be made again', async () => {
  const it = desk();
  it.write('a');
  await it.history.undo();
  it.write('b');
  expect([await it.history.redo(), it.text()]).toEqual([undefined, 'b']);
});
test('a step that cannot be taken back is let go, and those before it can be', async () => {
  const it = desk();
  it.write('a');
  it.history.did({ says: 'sent', back: () => Promise.reject(new Error('too late')), again: () => Promise.resolve() });
  await expect(it.history.undo()).rejects.toThrow('too late');
  expect([await it.history.undo(), it.text()]).toEqual(['Taken back: wrote a', '']);
});
test('one step is taken back by its own button, once', async () => {
  const it = desk();
  it.write('a');
  const step = it.history.last!;
  await it.history.undo(step);
  expect(await it.history.undo(step)).toBeUndefined();
});

test('whatever is written, taken back and made again, the text is what a plain list of texts says', async () => {
  const moves = fc.array(fc.constantFrom('write', 'undo', 'redo'), { maxLength: 40 });
  await fc.assert(
    fc.asyncProperty(moves, async (all) => {
      const it = desk();
      let [texts, at, n] = [[''], 0, 0];
      for (const move of all) {
        if (move === 'write') {
          const letter = String.fromCharCode(97 + (n++ % 26));
          it.write(letter);
          texts = [...texts.slice(0, at + 1), texts[at]! + letter];
          at++;
        } else if (move === 'undo') {
          await it.history.undo();
          at = Math.max(0, at - 1);
        } else {
          await it.history.redo();
          at = Math.min(texts.length - 1, at + 1);
        }
        expect(it.text()).toBe(texts[at]);
      }
    }),
    { numRuns: 200 },
  );
});
