/** 1 in = 2.54 cm exactly (international yard and pound agreement, 1959). */
const CM_PER_INCH = 2.54;
/** Measures of clothes are told to the quarter inch: common practice, no single source. */
const QUARTERS = ['', '¼', '½', '¾'];

/** A length in inches to the nearest quarter, as it is written in size tables: `20 ¼`. */
export function inches(cm: number): string {
  const quarters = Math.round((cm / CM_PER_INCH) * 4);
  const [whole, rest] = [Math.floor(quarters / 4), QUARTERS[quarters % 4]!];
  return rest ? `${whole ? `${whole} ` : ''}${rest}` : String(whole);
}
