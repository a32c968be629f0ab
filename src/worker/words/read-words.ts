import { join } from 'node:path';
import dictionary from 'dictionary-en';
import nspell from 'nspell';
import sharp from 'sharp';
import { createWorker, PSM, type Worker } from 'tesseract.js';
import {
  credit,
  editDistance,
  repaired,
  segment,
  tokens,
  type IsWord,
  type ReadWord,
  type SaidLine,
} from '../../core/artwork/words/words';
import { sureness } from '../../core/artwork/words/sureness';
import { packageFolder } from '../../files/package-folder';
import { asPng, grounds, type Ground, type Grounds } from './grounds';
import { openLineFinder, type FoundLine, type LineFinder } from './line-finder';

/** Two engines with different strengths: one finds lines at any slant, the other reads pages and straight lines of letters. */
interface Engines {
  finder: LineFinder;
  letters: Worker;
  isWord: IsWord;
}

let engines: Promise<Engines> | undefined;

async function open(): Promise<Engines> {
  const [finder, letters] = await Promise.all([
    openLineFinder(2),
    createWorker('eng', 1, {
      langPath: join(packageFolder('@tesseract.js-data/eng'), '4.0.0_best_int'),
      cacheMethod: 'none',
      gzip: true,
    }),
  ]);
  return { finder, letters, isWord: spelling() };
}

const SHORT = new Set('A I AM AN AS AT BE BY DO GO HE IF IN IS IT ME MY NO OF OH OK ON OR SO TO UP US WE &'.split(' '));

function spelling(): IsWord {
  const speller = nspell(Buffer.from(dictionary.aff), Buffer.from(dictionary.dic));
  const known = new Map<string, boolean>();
  return (word) => {
    let is = known.get(word);
    if (is === undefined) {
      const lower = word.toLowerCase();
      is = /^\d+$/.test(word)
        ? word.length > 1
        : word.length < 3
          ? SHORT.has(word)
          : speller.correct(lower) || speller.correct(lower[0]!.toUpperCase() + lower.slice(1));
      known.set(word, is);
    }
    return is;
  };
}

/** A line as the engines read it, with their own confidence in each word. */
export interface ReadLine {
  words: (ReadWord & { known: boolean })[];
  box?: SaidLine['box'];
}

/** What an artwork says: lines in reading order, with how sure each word is. Empty where nothing was read. */
export async function readWords(workingFile: string): Promise<SaidLine[]> {
  return (await readLines(workingFile)).map(asLine);
}

/** The lines of an artwork as they were read. */
export async function readLines(workingFile: string): Promise<ReadLine[]> {
  const engine = await (engines ??= open());
  const prepared = await grounds(workingFile);
  if (!prepared) return [];
  const { isWord } = engine;
  const lines: { words: ReadWord[]; line: FoundLine }[] = [];
  for (const line of await bestLines(engine, prepared)) lines.push({ words: await readAgain(engine, line), line });
  const pages = await readPages(engine, prepared, lines.map((l) => l.words)); // prettier-ignore
  const page = pages.reduce((a, b) => (credit(b, isWord) > credit(a, isWord) ? b : a), [] as ReadWord[]);
  const everywhere = [...pages.flat(), ...lines.flatMap((l) => l.words)];
  const said: ReadLine[] = [];
  const known = (words: ReadWord[]) => words.map((w) => ({ ...w, known: isWord(w.text) }));
  for (const { words, line } of lines) {
    const whole = words.map((w) => repaired(w, everywhere, isWord));
    if (whole.length) said.push({ words: known(whole), box: boxOf(line, prepared) });
  }
  // words that only the page reading found, and that are beyond doubt
  const has = (word: string) =>
    said.some((l) => l.words.some((w) => editDistance(w.text, word) <= Math.max(1, Math.floor(word.length / 3))));
  const extra = page.filter((w) => w.confidence >= 0.85 && w.text.length > 2 && isWord(w.text) && !has(w.text));
  if (extra.length) said.push({ words: known(extra) });
  return said;
}

function asLine({ words, box }: ReadLine): SaidLine {
  const sure = words.map((w) => sureness(w.confidence, w.known, w.text.length));
  const whole = { text: words.map((w) => w.text).join(' '), sure, confidence: sure.reduce((a, b) => a + b, 0) / sure.length };
  return { ...whole, confidence: Math.round(whole.confidence * 100) / 100, ...(box && { box }) };
}

/** Is a word one that nobody has to look at again? */
const isSure = (w: ReadWord, isWord: IsWord): boolean =>
  w.confidence >= SURE_WORD && isWord(w.text) && (w.text.length > 2 || w.confidence >= 0.95);
const SURE_WORD = 0.9;

/**
 * The whole artwork on several grounds, as if it were a page: what takes longest, and only where the lines leave something to be asked.
 * What every line says beyond doubt is not asked again; the next ground is asked as long as the last told something new.
 */
async function readPages(engine: Engines, g: Grounds, lines: readonly ReadWord[][]): Promise<ReadWord[][]> {
  const { isWord } = engine;
  if (lines.length && lines.flat().every((w) => isSure(w, isWord))) return [];
  const pages: ReadWord[][] = [];
  for (const ground of [g.contrast, g.silhouette, g.green]) {
    if (!ground) continue;
    const page = (await readLetters(engine.letters, ground, PSM.SPARSE_TEXT)).filter((w) => w.confidence >= 0.6);
    pages.push(page);
    // where neither sees any letters there are none
    if (!lines.length && !page.length) break;
    const told = (w: ReadWord) => isSure(w, isWord) || (isWord(w.text) && page.some((p) => p.text === w.text));
    if (lines.length && lines.flat().every(told)) break;
  }
  return pages;
}

async function readLetters(letters: Worker, ground: Ground, mode: PSM): Promise<ReadWord[]> {
  const png = await asPng(ground);
  // two readings may be under way: the mode belongs to the reading, so both are queued in one go
  const [, answer] = await Promise.all([
    letters.setParameters({ tessedit_pageseg_mode: mode, user_defined_dpi: '150', debug_file: '/dev/null' }),
    letters.recognize(png, {}, { blocks: true, text: false }),
  ]);
  return (answer.data.blocks ?? [])
    .flatMap((b) => b.paragraphs)
    .flatMap((p) => p.lines)
    .flatMap((l) => l.words)
    .flatMap((w) => tokens(w.text).map((text) => ({ text, confidence: w.confidence / 100 })));
}

/** Lines on grey and, where these leave a doubt or a quick look shows more, on the silhouette; the ground whose lines make more sense wins. */
async function bestLines(engine: Engines, g: Grounds): Promise<FoundLine[]> {
  const sure = async (ground: Ground) => (await engine.finder.find(ground)).filter((l) => l.confidence >= 0.7);
  const onGrey = await sure(g.middle);
  if (!g.silhouette) return onGrey;
  const beyondDoubt =
    onGrey.length > 0 && onGrey.flatMap((l) => wordsOf(l, engine.isWord)).every((w) => isSure(w, engine.isWord));
  if (beyondDoubt && !(await engine.finder.showsMore(g.silhouette, onGrey))) return onGrey;
  const onWhite = await sure(g.silhouette);
  const worth = (lines: FoundLine[]) =>
    credit(
      lines.flatMap((l) => wordsOf(l, engine.isWord)),
      engine.isWord,
    );
  return worth(onWhite) > worth(onGrey) ? onWhite : onGrey;
}

const wordsOf = (line: FoundLine, isWord: IsWord): ReadWord[] =>
  tokens(line.text)
    .flatMap((t) => segment(t, isWord))
    .map((text) => ({ text, confidence: line.confidence }));

/** A found line, stood straight, read by the other engine as well; the more sensible of both is kept. */
async function readAgain(engine: Engines, line: FoundLine): Promise<ReadWord[]> {
  const own = wordsOf(line, engine.isWord);
  // all dictionary words, read with confidence: nothing to gain
  if (line.confidence > 0.97 && own.length && own.every((w) => engine.isWord(w.text) && w.text.length > 2)) return own;
  const other = (await readLetters(engine.letters, await asDarkOnLight(line.straight), PSM.SINGLE_LINE)).filter(
    (w) => w.confidence >= 0.3,
  );
  return credit(other, engine.isWord) > credit(own, engine.isWord) + 0.5 ? other : own;
}

async function asDarkOnLight(line: Ground): Promise<Ground> {
  let [sum, n] = [0, 0];
  for (let x = 0; x < line.width; x++, n += 2) sum += line.data[x]! + line.data[(line.height - 1) * line.width + x]!;
  const data = sum / n < 110 ? Buffer.from(line.data.map((v) => 255 - v)) : line.data;
  const out = await sharp(data, { raw: { width: line.width, height: line.height, channels: 1 } })
    .normalise()
    .extend({ top: 14, bottom: 14, left: 14, right: 14, extendWith: 'copy' })
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data: out.data, width: out.info.width, height: out.info.height, channels: 1 };
}

/** The upright box around a slanted line, in shares of the artwork. */
function boxOf(line: FoundLine, g: Grounds): SaidLine['box'] {
  const inner = { width: g.middle.width - 2 * g.border, height: g.middle.height - 2 * g.border };
  const w = Math.abs(line.length * Math.cos(line.angle)) + Math.abs(line.thickness * Math.sin(line.angle));
  const h = Math.abs(line.length * Math.sin(line.angle)) + Math.abs(line.thickness * Math.cos(line.angle));
  const share = (v: number) => Math.round(Math.max(0, Math.min(1, v)) * 1000) / 1000;
  return {
    x: share(g.box.x + ((line.centreX - w / 2 - g.border) / inner.width) * g.box.width),
    y: share(g.box.y + ((line.centreY - h / 2 - g.border) / inner.height) * g.box.height),
    width: share((w / inner.width) * g.box.width),
    height: share((h / inner.height) * g.box.height),
  };
}
