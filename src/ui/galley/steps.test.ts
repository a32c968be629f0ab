import { DEEDS, stepFault } from '@/core/correcting/steps';
import { begunStep, DEED_WORDS, doable, saidFault } from './steps';

test('every deed has a word, and begins with fields that it may be about', () => {
  for (const does of DEEDS) {
    expect(DEED_WORDS[does]).toBeTruthy();
    expect(begunStep(does, ['title', 'description']).fields).toEqual(/-tags$/.test(does) ? ['tags'] : ['title', 'description']);
  }
  expect(begunStep('clear', []).fields).toEqual(['title']);
});
test('only what is filled in is done', () => {
  const replace = begunStep('replace', ['title']);
  expect(doable([replace, begunStep('case', ['title']), begunStep('noun', ['title'])]).map((s) => s.does)).toEqual(['case']);
  expect(stepFault({ ...replace, what: 'x' })).toBeNull();
  expect(saidFault({ ...replace, what: '(', how: 'pattern' })).toMatch(/cannot be read/);
  expect(saidFault(replace)).toBeNull();
});
