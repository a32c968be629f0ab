import { lookOver, sentenceKey, type GoodsTold, type LookedField } from '../../core/checking/look';
import { beginning } from '../../core/checking/piece';
import { sketchOf } from '../../core/checking/sketch';
import { isLine } from '../../core/copy/ranked';
import type { Value } from '../../core/correcting/correct';
import { tagProblems, textProblems } from '../../core/listing/check';
import type { InLanguages } from '../../core/listing/proof';
import { mainLanguage, type RulesDocument } from '../../core/outlet/rules';
import type { LookedOver, ToLookAt } from '../../data/line/findings';
import { saidText } from '../line/prepare/telling';
import { wordsOf, type Basis } from './basis';
import { isOlder, sourceOf } from './translated-from';

/** How words are spelt. */
export interface Spelling {
  isRight: (word: string) => boolean;
  /** What it might be instead, the likeliest first; none where it is like none, or very many were asked for at once. */
  instead: (word: string) => string[];
  /** A look begins: so many words more may be asked for. */
  begin: () => void;
}

/** Whose words a field has, where they were translated. */
const machineIn = (by: InLanguages<Value> | undefined, language: string): Pick<LookedField, 'byMachine' | 'older'> => ({
  byMachine: by?.[language]?.from === 'translated',
  older: isOlder(by?.[language], sourceOf(by, language)),
});

/** A proof's fields in a language, with what its outlet's rules say to them; none of those that it was not written in. */
function fieldsIn({ fields }: ToLookAt, rules: RulesDocument, outlet: string, language: string): LookedField[] {
  const texts = Object.entries(rules.texts).flatMap(([field, rule]): LookedField[] => {
    const is = fields.words[field]?.[language];
    const needed = rule.required && language === mainLanguage(rules);
    if (!is && !needed) return [];
    const value = is?.value ?? '';
    return [{ field, label: rule.label, kind: isLine(rule) ? 'line' : 'long', value, problems: textProblems(field, rule, value, outlet), ...machineIn(fields.words[field], language) }]; // prettier-ignore
  });
  const tags = rules.tags && fields.tags[language];
  if (tags) texts.push({ field: 'tags', label: 'Tags', kind: 'tags', value: tags.value, problems: tagProblems(rules.tags!, tags.value, outlet), places: rules.tags!.max, ...machineIn(fields.tags, language) }); // prettier-ignore
  return texts;
}

/** Text of a description without what is said of the goods word for word: that is alike because the goods are. */
const withoutGoods = (text: string, goods: GoodsTold | undefined): string =>
  goods ? text.split(/\n+/).filter((line) => !goods.statedKey.includes(sentenceKey(line))).join('\n') : text; // prettier-ignore

function lookAt(p: ToLookAt, basis: Basis, spelling: Spelling): LookedOver {
  const outlet = basis.outlets.get(p.outletId);
  if (!outlet) return { id: p.id, version: p.version, title: null, sketch: null, findings: [] };
  const { name, rules } = outlet;
  const goods = basis.goods.get(p.docketId);
  const { artwork } = p;
  const motif = [artwork.name, artwork.subject, ...artwork.keywords, artwork.saidByHand ?? saidText(artwork.said ?? [])].join(
    ', ',
  );
  const own = new Set(wordsOf(motif));
  const known = (word: string) =>
    own.has(word) || basis.vocabulary.has(word) || basis.lists.right.has(word) || spelling.isRight(word);
  const findings = rules.languages
    .flatMap((language) =>
      lookOver(
        { language, outlet: p.outletId, fields: fieldsIn(p, rules, name, language), goods: goods ?? null, motif },
        { lists: basis.lists, known },
      ),
    )
    .map((f) => (f.check === 'spelling' ? { ...f, values: { instead: spelling.instead(f.what) } } : f));
  const language = mainLanguage(rules);
  const title = p.fields.words.title?.[language]?.value.trim().replace(/\s+/g, ' ');
  const sketch = sketchOf(withoutGoods(p.fields.words.description?.[language]?.value ?? '', goods));
  return {
    id: p.id,
    version: p.version,
    title: title ? beginning(`${language} ${title}`, 1000) : null,
    sketch: sketch && Buffer.from(sketch.buffer).toString('hex'),
    findings,
  };
}

/** The same, whatever stands there: one that our own code fails at is told in the log, and holds up no other. */
export function lookedAt(p: ToLookAt, basis: Basis, spelling: Spelling): LookedOver {
  try {
    return lookAt(p, basis, spelling);
  } catch (error) {
    console.error(`looking the words of proof ${p.id} over:`, error);
    return { id: p.id, version: p.version, title: null, sketch: null, findings: [] };
  }
}
