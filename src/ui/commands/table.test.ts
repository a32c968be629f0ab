import { keyOf } from '../parts/keyboard';
import { byRecency, COMMAND_IDS, commandFor, commandOf, MOVES, stationOf, STATIONS } from './table';

const always = () => true;
const press = (key: string, held: Partial<Record<'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey', boolean>> = {}) =>
  keyOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });

test('no key stands for two commands of one screen', () => {
  for (const station of [...STATIONS, 'everywhere'] as const) {
    const keys = COMMAND_IDS.map(commandOf).flatMap((c) => (c.at === station && c.keys ? [c.keys] : []));
    expect([station, keys.length]).toEqual([station, new Set(keys).size]);
  }
});
test('a key that holds everywhere is no command of a screen', () => {
  const everywhere = COMMAND_IDS.map(commandOf).flatMap((c) => (c.at === 'everywhere' && c.keys ? [c.keys] : []));
  for (const c of COMMAND_IDS.map(commandOf)) if (c.at !== 'everywhere' && c.keys) expect(everywhere).not.toContain(c.keys);
});
test('no command takes a key that moves about, on its own screen', () => {
  for (const station of STATIONS) {
    const moving = (MOVES[station] ?? []).flatMap(([keys]) => keys.split(/, | /));
    for (const c of COMMAND_IDS.map(commandOf)) if (c.at === station && c.keys) expect(moving).not.toContain(c.keys);
  }
});
test('a station of the line has a digit of its own', () =>
  expect(STATIONS.map((s, i) => commandOf(`go.${s}`).keys === String(i + 1))).toEqual(STATIONS.map(() => true)));
test('every command has words that a person can type', () => {
  for (const id of COMMAND_IDS) expect([id, commandOf(id).word]).toEqual([id, expect.stringMatching(/^[A-Z][\w ’-]{2,}$/)]);
});

test.each([
  ['p', {}, 'P'],
  ['P', { shiftKey: true }, 'P'],
  ['z', { ctrlKey: true }, 'Ctrl Z'],
  ['z', { metaKey: true }, 'Ctrl Z'],
  ['Z', { ctrlKey: true, shiftKey: true }, 'Ctrl Shift Z'],
  ['?', { shiftKey: true }, '?'],
  ['ArrowUp', { shiftKey: true }, 'Shift ArrowUp'],
  [' ', {}, 'Space'],
  ['Delete', {}, 'Delete'],
])('%j with %j is %s', (key, held, written) => expect(press(key, held)).toBe(written));

test('every key of the table is written as a press is', () => {
  for (const { keys } of COMMAND_IDS.map(commandOf)) {
    if (!keys) continue;
    const parts = keys.split(' ');
    const held = { ctrlKey: parts.includes('Ctrl'), shiftKey: parts.includes('Shift') };
    expect(press(parts.at(-1)!, held)).toBe(keys);
  }
});

test.each([
  ['/artwork', 'artwork'],
  ['/stockroom/dockets/new', 'stockroom'],
  ['/artworks', null],
  ['/', null],
] as const)('%s belongs to %s', (path, station) => expect(stationOf(path)).toBe(station));

test('a screen’s own command comes before what holds everywhere, while it acts on something', () => {
  expect(commandFor('P', 'sheet', always)).toBe('sheet.pass');
  expect(commandFor('P', 'proofs', always)).toBe('proofs.pass');
  expect(commandFor('P', 'press', always)).toBeNull();
  expect(commandFor('P', 'sheet', (id) => id !== 'sheet.pass')).toBeNull();
  expect(commandFor('1', 'artwork', always)).toBe('go.artwork');
});
test('redo has two usual keys', () =>
  expect([commandFor('Ctrl Y', 'artwork', always), commandFor('Ctrl Shift Z', null, always)]).toEqual(['redo', 'redo']));

test('what was lately used comes first, the rest in order', () =>
  expect(byRecency(['undo', 'sheet.draft', 'sheet.pass', 'theme'], ['theme', 'sheet.pass'])).toEqual([
    'theme',
    'sheet.pass',
    'sheet.draft',
    'undo',
  ]));
