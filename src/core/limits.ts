const MB = 1024 ** 2;
const GB = 1024 ** 3;

/**
 * What anybody may cost us, in one table. The sentence that refuses more says the number. Our own choice throughout: common
 * practice, no single source; the sizes of files are ample for the largest posters (24 x 36 in at 300 px/in are 78 million pixels).
 */
export const LIMITS = {
  /** A file that is brought in. */
  fileBytes: 250 * MB,
  archiveBytes: 8 * GB,
  /** Pixels of one file, over all its layers and pages together. */
  pixels: 150_000_000,
  /** A file that is not read within the first, waits behind all others and has the second, one such file at a time. */
  quickSeconds: 3,
  readSeconds: 30,
  /** Memory that a process may take while it has one file in hand. */
  readMegabytes: 1_400,
  /** Pictures of one artwork, all together. */
  renderSeconds: 240,
  /** Threads that make mockups: each takes some 200 MB. */
  mockupThreads: 4,

  /** One print file, however large. */
  printSeconds: 240,
  /** Proofs or listings whose print files are asked for at once, and how long what was asked for is kept. */
  printsAtOnce: 5_000,
  printsKeptDays: 7,
  /** Fitting files that no placement names any more are kept so long. */
  fittingKeptDays: 30,

  /** A file that goes along with what is sold, and how many of them there may be. */
  enclosureBytes: 20 * MB,
  enclosures: 200,

  /** What an archive may hold. */
  archiveFiles: 5_000,
  archiveTotalBytes: 20 * GB,
  /** Pictures hardly shrink in an archive: what grows more than so many times was made to do harm. A little may grow as it likes. */
  archiveGrowth: 100,
  archiveGrowthFrom: MB,
  archiveDepth: 12,
  pathLength: 240,
  /** The list of layers in a layered file. */
  layerListBytes: 4 * MB,
  layers: 500,

  /** Originals that nothing refers to any more, and those of refused files, are kept so long. */
  unusedHours: 24,
  /** With less room on the disk nothing new is taken. */
  reserveBytes: GB,

  /** A request of the interface for programs; files come as streams. */
  bodyBytes: MB,
  /** The most that one request may name. */
  ids: 25_000,

  /** Entries of a phrasebook. */
  phrases: 5_000,
  /** A table that is brought in. */
  tableBytes: 20 * MB,

  /** A wording pattern: its length, what it may make, and the memory that it may take. The time is a last resort: a busy machine is no fault of a pattern. */
  patternLength: 10_000,
  filledLength: 50_000,
  fillMilliseconds: 2_000,
  fillMemory: 2_000_000,
  /** Letters of one text on a print area: a pattern may make many more than it has. */
  letters: 300,
  /** Passwords: how long, how many of the commonest are known, how many may wait to be checked, how often one may be tried at once. */
  passwordLength: 12,
  commonPasswords: 10_000,
  hashesWaiting: 100,
  triesAtOnce: 5,
  longestWaitSeconds: 60,
  namesWatched: 10_000,

  /** A pattern for file names. */
  namePatternLength: 200,
} as const;

/** A number of bytes as it stands in a sentence. */
export const inBytes = (bytes: number): string => (bytes >= GB ? `${bytes / GB} GB` : `${bytes / MB} MB`);
