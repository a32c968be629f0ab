import fc from 'fast-check';
import { pluralize as pluralOf } from 'inflection';
import { corrected, type Cell, type Value } from './correct';
import { nounSwapped, replaced, withCaseOf } from './finding';
import { marksOf } from './marks';
import { stepFault, type Step } from './steps';

const RULE = { label: 'Title', limit: 40, counted: 'graphemes', required: true, format: 'plain' } as const;
const TAGS = { max: 4, minLength: 2, maxLength: 20, counted: 'code points' } as const;
const SUBJECT = { artwork: { subject: 'octopus' }, product: { noun: 'Shirt' } };
const said = (value: Value, ...steps: Omit<Step, 'fields'>[]): Value => {
  const field = Array.isArray(value) ? 'tags' : 'title';
  const cell: Cell = { field, language: 'en', value, made: null, text: RULE, tags: TAGS };
  const made = corrected(cell, steps.map((s) => ({ fields: [field], ...s })), SUBJECT); // prettier-ignore
  if (!made.ok) throw new Error(made.fault.code);
  return made.value;
};

describe('texts', () => {
  test.each<[string, string, Omit<Step, 'fields'>]>([
    ['Funny Fox Tee', 'Fox Tee', { does: 'put-before', text: 'Funny' }],
    ['Funny Fox Tee', 'Funny Fox Tee', { does: 'put-before', text: 'funny' }],
    ['Fox Tee, Gift', 'Fox Tee', { does: 'put-after', text: ', Gift' }],
    ['Fox Tee for octopus lovers', 'Fox Tee', { does: 'put-after', text: 'for {{ artwork.subject }} lovers' }],
    ['Gift', '', { does: 'put-after', text: ', Gift'.slice(2) }],
    ['Set anew', 'Fox Tee', { does: 'set', text: 'Set anew' }],
    ['', 'Fox Tee', { does: 'clear' }],
    ['FOX TEE', 'Fox Tee', { does: 'case', style: 'upper' }],
    ['Tee of the Fox', 'TEE OF THE FOX', { does: 'case', style: 'title' }],
    ['Tee of the fox. And one more', 'Tee of the Fox. And One More', { does: 'case', style: 'sentence' }],
    ['Fox, Tee', 'Fox, Cute, Tee', { does: 'replace', what: 'cute', text: '' }],
    ['Fox Tee', 'Cute Fox Tee', { does: 'replace', what: 'cute ', text: '' }],
    ['The cat and the cattle', 'The dog and the cattle', { does: 'replace', what: 'dog', text: 'cat', how: 'word' }],
    ['Size 12 in', 'Size 30 cm', { does: 'replace', what: '(\\d+) cm', text: '12 in', how: 'pattern' }],
    ['2024 to 2025', '2025 to 2024', { does: 'replace', what: '(\\d{4}) to (\\d{4})', text: '$2 to $1', how: 'pattern' }],
    ['a long title with many words in it, kept', 'a long title with many words in it, kept, and more than fit', { does: 'fit' }],
  ])('%j of %j', (is, was, step) => expect(said(was, step)).toBe(is));

  test('steps are taken in their order', () =>
    expect(said('Fox Tee', { does: 'replace', what: 'Tee', text: 'Shirt' }, { does: 'put-after', text: 'Shirt' })).toBe(
      'Fox Shirt',
    ));
  test('other fields stay', () => {
    const cell: Cell = { field: 'title', language: 'en', value: 'Fox', made: null };
    expect(corrected(cell, [{ does: 'clear', fields: ['description'] }], {})).toEqual({ ok: true, value: 'Fox' });
  });
  test('what the artwork lacks changes nothing and is said', () =>
    expect(() => said('Fox', { does: 'put-after', text: '{{ artwork.occasion }}' })).toThrow('missing'));
  test('a text goes back to what its rule makes', () => {
    const cell: Cell = { field: 'title', language: 'en', value: 'By hand', made: 'By rule' };
    expect(corrected(cell, [{ does: 'back-to-rule', fields: ['title'] }], {})).toEqual({ ok: true, value: 'By rule' });
  });
  test('Turkish capitals are Turkish', () => {
    const cell: Cell = { field: 'title', language: 'tr', value: 'istanbul', made: null };
    expect(corrected(cell, [{ does: 'case', style: 'upper', fields: ['title'] }], {})).toEqual({ ok: true, value: 'İSTANBUL' });
  });
});

describe('tags', () => {
  test.each<[string[], string[], Omit<Step, 'fields'>]>([
    [['fox', 'owl', 'Elk'], ['fox', 'owl'], { does: 'add-tags', tags: ['FOX', 'Elk'] }],
    [['fox', 'owl', 'elk', 'hen'], ['fox', 'owl'], { does: 'fit-tags', tags: ['elk', 'much longer than twenty', 'hen', 'ox'] }],
    [['owl'], ['Fox', 'owl'], { does: 'remove-tags', tags: ['fox'] }],
    [['red fox', 'owl'], ['red cat', 'owl', 'red fox'], { does: 'replace', what: 'cat', text: 'fox' }],
    [['owl'], ['cat', 'owl'], { does: 'replace', what: 'cat', text: '', how: 'whole' }],
    [['red cat', 'fox'], ['red cat', 'cat'], { does: 'replace', what: 'cat', text: 'fox', how: 'whole' }],
    [['fox', 'owl'], ['cat'], { does: 'set', text: 'fox, owl, fox' }],
    [[], ['cat'], { does: 'clear' }],
    [['a1', 'b2', 'c3', 'd4'], ['a1', 'x', 'b2', 'a1', 'c3', 'd4', 'e5'], { does: 'fit' }],
  ])('%j of %j', (is, was, step) => expect(said(was, step)).toEqual(is));
});

describe('finding', () => {
  test('capitals are those of what stood there', () => {
    expect(withCaseOf('SHIRT', 'hoodie')).toBe('HOODIE');
    expect(withCaseOf('Shirt', 'hoodie')).toBe('Hoodie');
    expect(withCaseOf('shirt', 'hoodie')).toBe('hoodie');
    expect(withCaseOf('Tea Towel', 'wall hanging')).toBe('Wall Hanging');
    expect(withCaseOf('Tea towel', 'wall hanging')).toBe('Wall hanging');
    expect(withCaseOf('42', 'hoodie')).toBe('hoodie');
  });

  test('plain finding is what the language itself does', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 30 }), fc.string({ minLength: 1, maxLength: 3 }), fc.string({ maxLength: 5 }), (text, what, put) => {
        const made = replaced(text, { what, put, how: 'plain', exact: true, keepCase: false });
        expect(made).toBe(text.replaceAll(what, () => put));
      }),
    )); // prettier-ignore

  // patterns of the syntax that RE2 and ECMAScript share mean the same in both
  test.each(['[a-c]+', '\\d+', '(a)(b)?', 'x|yz', 'a{2,3}', '.b', '[^a-y ]'])('pattern %s', (what) =>
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'abcxyz 12'), maxLength: 40 }), (text) => {
        const made = replaced(text, { what, put: '<$&>', how: 'pattern', exact: true, keepCase: false });
        expect(made).toBe(text.replace(new RegExp(what, 'gm'), '<$&>'));
      }),
    ),
  );

  test('a pattern that would never end in another engine ends', () => {
    const text = 'a'.repeat(5000);
    expect(replaced(text, { what: '(a+)+$x', put: '', how: 'pattern', exact: true, keepCase: false })).toBe(text);
  });

  test.each(['a{1,1000}', '[a-z]{500}', '(((a|b|c){50}){20})'])('a pattern that repeats too much is not taken: %s', (what) =>
    expect(stepFault({ does: 'replace', how: 'pattern', what, text: '', fields: ['title'] })).toBe(
      'The pattern cannot be read: it repeats too much.',
    ),
  );
  // a few steps could else make more of a text than there is memory
  test.each(['plain', 'word', 'pattern'] as const)('what grows beyond all measure is given up: %s', (how) => {
    const grow = { does: 'replace' as const, what: 'a', text: 'a '.repeat(4000), how };
    expect(() => said('a '.repeat(50).trim(), grow)).toThrow('too-much');
    expect(() => said(['a b', 'a c', 'a d'], ...Array.from({ length: 6 }, () => grow))).toThrow('too-much');
  });

  const SHIRT = { one: 'T-Shirt', many: 'T-Shirts' };
  test.each([
    ['An Owl T-Shirt for every day', 'An Owl Apron for every day'],
    ['a t-shirt, two T SHIRTS and a tshirt', 'an apron, two APRONS and an apron'],
    ['A T-shirt’s collar', 'An apron’s collar'],
    ['T-shirt for all', 'Apron for all'],
    ['sweatshirt, T-shirting, T-Shirt-like', 'sweatshirt, T-shirting, T-Shirt-like'],
  ])('%s', (was, is) => expect(nounSwapped(was, SHIRT, { one: 'Apron', many: 'Aprons' })).toBe(is));

  // the plurals of a reference library, in every form of writing
  test.each(['mug', 'canvas', 'poster', 'baby suit', 'wall hanging', 'box', 'scarf', 'hoodie'])(
    'a noun in all its forms: %s',
    (one) => {
      const many = pluralOf(one);
      for (const form of [(t: string) => t, (t: string) => t.toUpperCase(), (t: string) => t[0]!.toUpperCase() + t.slice(1)])
        expect(nounSwapped(`${form(one)} and ${form(many)}`, { one, many }, { one: 'cap', many: 'caps' })).toBe(
          `${form('cap')} and ${form('caps')}`,
        );
    },
  );
});

describe('marks', () => {
  test('strike and insert, with what stays between', () =>
    expect(marksOf('Fox Tee, Gift for Fox Lovers', 'Fox Shirt, Gift for Ocean Lovers')).toEqual([
      { text: 'Fox ', is: 'same' },
      { text: 'Tee', is: 'out' },
      { text: 'Shirt', is: 'in' },
      { text: ', Gift for ', is: 'same' },
      { text: 'Fox', is: 'out' },
      { text: 'Ocean', is: 'in' },
      { text: ' Lovers', is: 'same' },
    ]));
  const words = fc.array(fc.constantFrom('fox', 'tee', 'gift', ',', ' ', '\n', 'é', '👩‍👩‍👧'), { maxLength: 24 });
  test('what stays and goes is what was, what stays and comes is what is', () =>
    fc.assert(
      fc.property(words, words, (a, b) => {
        const [was, is] = [a.join(''), b.join('')];
        const marks = marksOf(was, is);
        const text = (but: string) => marks.filter((m) => m.is !== but).map((m) => m.text).join(''); // prettier-ignore
        expect([text('in'), text('out')]).toEqual([was, is]);
      }),
    ));
  test('tags: one that becomes another stands beside it', () => {
    const shown = (was: string[], is: string[]) => marksOf(was, is).map((m) => ({ same: '', out: '-', in: '+' })[m.is] + m.text).join(' '); // prettier-ignore
    expect(shown(['fox', 'owl', 'hen'], ['fox', 'elk', 'ox'])).toBe('fox -owl +elk -hen +ox');
    expect(shown(['fox', 'owl'], ['fox', 'elk', 'ox'])).toBe('fox -owl +elk +ox');
    expect(shown([], ['ox'])).toBe('+ox');
  });
  const tags = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 8 });
  test('none is lost', () =>
    fc.assert(
      fc.property(tags, tags, (was, is) => {
        const left = (but: string) => marksOf(was, is).filter((m) => m.is !== but).map((m) => m.text); // prettier-ignore
        expect([left('in'), left('out')]).toEqual([was, is]);
      }),
    ));
});

test.each<[string | null, Step]>([
  [null, { does: 'clear', fields: ['title'] }],
  ['Say what is to be put there.', { does: 'put-after', fields: ['title'], text: '  ' }],
  ['Say what is to be replaced.', { does: 'replace', fields: ['title'], text: 'x' }],
  ['Say which capitals.', { does: 'case', fields: ['title'] }],
  ['Say which noun is to become which.', { does: 'noun', fields: ['title'], from: { one: 'a', many: 'b' } }],
  ['Only tags can be added, fitted or removed.', { does: 'add-tags', fields: ['title'], tags: ['a'] }],
  [
    'The pattern cannot be read: missing closing ): `(a`.',
    { does: 'replace', how: 'pattern', what: '(a', text: '', fields: ['title'] },
  ],
])('%s', (fault, step) => expect(stepFault(step)).toBe(fault));
