import { motifName } from '../../../core/artwork/likeness/motif-name';
import { fillLine, isLine } from '../../../core/copy/ranked';
import { fill, tagCandidates } from '../../../core/copy/wording';
import type { WordingSubject } from '../../../core/copy/values';
import type { Problem } from '../../../core/listing/problems';
import { isKept, type Field, type InLanguages, type ProofFields, type Source } from '../../../core/listing/proof';
import { lookUp } from '../../../core/outlet/languages';
import { mainLanguage, type RulesDocument } from '../../../core/outlet/rules';
import { areaOn, buyersText } from '../../../core/stock/blank';
import { nounOf } from '../../../core/docket/docket';
import { isWritten, type Written } from '../../../core/writing/brief';
import { chooseTags, type Candidate, type Choice, type TagLimits } from '../../../core/tags/choose';
import { asPattern } from '../../../core/writing/write';
import { listed } from '../../../core/writing/grammar';
import { colourNames } from '../../../core/colour/names';
import { clothText, measures } from '../../../core/stock/told';
import { wholes } from '../../words/phrasebook';
import { wordsIn } from './telling';
import { filesText, type DownloadOffer } from './downloads';
import type { LineOffer } from './goods';
import type { Making } from './making';

/** What a person wrote stays; `made` is what the rule makes now all the same. */
const field = <T>(kept: Field<T> | undefined, made: T | null, empty: T, from: Source): Field<T> =>
  kept && isKept(kept.from) ? { ...kept, made } : { value: made ?? empty, from, made };

/** Does a pattern ask for the writer, or for the phrasebook? */
const WRITTEN = /\bwritten\./;
const PHRASED = /\bphrase\.|\|\s*phrase\b/;
const sourceOf = (patterns: readonly string[]): Source =>
  patterns.some((p) => WRITTEN.test(p)) ? 'drafted' : patterns.some((p) => PHRASED.test(p)) ? 'phrasebook' : 'pattern';

/** What the writer has for a text of an outlet: a title, a few words, or many. */
const writersFor = (name: string, rule: RulesDocument['texts'][string]): string =>
  !isLine(rule) ? '{{ written.long }}' : /title|name/i.test(name) ? '{{ written.title }}' : '{{ written.short }}';

/** What a writer answered about a proof, by language; null for a language that it does not write. */
export type Said = ReadonlyMap<string, Written | null>;

/** Does anything that a proof says ask for the writer? */
export function asksWriter({ order, kept }: Making): boolean {
  const patterns = [...Object.values(order.words).flatMap((by) => Object.values(by)), ...Object.values(order.tags).flat()];
  return (kept.writing?.fields.length ?? 0) > 0 || patterns.some((pattern) => WRITTEN.test(pattern));
}

/**
 * The languages that a proof is written in: the outlet's own, and those further ones of the outlet that the docket speaks. Where it does not speak
 * the outlet's own, also the first that it does: what is translated is translated from that.
 */
export function languagesOf({ order, outlet }: Making): string[] {
  const main = mainLanguage(outlet.rules);
  const spoken = [...new Set(Object.values(order.words).flatMap((by) => Object.keys(by)))];
  const basis = spoken.length && !lookUp(main, spoken) ? spoken.slice(0, 1) : [];
  return [
    main,
    ...basis,
    ...outlet.rules.languages.filter((l) => l !== main && spoken.some((s) => s.toLowerCase() === l.toLowerCase())),
  ];
}

/** Every text that the outlet has, and tags, in every language: what a person wrote, else what the docket's patterns make. */
export function wordsOf(
  making: Making,
  said: Said,
  subjectIn: (language: string) => WordingSubject,
  problems: Problem[],
): { fields: ProofFields; phrases: { key: string; revision: number }[]; choices: Record<string, Choice> } {
  const { order, outlet, kept, artwork } = making;
  const { rules } = outlet;
  const main = mainLanguage(rules);
  const stop = (name: string, values: Problem['values'], code = 'wording-missing') =>
    problems.push({ code, field: name, stops: true, values });
  const words: ProofFields['words'] = {};
  const tags: ProofFields['tags'] = {};
  const choices: Record<string, Choice> = {};
  const asked = kept.writing?.fields ?? [];
  const used = new Set<string>();
  /** Which entries a pattern speaks of: those called up, and those it names. */
  const uses = (pattern: string) => {
    if (WRITTEN.test(pattern) || /\bphrase\./.test(pattern)) for (const { key } of making.called) used.add(key);
    for (const [, key] of pattern.matchAll(/["']([a-z0-9-]{1,40})["']\s*\|\s*phrase\b/g)) used.add(key!);
  };
  for (const language of languagesOf(making)) {
    const subject = subjectIn(language);
    // the outlet's own language must be there: the nearest that the docket speaks
    const speaks = <T>(by: Record<string, T> | undefined): T | undefined => {
      const found = by && lookUp(language, Object.keys(by));
      return found ? by[found] : undefined;
    };
    for (const [name, rule] of Object.entries(rules.texts)) {
      const pattern =
        asked.includes(name) && isWritten(name) && said.get(language) ? writersFor(name, rule) : speaks(order.words[name]);
      const hand = kept.fields.words[name]?.[language];
      const stays = hand && isKept(hand.from);
      let made: string | null = null;
      if (pattern !== undefined) {
        uses(pattern);
        const filled = isLine(rule) ? fillLine(pattern, subject, rule) : fill(pattern, subject);
        if (filled.ok) made = filled.text;
        else if (!stays) stop(name, { fault: filled.fault });
      } else if (language === main && order.words[name] && !stays)
        problems.push({
          code: 'language-missing',
          field: name,
          stops: rule.required,
          values: { language: main, outlet: outlet.name },
        });
      if (made !== null || stays || rule.required)
        (words[name] ??= {} as InLanguages<string>)[language] = field(hand, made, '', sourceOf([pattern ?? '']));
    }
    if (!rules.tags) continue;
    const hand = kept.fields.tags[language];
    const patterns = asked.includes('tags') && said.get(language) ? ['{{ written.tags }}'] : (speaks(order.tags) ?? []);
    for (const p of patterns) uses(p);
    const offered = tagCandidates(patterns, artwork.keywords, subject);
    const made = (choices[language] = tagsFor(offered.candidates, making, rules.tags, language));
    if (!(hand && isKept(hand.from))) for (const fault of offered.faults) stop('tags', { fault });
    tags[language] = field(
      hand,
      made.tags.map((t) => t.tag),
      [],
      sourceOf(patterns),
    );
  }
  // the same pattern fault is told once
  const seen = new Set<string>();
  for (let i = 0; i < problems.length; i++) {
    const p = problems[i]!;
    if (p.code !== 'wording-missing') continue;
    const key = JSON.stringify(p.values.fault);
    if (p.field === 'tags' && seen.has(key)) problems.splice(i--, 1);
    seen.add(key);
  }
  const phrases = [...used].flatMap((key) => {
    const entry = making.book.entries.get(key);
    return entry ? [{ key, revision: entry.revision }] : [];
  });
  return { fields: { words, tags }, phrases, choices };
}

/** Tags by calculation, of what patterns and keywords make: those that cover most of what is searched, where that is told in this language. */
function tagsFor(candidates: Candidate[], { demand, used }: Making, limits: TagLimits, language: string): Choice {
  return chooseTags(candidates, /^en(-|$)/i.test(language) ? demand : [], limits, used);
}

/** A size as buyers read it: of a sheet that is cut to its picture how large it really is, to the half centimetre. */
function sized({ cut, blank, line }: LineOffer, size: string): string {
  const area = cut ? areaOn(blank, line.placements[0]!.area, size) : null;
  const cm = (mm: number) => Math.round(mm / 5) / 2;
  return area ? `${size} (${cm(area.widthMm)} × ${cm(area.heightMm)} cm)` : size;
}

const joined = (texts: string[], by: string): string => [...new Set(texts.filter(Boolean))].join(by);

/** What patterns can speak of: the motif, and what is offered of each goods line. */
export function wordingSubject(
  making: Making,
  offers: readonly LineOffer[],
  sold: DownloadOffer | null,
  written: Written | null,
  language: string,
): WordingSubject {
  const { artwork, twins, order, outlet, docket, book, called } = making;
  const first = offers[0];
  const said = wholes(book, called, language);
  const whom = said.find((p) => p.meant && p.kind !== 'occasion' && p.kind !== 'season')?.meant;
  const when = said.find((p) => p.kind === 'occasion')?.meant;
  const sizesOf = (o: LineOffer) => (o.sizes.length ? o.sizes : o.line.sizes).map((size) => sized(o, size)).join(', ');
  const coloursOf = (o: LineOffer) =>
    o.colours?.offered.map((c) => c.name) ?? (Array.isArray(o.line.colours) ? o.line.colours : []);
  const tables = offers.flatMap((o) => (o.blank.sizeTable ? [o.blank.sizeTable] : []));
  return {
    written: written
      ? { title: asPattern(written.title), short: written.short, long: written.long, tags: written.tags.join('\n') }
      : {},
    phrase: {
      long: said[0]?.wording.long[0],
      short: said[0]?.wording.short[0],
      tags: said.flatMap((p) => p.wording.tags).join('\n'),
      person: whom?.one,
      people: whom?.many,
      occasion: when?.one,
    },
    searched: { tags: making.demand.map((d) => d.phrase).join('\n') },
    phrases: (key, what) => {
      const entry = wholes(book, [{ key, by: key, place: 'name', weight: 1 }], language)[0];
      return entry ? (what === 'tags' ? entry.wording.tags.join('\n') : (entry.wording[what][0] ?? null)) : null;
    },
    artwork: {
      name: motifName([artwork, ...twins].map((a) => a.name)),
      subject: artwork.subject,
      keywords: artwork.keywords.join(', '),
      words: wordsIn(artwork),
      audience: artwork.audience,
      occasion: artwork.occasion || when?.one,
      season: said.find((p) => p.kind === 'season')?.meant?.one,
      marks: artwork.marks.join(', '),
      colours: listed(colourNames(artwork.measured?.inks ?? [])),
    },
    product: {
      noun: nounOf(order),
      nouns: order.lines[0]?.noun.many,
      house: first?.blank.house,
      name: first?.blank.name,
      text: joined(offers.map((o) => buyersText(o.blank)), '\n\n'), // prettier-ignore
      cloth: joined(offers.map((o) => clothText(o.blank)), ' '), // prettier-ignore
      sizeTable: tables.map((t) => measures(t, 'cm')).join('\n\n'),
      sizeTableInches: tables.map((t) => measures(t, 'in')).join('\n\n'),
      sizeTableBoth: tables.map((t) => measures(t, 'both')).join('\n\n'),
      care: joined(offers.map((o) => o.blank.care), '\n'), // prettier-ignore
      sizes: offers.length > 1 ? offers.map((o) => `${o.line.noun.one} ${sizesOf(o)}`).join('; ') : first && sizesOf(first),
      colours: joined(offers.flatMap(coloursOf), ', '),
      ...(sold && { files: filesText(sold) }),
    },
    docket: { name: docket.name },
    outlet: { name: outlet.name },
  };
}
