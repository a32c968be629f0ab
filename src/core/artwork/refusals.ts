import { inBytes, LIMITS } from '../limits';
import type { Said } from '../said';

type Values = NonNullable<Said['values']>;
type Sentence = (v: Values, file: string) => string;

const MILLIONS = LIMITS.pixels / 1e6;
/** With too little room on the disk nothing new is taken: the end of the sentence that says so. */
export const noRoom = (): string =>
  `the disk has less than ${inBytes(LIMITS.reserveBytes)} left. Make room on it and bring the file in again.`;

const KINDS = 'Bring in PNG, JPEG, WebP, AVIF, TIFF, SVG, PSD, OpenRaster or PDF.';

/** Why a file was not taken, and what to do. `file` is what it is called, with the archive that it came in. */
const SENTENCES = {
  'no-room': (_, file) => `${file} was not taken: ${noRoom()}`,
  'no-room-to-print': (_, file) => `The print files of ${file} were not all made: ${noRoom()}`,
  'too-many-bytes': (_, file) =>
    `${file} is larger than ${inBytes(LIMITS.fileBytes)}. Export it with compression, or at its print size.`,
  'archive-too-many-bytes': (_, file) => `${file} is larger than ${inBytes(LIMITS.archiveBytes)}. Pack it in parts.`,
  'no-bytes': (_, file) => `${file} is empty: it has no bytes. Export it again.`,
  'no-such-drawer': (v, file) => `${file} was not taken: ${v.says}`,
  'archive-in-archive': (_, file) => `${file} is an archive inside an archive. Unpack the inner one and bring in its files.`,
  'not-a-picture': (_, file) => `${file} is not a picture of a kind we know. ${KINDS}`,
  'plain-text': (_, file) => `${file} is not a picture: it holds plain text. ${KINDS}`,
  'too-many-pixels': (v, file) =>
    `${file} is ${v.widthPx} × ${v.heightPx} px; at most ${MILLIONS} million pixels can be taken. Export it at its print size.`,
  'print-too-large': (v, file) =>
    `${file} cannot be printed on ${v.area} at ${v.widthPx} × ${v.heightPx} px; at most ${MILLIONS} million pixels can be made. Give the area a lower resolution.`,
  'print-failed': (_, file) =>
    `The print file of ${file} could not be made. Ask for it again; if that fails too, bring the artwork in anew.`,
  'not-as-made': (v, file) => `A file made of ${file} is not as it is to be: ${v.what}. Draft it again.`,
  'download-failed': (_, file) =>
    `The files of ${file} could not be made. Draft it again; if that fails too, bring the artwork in anew.`,
  'too-many-layer-pixels': (_, file) =>
    `${file} has layers of more than ${MILLIONS} million pixels together. Merge some, or export it as PNG.`,
  'too-many-layers': (_, file) => `${file} has more than ${LIMITS.layers} layers. Merge some, or export it as PNG.`,
  damaged: (_, file) =>
    `${file} is damaged or cut short: its picture data ends too soon or makes no sense. Export or copy it again.`,
  'all-see-through': (_, file) =>
    `${file} is empty: every pixel is see-through. Check that its layers were visible when it was exported.`,
  'text-grows': (_, file) => `${file} declares text parts that grow far too large. Export it again as plain SVG.`,
  'no-drawing': (_, file) => `${file} holds XML, but no SVG drawing.`,
  'nested-too-deep': (_, file) => `${file} is nested too deeply to be drawn. Export it as plain SVG, or as PNG.`,
  'not-well-formed': (_, file) => `${file} is not a whole SVG drawing: its XML is not well formed. Export it again.`,
  'not-drawn': (v, file) => `${file} is SVG, but its drawing cannot be made: ${v.says}. Export it as plain SVG, or as PNG.`,
  locked: (_, file) => `${file} is locked with a password. Save it without one.`,
  'layered-cmyk': (_, file) => `${file} is a layered CMYK file. Save it in RGB, or export it as PNG or TIFF.`,
  'too-many-bits': (v, file) => `${file} has ${v.bits} bits a channel. Save it with 8 or 16.`,
  'no-stack': (_, file) => `${file} has no stack.xml, so it is not a whole OpenRaster file. Save it again.`,
  'layer-missing': (v, file) => `${file} lacks the picture of its layer “${v.layer}”. Save it again.`,
  'part-too-large': (v, file) => `${file} holds ${v.part}, which is larger than ${inBytes(Number(v.limit))}.`,
  'too-long': (v, file) =>
    `${file} takes more than ${v.seconds} seconds to be drawn: its effects are too costly. Export it as PNG.`,
  'too-much-memory': (v, file) =>
    `${file} takes more than ${v.megabytes} MB of memory to be drawn. Export it as PNG at its print size.`,
  'reader-ended': (_, file) =>
    `${file} cannot be read: it brought down the program that reads it, twice. Export it again, or as PNG.`,
  'reading-failed': (_, file) =>
    `${file} could not be read: reading it failed again and again. Export it anew and bring it in again.`,
  'unpacking-failed': () => 'Unpacking failed again and again. What came out of it stays; pack the rest anew.',
  'not-an-archive': (_, file) => `${file} is not a whole ZIP archive; pack it again.`,
  'archive-empty': (_, file) => `${file} holds no files.`,
  'archive-too-many': (_, file) => `${file} holds more than ${LIMITS.archiveFiles} files; pack it in parts.`,
  'archive-too-large': (_, file) => `${file} unpacks to more than ${inBytes(LIMITS.archiveTotalBytes)}; pack it in parts.`,
  'archive-grows': (_, file) => `${file} would grow more than ${LIMITS.archiveGrowth} times; it was not opened.`,
  'archive-leads-out': (_, file) => `${file} holds a file whose path leads out of the archive; it was not opened.`,
  'archive-damaged': (_, file) => `${file} is damaged: its list of files makes no sense; pack it again.`,
  'archive-stopped': (_, file) => `${file} was not unpacked to its end: ${noRoom()}`,
  'packed-locked': (_, file) => `${file} is locked with a password; pack it without one.`,
  'packed-otherwise': (_, file) => `${file} is packed by a method that is not read here; pack it as a plain ZIP.`,
  'packed-name': (_, file) => `${file} has control characters in its name.`,
  'packed-path': (v, file) => `${file} has a path of ${v.letters} letters; shorten its folders’ names.`,
  'packed-deep': (_, file) => `${file} lies in folders more than ${LIMITS.archiveDepth} deep; pack it flatter.`,
  'packed-large': (_, file) => `${file} is larger than ${inBytes(LIMITS.fileBytes)}.`,
  'packed-grows': (_, file) => `${file} would grow more than ${LIMITS.archiveGrowth} times.`,
  'packed-damaged': (_, file) => `${file} is damaged and cannot be unpacked; pack it again.`,
  'as-said': (v) => String(v.says),
} satisfies Record<string, Sentence>;

export type RefusalCode = keyof typeof SENTENCES;

/** Why a file was not taken; `values.file` is its name, `values.archive` that of the archive it came in. */
export const refusal = (code: RefusalCode, values: Values): Said => ({ code, values });

/** Why a file was not taken, as a sentence. Where it was meant as a better version, it says that the one before stays. */
export function refusalSentence({ code, values = {} }: Said): string {
  const file = values.inArchive ? `${values.file} in ${values.inArchive}` : String(values.file);
  const sentence = (SENTENCES as Record<string, Sentence>)[code]?.(values, file) ?? code;
  return values.keeps ? `${sentence} “${values.keeps}” keeps the version it had.` : sentence;
}

/** What was found in a file and is worth knowing, though it was taken. */
const NOTES = {
  cmyk: () => 'Was CMYK; colours were converted to sRGB and may look duller than on paper.',
  'sixteen-bits': () => '16 bits a channel; pictures are made with 8.',
  'first-page': (v) => `The first of ${v.pages} pages.`,
  blend: (v) => `The layer “${v.layer}” is blended as “${v.blend}”; it is shown plain.`,
  'left-out': (v) => `Left out for safety: ${v.parts}.`,
  'as-said': (v) => String(v.says),
} satisfies Record<string, (v: Values) => string>;
export type NoteCode = keyof typeof NOTES;

export const note = (code: NoteCode, values: Values = {}): Said => ({ code, values });
export const noteSentence = ({ code, values = {} }: Said): string =>
  (NOTES as Record<string, (v: Values) => string>)[code]?.(values) ?? code;
