/** The screens that commands belong to, by the first part of their addresses. */
export const STATIONS = ['artwork', 'sheet', 'proofs', 'press', 'ledger', 'stockroom'] as const;
/** Rooms beside the line: work is brought to them from its stations. */
export const ROOMS = [...STATIONS, 'bench', 'contact', 'galley'] as const;
export type Station = (typeof ROOMS)[number];

interface Told {
  /** What it does, as it stands in the command box and on the page of keys. */
  word: string;
  /** The key that does it, as `keyOf` writes it. */
  keys?: string;
  at: Station | 'everywhere';
}
const told = <T extends Record<string, Told>>(table: T): T => table;

/** Every action of the interface, declared once. What each acts on just now is bound by its screen (`useCommands`). */
export const COMMANDS = told({
  'artwork.bring-in': { word: 'Bring in files', keys: 'I', at: 'artwork' },
  'artwork.bring-folder': { word: 'Bring in a folder', at: 'artwork' },
  'artwork.all': { word: 'Select all', keys: 'Ctrl A', at: 'artwork' },
  'artwork.change': { word: 'Change a field', keys: 'E', at: 'artwork' },
  'artwork.file': { word: 'File in a drawer', keys: 'F', at: 'artwork' },
  'artwork.read-names': { word: 'Read file names', keys: 'N', at: 'artwork' },
  'artwork.link': { word: 'Link as one motif', keys: 'L', at: 'artwork' },
  'artwork.pair': { word: 'Side by side', keys: 'B', at: 'artwork' },
  'artwork.aside': { word: 'Put aside', keys: 'X', at: 'artwork' },
  'artwork.bring-back': { word: 'Bring back', keys: 'R', at: 'artwork' },
  'artwork.delete': { word: 'Delete', keys: 'Delete', at: 'artwork' },
  'artwork.empty-bin': { word: 'Empty the bin', at: 'artwork' },
  'artwork.to-sheet': { word: 'To the sheet', keys: 'T', at: 'artwork' },
  'artwork.bench': { word: 'Place on goods', keys: 'G', at: 'artwork' },
  'artwork.set-keys': { word: 'Set the keys of marks', at: 'artwork' },

  'sheet.all': { word: 'Select the whole sheet', keys: 'Ctrl A', at: 'sheet' },
  'sheet.draft': { word: 'Draft proofs', keys: 'D', at: 'sheet' },
  'sheet.pass': { word: 'Pass what is ready', keys: 'P', at: 'sheet' },
  'sheet.look': { word: 'Look through the proofs', keys: 'L', at: 'sheet' },
  'sheet.galley': { word: 'Words of many listings', keys: 'E', at: 'sheet' },
  'sheet.allow': { word: 'Allow it here all the same', keys: 'K', at: 'sheet' },
  'sheet.bench': { word: 'Place on goods', keys: 'G', at: 'sheet' },

  'proofs.pass': { word: 'Pass', keys: 'P', at: 'proofs' },
  'proofs.pass-all': { word: 'Pass all that are ready', keys: 'A', at: 'proofs' },
  'proofs.take-back': { word: 'Take back a passed proof', keys: 'U', at: 'proofs' },
  'proofs.held': { word: 'Step through the held ones', keys: 'H', at: 'proofs' },
  'proofs.draft-again': { word: 'Draft again what is out of date', keys: 'D', at: 'proofs' },
  'proofs.send-change': { word: 'Send the change', keys: 'S', at: 'proofs' },
  'proofs.write': { word: 'Write from the artwork', keys: 'W', at: 'proofs' },
  'proofs.galley': { word: 'Words of many listings', keys: 'E', at: 'proofs' },
  'proofs.prints': { word: 'Print files', keys: 'F', at: 'proofs' },
  'proofs.pictures': { word: 'Take pictures away', keys: 'I', at: 'proofs' },
  'proofs.closer': { word: 'Look closer', keys: 'Z', at: 'proofs' },

  'proofs.contact': { word: 'Contact sheet', keys: 'C', at: 'proofs' },
  'proofs.bench': { word: 'Place it otherwise', keys: 'G', at: 'proofs' },

  'bench.trouble': { word: 'To the next one with trouble', keys: 'H', at: 'bench' },
  'bench.back': { word: 'Back to the docket', keys: 'B', at: 'bench' },
  'bench.give-marked': { word: 'Give to the marked', keys: 'M', at: 'bench' },
  'bench.give-all': { word: 'Give to all', keys: 'A', at: 'bench' },
  'bench.fitting': { word: 'Use a fitting file', keys: 'F', at: 'bench' },
  'bench.copies': { word: 'Give only its copies', at: 'bench' },
  'bench.standard': { word: 'Make it the docket’s', at: 'bench' },

  'contact.wrong-1': { word: 'Flag what sits wrong', at: 'contact' },
  'contact.wrong-2': { word: 'Flag what is hard to see', at: 'contact' },
  'contact.wrong-3': { word: 'Flag a wrong colour', at: 'contact' },
  'contact.wrong-4': { word: 'Flag a wrong scene', at: 'contact' },
  'contact.wrong-5': { word: 'Flag a wrong artwork', at: 'contact' },
  'contact.wrong-6': { word: 'Flag what is not good', at: 'contact' },
  'contact.right': { word: 'Nothing wrong with it', keys: '0', at: 'contact' },
  'contact.next-wrong': { word: 'To the next flagged', keys: 'H', at: 'contact' },
  'contact.closer': { word: 'Look closer', keys: 'Z', at: 'contact' },
  'contact.loupe': { word: 'Loupe', keys: 'L', at: 'contact' },
  'contact.compare': { word: 'Compare two to four', keys: 'B', at: 'contact' },
  'contact.slip': { word: 'Open or close the slip', keys: 'E', at: 'contact' },
  'contact.scene': { word: 'Another scene', keys: 'C', at: 'contact' },
  'contact.colour': { word: 'Another colour', keys: 'V', at: 'contact' },
  'contact.artwork': { word: 'Another artwork', keys: 'A', at: 'contact' },
  'contact.earlier': { word: 'One place earlier', keys: '[', at: 'contact' },
  'contact.later': { word: 'One place later', keys: ']', at: 'contact' },
  'contact.out': { word: 'Take out', keys: 'X', at: 'contact' },
  'contact.docket': { word: 'Back to the docket’s list', keys: 'U', at: 'contact' },
  'contact.put': { word: 'Put on others', keys: 'P', at: 'contact' },
  'contact.bench': { word: 'Place it otherwise', keys: 'G', at: 'contact' },
  'contact.pictures': { word: 'Take pictures away', keys: 'I', at: 'contact' },
  'contact.size': { word: 'Another size', keys: 'S', at: 'contact' },

  'galley.correct': { word: 'Correct many', keys: 'Ctrl E', at: 'galley' },
  'galley.take': { word: 'Take the corrections', keys: 'Ctrl Enter', at: 'galley' },
  'galley.fill-down': { word: 'Fill down', keys: 'Ctrl D', at: 'galley' },
  'galley.rule': { word: 'Back to the docket’s rule', keys: 'Ctrl B', at: 'galley' },
  'galley.checks': { word: 'Look words over', keys: 'Ctrl Shift L', at: 'galley' },
  'galley.next-found': { word: 'Next thing that was found', keys: 'F8', at: 'galley' },
  'galley.previous-found': { word: 'Previous thing that was found', keys: 'Shift F8', at: 'galley' },
  'galley.mend': { word: 'Mend it in all', keys: 'F9', at: 'galley' },
  'galley.leave': { word: 'Leave it as it is', keys: 'Shift F9', at: 'galley' },
  'galley.lists': { word: 'Words of the house', at: 'galley' },
  'galley.write': { word: 'Write from the artwork', at: 'galley' },

  'press.send': { word: 'Send', keys: 'S', at: 'press' },
  'press.pause': { word: 'Pause', keys: 'W', at: 'press' },
  'press.go-on': { word: 'Go on', keys: 'G', at: 'press' },
  'press.stop': { word: 'Stop', keys: 'X', at: 'press' },
  'press.again': { word: 'Try refused ones again', keys: 'R', at: 'press' },

  'ledger.all': { word: 'Select all', keys: 'Ctrl A', at: 'ledger' },
  'ledger.look': { word: 'Ask the outlets what stands there', keys: 'L', at: 'ledger' },
  'ledger.live': { word: 'Set drafts live', keys: 'V', at: 'ledger' },
  'ledger.end': { word: 'End listings', keys: 'E', at: 'ledger' },
  'ledger.changes': { word: 'Send what differs', keys: 'S', at: 'ledger' },
  'ledger.prints': { word: 'Print files', keys: 'F', at: 'ledger' },
  'ledger.galley': { word: 'Words of many listings', keys: 'W', at: 'ledger' },
  'ledger.open': { word: 'Open a listing', keys: 'O', at: 'ledger' },

  'stockroom.new-docket': { word: 'New docket', keys: 'N', at: 'stockroom' },
  'stockroom.ready': { word: 'Ready dockets', at: 'stockroom' },
  'stockroom.catalogues': { word: 'Fetch catalogues', keys: 'F', at: 'stockroom' },
  'stockroom.changes': { word: 'What print houses changed', keys: 'C', at: 'stockroom' },
  'stockroom.looked': { word: 'Looked at this change', keys: 'L', at: 'stockroom' },
  'stockroom.looked-all': { word: 'Looked at all changes', keys: 'A', at: 'stockroom' },
  'stockroom.new-blank': { word: 'New blank', keys: 'B', at: 'stockroom' },
  'stockroom.new-phrase': { word: 'New entry of the phrasebook', keys: 'E', at: 'stockroom' },
  'stockroom.phrases-in': { word: 'Bring entries in', keys: 'I', at: 'stockroom' },
  'stockroom.phrases-out': { word: 'Take the phrasebook away', at: 'stockroom' },
  'stockroom.demand': { word: 'What is searched', keys: 'J', at: 'stockroom' },
  'stockroom.phrasebook': { word: 'Phrasebook', keys: 'H', at: 'stockroom' },
  'stockroom.new-plan': { word: 'New price plan', keys: 'P', at: 'stockroom' },
  'stockroom.add-outlet': { word: 'Add an outlet', keys: 'O', at: 'stockroom' },
  'stockroom.rules': { word: 'Fetch the outlets’ rules', keys: 'R', at: 'stockroom' },

  activity: { word: 'What was done', keys: 'Y', at: 'everywhere' },
  undo: { word: 'Undo', keys: 'Ctrl Z', at: 'everywhere' },
  redo: { word: 'Redo', keys: 'Ctrl Shift Z', at: 'everywhere' },
  'go.artwork': { word: 'To the artwork', keys: '1', at: 'everywhere' },
  'go.sheet': { word: 'To the sheet', keys: '2', at: 'everywhere' },
  'go.proofs': { word: 'To the proofs', keys: '3', at: 'everywhere' },
  'go.press': { word: 'To the press', keys: '4', at: 'everywhere' },
  'go.ledger': { word: 'To the ledger', keys: '5', at: 'everywhere' },
  'go.stockroom': { word: 'To the stockroom', keys: '6', at: 'everywhere' },
  search: { word: 'Search in this screen', keys: '/', at: 'everywhere' },
  theme: { word: 'Day or night', at: 'everywhere' },
  keys: { word: 'Keys and marks', keys: '?', at: 'everywhere' },
} as const satisfies Record<string, Told>);

export type CommandId = keyof typeof COMMANDS;
export const COMMAND_IDS = Object.keys(COMMANDS) as CommandId[];
export const commandOf = (id: CommandId): Told => COMMANDS[id];

/** Keys that move about and are no commands: what a grid or a list does with them. */
export const MOVES: Partial<Record<Station, [keys: string, what: string][]>> = {
  artwork: [
    ['← ↑ → ↓', 'move'],
    ['Space', 'select'],
    ['Shift + arrows', 'extend'],
    ['Enter', 'one large, and back'],
    ['1 … 9', 'mark what is selected'],
    ['Esc', 'one level back'],
  ],
  sheet: [
    ['← ↑ → ↓', 'move'],
    ['Shift + arrows', 'extend the range'],
    ['Home, End', 'first, last column'],
    ['Enter', 'open the proof'],
  ],
  bench: [
    ['← ↑ → ↓', 'move by 1 mm, with Shift by 10, with Alt by a tenth'],
    ['Alt + drag', 'move without lying on guides'],
    ['← →', 'along the row: the artwork before or behind'],
    ['Space', 'mark an artwork of the row'],
  ],
  contact: [
    ['← ↑ → ↓', 'move'],
    ['1 … 6', 'flag what is wrong'],
    ['Space', 'pick'],
    ['Shift + arrows', 'pick a row'],
    ['Enter', 'one large, and on with ← →'],
    ['drag', 'to another place, or onto another proof'],
    ['Esc', 'pick none'],
  ],
  galley: [
    ['← ↑ → ↓', 'move'],
    ['Shift + arrows', 'extend the range'],
    ['Enter, F2, typing', 'write into a cell'],
    ['Ctrl C, Ctrl V', 'copy and paste, also from a spreadsheet'],
    ['Delete', 'empty what is marked'],
    ['Space', 'leave a listing out of a correction'],
  ],
  proofs: [
    ['↑ ↓', 'next or previous proof'],
    ['Ctrl Enter', 'finish editing a field'],
  ],
};

/** The station that an address belongs to. */
export const stationOf = (path: string): Station | null =>
  ROOMS.find((s) => path === `/${s}` || path.startsWith(`/${s}/`)) ?? null;

/**
 * Which command a key stands for on a screen. What the screen itself has bound comes before what holds everywhere; a
 * command that acts on nothing just now lets the key go by.
 */
export function commandFor(key: string, station: Station | null, acts: (id: CommandId) => boolean): CommandId | null {
  // the usual second way to redo
  const asked = key === 'Ctrl Y' ? 'Ctrl Shift Z' : key;
  const at = (where: Station | 'everywhere' | null) =>
    COMMAND_IDS.find((id) => commandOf(id).at === where && commandOf(id).keys === asked && acts(id));
  return at(station) ?? at('everywhere') ?? null;
}

/** Those most lately used first, then in the order of the table. */
export const byRecency = (ids: readonly CommandId[], recent: readonly string[]): CommandId[] =>
  [...ids].sort((a, b) => rank(a, recent) - rank(b, recent));
const rank = (id: CommandId, recent: readonly string[]): number => {
  const at = recent.indexOf(id);
  return at < 0 ? recent.length + COMMAND_IDS.indexOf(id) : at;
};
