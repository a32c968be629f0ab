import { colourOf, colourText, withOther, type SceneShot } from './others';

const shot: SceneShot = { kind: 'scene', scene: 'shirts-rail', colour: 'featured' };
const ID = '11111111-1111-4111-8111-111111111111';

test('a further product is told by its place; those before it stay as they would be', () => {
  const third = withOther(shot, 1, { colour: { named: 'Ink' } });
  expect(third.others).toEqual([{}, { colour: { named: 'Ink' } }]);
  expect(withOther(third, 0, { artwork: ID }).others).toEqual([{ artwork: ID }, { colour: { named: 'Ink' } }]);
});

test('what is as it would be anyway is not said', () => {
  expect(withOther(withOther(shot, 2, { colour: 4 }), 2, {})).toEqual(shot);
  expect(withOther(shot, 0, {})).toEqual(shot);
});

test.each(['featured', 0, 7, { named: 'Sea mist' }, '#24405e'] as const)('the colour %p can be chosen and read back', (colour) =>
  expect(colourOf(colourText(colour))).toEqual(colour),
);
