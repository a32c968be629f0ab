import type { BlankDocument } from './blank';

type SizeTable = NonNullable<BlankDocument['sizeTable']>;

/** An inch is 25.4 mm (international yard and pound agreement, 1959); told to the half. */
const inches = (cm: number): string => String(Math.round((cm / 2.54) * 2) / 2);
const centimetres = (cm: number): string => String(Math.round(cm * 10) / 10);

/** A table of measures as lines of text, one a size. */
export function measures({ columns, rows }: SizeTable, unit: 'cm' | 'in' | 'both'): string {
  const said = (cm: number) =>
    unit === 'cm' ? `${centimetres(cm)} cm` : unit === 'in' ? `${inches(cm)} in` : `${centimetres(cm)} cm (${inches(cm)} in)`;
  return rows
    .map(({ size, cm }) => `${size}: ${columns.flatMap((c, i) => (cm[i] === undefined ? [] : `${c.toLowerCase()} ${said(cm[i])}`)).join(', ')}`)
    .join('\n'); // prettier-ignore
}

/** Words that tell what something is made of: common practice, no single source. */
const MATERIALS =
  /\b(cotton|polyester|elastane|viscose|linen|wool|fleece|jersey|canvas|denim|felt|leather|ceramic|stoneware|porcelain|enamel|steel|glass|aluminium|wood|oak|pine|bamboo|paper|card|vinyl|acrylic|polycarbonate|silicone|rubber|cork|recycled|organic|gsm)\b|g\/m²/i;

/** The sentences of a blank’s text for buyers that tell what it is made of. */
export const clothText = (blank: BlankDocument): string =>
  blank.sentences
    .filter((s) => s.for === 'buyers' && MATERIALS.test(s.text))
    .map((s) => s.text)
    .join(' ');
