import { applyPatch, differing, type Editable } from './change';
import { nameFrom, readName, readPattern, type NamePattern } from './file-name';
import { propose } from './propose';
import { credit, editDistance, repaired, segment, tokens } from '../words/words';

describe('file-name patterns', () => {
  const read = (pattern: string, file: string) => readName(readPattern(pattern) as NamePattern, file);
  test.each([
    ['<subject>_<phrase>_<tone>', 'whale_thar-she-naps_white.png', { subject: 'whale', phrase: 'thar she naps', tone: 'light' }],
    ['<phrase> (<tone>)', 'Cold Water (Navy).png', { phrase: 'Cold Water', tone: 'dark' }],
    ['SL-<skip>-<subject>', 'sl-0042-sea-thrift.svg', { subject: 'sea thrift' }],
    ['<mark>--<mark>--<name>', 'summer--sale--tide.table.psd', { mark: 'summer, sale', name: 'tide table' }],
    ['<audience>_<subject>', 'Kids_rock pool.png', { audience: 'child', subject: 'rock pool' }],
  ])('%s reads %s', (pattern, file, values) => expect(read(pattern, file)).toEqual({ ok: true, values }));
  test.each([
    ['<subject>_<tone>', 'whale.png', 'has no “_” after <subject>'],
    ['<subject>_<tone>', 'whale_mauve.png', '“mauve” is not a tone'],
    ['<subject>_<phrase>', '_hello.png', 'has nothing where <subject> should stand'],
    ['SL-<subject>', 'whale.png', 'does not begin with “SL-”'],
    ['<subject> end', 'whale end more.png', 'left over'],
  ])('%s says why %s does not fit', (pattern, file, why) => {
    const reading = read(pattern, file);
    expect(reading.ok).toBe(false);
    expect((reading as { why: string }).why).toContain(why);
  });
  test.each([
    ['<subject><phrase>', 'stand side by side'],
    ['<colour>_<phrase>', '<colour> is not a part we know'],
    ['<subject>_<subject>', 'stands there twice'],
    ['<subject', 'without its “>”'],
    ['plain', 'needs at least one part'],
  ])('%s cannot be used', (pattern, why) => expect(readPattern(pattern)).toContain(why));
  test('a file name without a pattern gives a name all the same', () =>
    expect(['lamp_room-02 FINAL.png', 'a/b/sea.thrift.svg', '.png'].map(nameFrom)).toEqual([
      'Lamp room 02 FINAL',
      'Sea thrift',
      'Untitled',
    ]));
});

describe('proposals', () => {
  const from = (text: string) => propose([{ where: 'its words', text }]);
  // what these words sell as: common practice, no single source
  test.each([
    ['LITTLE WHALE BIG SPLASH', { subject: 'whale', audience: 'child' }],
    ['LAST TRAIN FIRST COFFEE', { subject: 'railway' }],
    ['keep a light house', { subject: 'lighthouse' }],
    ['Best Mum in the Rockpools', { occasion: 'Mother’s Day' }],
    ['wineNot', { audience: 'adult' }],
  ])('%s', (text, expected) => {
    const found = from(text);
    for (const [field, value] of Object.entries(expected)) {
      const subject = field === 'subject' && value === 'railway' ? 'train' : value;
      expect(found[field as 'subject']?.value).toBe(subject);
    }
  });
  test('a word inside another is not that word: no cat in a catalogue, no art in a chart', () =>
    expect(from('catalogue chart cartwheel').subject).toBeUndefined());
  test('the first source that tells something wins, and says where it stood', () =>
    expect(
      propose([
        { where: 'its words', text: 'HOLD FAST' },
        { where: 'its file name', text: 'hold-fast_octopus' },
        { where: 'its drawer', text: 'Dogs' },
      ]).subject,
    ).toEqual({ value: 'octopus', why: '“octopus” in its file name' }));
});

describe('words', () => {
  const WORDS = new Set(['KEEP', 'A', 'LIGHT', 'ON', 'TIDE', 'TABLE', 'SIDE', 'IS', 'STILL', 'FORWARDS', 'WARM', 'PEOPLE']);
  const isWord = (w: string) => WORDS.has(w);
  test('letters read without their spaces are told apart, but a name is left whole', () => {
    expect(segment('WARMPEOPLE', isWord)).toEqual(['WARM', 'PEOPLE']);
    expect(segment('KEEPALIGHTON', isWord)).toEqual(['KEEP', 'A', 'LIGHT', 'ON']);
    expect(segment('SALTMARSH', isWord)).toEqual(['SALTMARSH']);
  });
  test('stray letters and signs are no words', () => expect(tokens('I’m — x|O’BRIEN, 3 b!')).toEqual(["I'M", "XIO'BRIEN", '3']));
  test('a slip of the reader is put right by another reading, never by the dictionary', () => {
    const word = { text: 'LORWARDS', confidence: 0.9 };
    expect(repaired(word, [{ text: 'FORWARDS', confidence: 0.7 }], isWord).text).toBe('FORWARDS');
    expect(repaired(word, [], isWord).text).toBe('LORWARDS');
    expect(repaired({ text: 'TIDE', confidence: 0.5 }, [{ text: 'SIDE', confidence: 0.9 }], isWord).text).toBe('TIDE');
  });
  test('a reading of words is believed more than one of scraps', () =>
    expect(credit([{ text: 'TIDE', confidence: 1 }], isWord)).toBeGreaterThan(credit([{ text: 'T1DF', confidence: 1 }], isWord)));
  // the textbook example of Levenshtein's distance
  test('kitten and sitting are three apart', () => expect(editDistance('KITTEN', 'SITTING')).toBe(3));
});

describe('changes', () => {
  const it: Editable = {
    name: 'Whale', subject: '', audience: '', occasion: '', keywords: ['sea'], marks: ['Summer'], drawerId: null, standing: 'here',
    byHand: {}, sources: { name: 'file name' },
  }; // prettier-ignore
  test('marks are added and taken off without doubles, upper and lower case alike', () => {
    expect(applyPatch(it, { addMarks: ['summer', 'Sale'] }, '', 'hand').marks).toEqual(['summer', 'Sale']);
    expect(applyPatch(it, { removeMarks: ['SUMMER'] }, '', 'hand').marks).toEqual([]);
  });
  test('the machine and a copy give way to a hand, a hand to a hand only', () => {
    const byHand = applyPatch(it, { subject: 'orca' }, '', 'hand');
    expect(byHand).toMatchObject({ subject: 'orca', sources: { subject: 'hand' } });
    expect(applyPatch(byHand, { subject: 'fish' }, '', 'copy')).toBe(byHand);
    expect(applyPatch(byHand, { subject: 'whale' }, '', 'hand').subject).toBe('whale');
  });
  test('a hand’s word against a measurement can be given and taken back', () => {
    const said = applyPatch(it, { tone: 'dark', said: 'hold fast' }, '', 'hand');
    expect(said.byHand).toEqual({ tone: 'dark', said: 'hold fast' });
    expect(applyPatch(said, { tone: null }, '', 'hand').byHand).toEqual({ said: 'hold fast' });
  });
  test('text is replaced as it stands: signs in it mean nothing', () =>
    expect(
      applyPatch({ ...it, name: 'Tide (v1.0)' }, { replace: { field: 'name', find: '(v1.0)', put: '$& II' } }, '', 'hand').name,
    ).toBe('Tide $& II'));
  test('a file name that does not fit changes nothing', () =>
    expect(applyPatch(it, { fromFileName: '<subject>_<tone>' }, 'whale.png', 'hand')).toBe(it));
  test('what differs is named, for the preview and for undoing', () =>
    expect(differing(it, applyPatch(it, { subject: 'whale', standing: 'aside' }, '', 'hand'))).toEqual([
      'subject',
      'standing',
      'sources',
    ]));
});
