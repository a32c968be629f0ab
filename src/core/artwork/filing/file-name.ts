import { LIMITS } from '../../limits';
import { AUDIENCES } from './propose';

/** What a part of a file name may stand for. `skip` is a part that says nothing. */
export const NAME_PARTS = ['name', 'subject', 'phrase', 'tone', 'audience', 'occasion', 'mark', 'keyword', 'skip'] as const;
export type NamePart = (typeof NAME_PARTS)[number];

/** A pattern for file names: parts with the text that separates them. */
export interface NamePattern {
  parts: NamePart[];
  /** Text before the first part, between parts and after the last; one longer than `parts`. */
  between: string[];
}

/** What a file name says, or why it does not fit the pattern. */
export type NameReading = { ok: true; values: Partial<Record<Exclude<NamePart, 'skip'>, string>> } | { ok: false; why: string };

/**
 * Reads a pattern such as `<subject>_<phrase>_<tone>`: parts in angle brackets, anything else stands for itself. Returns a
 * sentence when it cannot be used.
 */
export function readPattern(text: string): NamePattern | string {
  if (text.length > LIMITS.namePatternLength) return `A pattern can have ${LIMITS.namePatternLength} characters.`;
  const parts: NamePart[] = [];
  const between: string[] = [''];
  for (let rest = text.trim(); rest;) {
    const part = /^<\s*([a-z]*)\s*>/.exec(rest);
    if (part) {
      const word = part[1] as NamePart;
      if (!NAME_PARTS.includes(word))
        return `<${word}> is not a part we know. Use ${NAME_PARTS.map((p) => `<${p}>`).join(', ')}.`;
      if (parts.length && !between.at(-1))
        return `<${parts.at(-1)}> and <${word}> stand side by side; put what separates them in between, an underscore for instance.`;
      if (word !== 'skip' && word !== 'mark' && word !== 'keyword' && parts.includes(word))
        return `<${word}> stands there twice.`;
      parts.push(word);
      between.push('');
      rest = rest.slice(part[0].length);
    } else {
      if (rest[0] === '<') return `There is a “<” without its “>”.`;
      between[between.length - 1] += rest[0]!;
      rest = rest.slice(1);
    }
  }
  if (!parts.some((p) => p !== 'skip')) return 'A pattern needs at least one part, <subject> for instance.';
  return { parts, between };
}

/** `keep-a-weather-eye` becomes `keep a weather eye`. */
const spoken = (text: string): string =>
  text
    .replace(/[_\-.+]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

const TONES: Record<string, string> = {
  light: 'light', white: 'light', cream: 'light', pale: 'light', ondark: 'light', fordark: 'light',
  dark: 'dark', black: 'dark', navy: 'dark', onlight: 'dark', forlight: 'dark',
  colourful: 'colourful', colorful: 'colourful', colour: 'colourful', color: 'colourful', multi: 'colourful',
}; // prettier-ignore
const AUDIENCE_WORDS: Record<string, string> = { kids: 'child', kid: 'child', children: 'child', teen: 'youth', adults: 'adult' };

/** Reads a file name by a pattern; its ending and folders do not count, nor does upper or lower case of separators. */
export function readName(pattern: NamePattern, fileName: string): NameReading {
  const bare = fileName
    .split(/[\\/]/)
    .at(-1)!
    .replace(/\.[a-z0-9]{2,5}$/i, '');
  const first = pattern.between[0] ?? '';
  const seps = pattern.between.slice(1);
  if (first && !bare.toLowerCase().startsWith(first.toLowerCase())) return { ok: false, why: `does not begin with “${first}”` };
  let rest = bare.slice(first.length);
  const values: Record<string, string> = {};
  for (const [i, part] of pattern.parts.entries()) {
    const sep = seps[i]!;
    const last = i === pattern.parts.length - 1;
    let end = rest.length;
    if (sep) {
      end = last ? rest.toLowerCase().lastIndexOf(sep.toLowerCase()) : rest.toLowerCase().indexOf(sep.toLowerCase());
      if (end < 0) return { ok: false, why: `has no “${sep}” after <${part}>` };
    }
    const raw = rest.slice(0, end);
    rest = rest.slice(end + sep.length);
    const value = spoken(raw);
    if (part === 'skip') continue;
    if (!value) return { ok: false, why: `has nothing where <${part}> should stand` };
    if (part === 'tone') {
      const tone = TONES[value.toLowerCase().replace(/ /g, '')];
      if (!tone) return { ok: false, why: `“${value}” is not a tone (light, dark or colourful)` };
      values.tone = tone;
    } else if (part === 'audience') {
      const audience = AUDIENCE_WORDS[value.toLowerCase()] ?? value.toLowerCase();
      if (!AUDIENCES.includes(audience as never))
        return { ok: false, why: `“${value}” is not an audience (adult, youth or child)` };
      values.audience = audience;
    } else values[part] = values[part] ? `${values[part]}, ${value}` : value;
  }
  if (rest) return { ok: false, why: `has “${rest}” left over` };
  return { ok: true, values };
}

/** What no name needs: control characters, and those that turn the direction of what is read (Unicode UAX #9, explicit marks). */

const UNSEEN = /[\0-\x1f\x7f-\x9f\u200b\u200e\u200f\u202a-\u202e\u2060-\u2069\ufeff]|\p{Surrogate}/gu;
const NAME_LENGTH = 200;

/** The name of a file that comes from outside: without its folders, and without characters that nobody sees. */
export function plainName(fileName: string): string {
  const own = fileName.split(/[\\/]/).at(-1)!.replace(UNSEEN, '').trim();
  return [...own].slice(-NAME_LENGTH).join('') || 'untitled';
}

/** `lamp_room-02 FINAL.png` becomes `Lamp room 02 FINAL`. */
export function nameFrom(fileName: string): string {
  const bare = spoken(
    fileName
      .split(/[\\/]/)
      .at(-1)!
      .replace(/\.[a-z0-9]{2,5}$/i, ''),
  );
  return bare ? bare[0]!.toUpperCase() + bare.slice(1) : 'Untitled';
}
