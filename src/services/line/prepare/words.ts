import { motifName } from '../../../core/artwork/likeness/motif-name';
import { fillLine, isLine } from '../../../core/copy/ranked';
import { fill, fillTags, type WordingSubject } from '../../../core/copy/wording';
import type { Problem } from '../../../core/listing/problems';
import { isKept, type Field, type InLanguages, type ProofFields } from '../../../core/listing/proof';
import { lookUp } from '../../../core/outlet/languages';
import { mainLanguage } from '../../../core/outlet/rules';
import { areaOn, buyersText } from '../../../core/stock/blank';
import { nounOf } from '../../../core/docket/docket';
import { filesText, type DownloadOffer } from './downloads';
import type { LineOffer } from './goods';
import type { Making } from './making';

/** What a person wrote stays; `made` is what the rule makes now all the same. */
const field = <T>(kept: Field<T> | undefined, made: T | null, empty: T): Field<T> =>
  kept && isKept(kept.from) ? { ...kept, made } : { value: made ?? empty, from: 'pattern', made };

/** The languages that a proof is written in: the outlet's own, and those further ones of the outlet that the docket speaks. */
function languagesOf({ order, outlet }: Making): string[] {
  const main = mainLanguage(outlet.rules);
  const spoken = [...new Set(Object.values(order.words).flatMap((by) => Object.keys(by)))];
  return [main, ...outlet.rules.languages.filter((l) => l !== main && spoken.some((s) => s.toLowerCase() === l.toLowerCase()))];
}

/** Every text that the outlet has, and tags, in every language: what a person wrote, else what the docket's patterns make. */
export function wordsOf(making: Making, subject: WordingSubject, problems: Problem[]): ProofFields {
  const { order, outlet, kept, artwork } = making;
  const { rules } = outlet;
  const main = mainLanguage(rules);
  const stop = (name: string, values: Problem['values'], code = 'wording-missing') =>
    problems.push({ code, field: name, stops: true, values });
  const words: ProofFields['words'] = {};
  const tags: ProofFields['tags'] = {};
  for (const language of languagesOf(making)) {
    // the outlet's own language must be there: the nearest that the docket speaks
    const speaks = <T>(by: Record<string, T> | undefined): T | undefined => {
      const found = by && lookUp(language, Object.keys(by));
      return found ? by[found] : undefined;
    };
    for (const [name, rule] of Object.entries(rules.texts)) {
      const pattern = speaks(order.words[name]);
      const hand = kept.fields.words[name]?.[language];
      const stays = hand && isKept(hand.from);
      let made: string | null = null;
      if (pattern !== undefined) {
        const filled = isLine(rule) ? fillLine(pattern, subject, rule) : fill(pattern, subject);
        if (filled.ok) made = filled.text;
        else if (!stays) stop(name, { fault: filled.fault });
      } else if (language === main && order.words[name] && !stays)
        stop(name, { language: main, outlet: outlet.name }, 'language-missing');
      if (made !== null || stays || rule.required) (words[name] ??= {} as InLanguages<string>)[language] = field(hand, made, '');
    }
    if (!rules.tags) continue;
    const hand = kept.fields.tags[language];
    const patterns = speaks(order.tags) ?? [];
    const made = fillTags(patterns, artwork.keywords, subject, rules.tags);
    if (!(hand && isKept(hand.from))) for (const fault of made.faults) stop('tags', { fault });
    tags[language] = field(hand, made.tags, []);
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
  return { words, tags };
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
  { artwork, twins, order, outlet }: Making,
  offers: readonly LineOffer[],
  sold: DownloadOffer | null,
): WordingSubject {
  const first = offers[0];
  const sizesOf = (o: LineOffer) => (o.sizes.length ? o.sizes : o.line.sizes).map((size) => sized(o, size)).join(', ');
  const coloursOf = (o: LineOffer) =>
    o.colours?.offered.map((c) => c.name) ?? (Array.isArray(o.line.colours) ? o.line.colours : []);
  return {
    artwork: {
      name: motifName([artwork, ...twins].map((a) => a.name)),
      subject: artwork.subject,
      keywords: artwork.keywords.join(', '),
    },
    product: {
      noun: nounOf(order),
      name: first?.blank.name,
      text: joined(offers.map((o) => buyersText(o.blank)), '\n\n'), // prettier-ignore
      care: joined(offers.map((o) => o.blank.care), '\n'), // prettier-ignore
      sizes: offers.length > 1 ? offers.map((o) => `${o.line.noun.one} ${sizesOf(o)}`).join('; ') : first && sizesOf(first),
      colours: joined(offers.flatMap(coloursOf), ', '),
      ...(sold && { files: filesText(sold) }),
    },
    outlet: { name: outlet.name },
  };
}
