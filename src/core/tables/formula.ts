/** What a spreadsheet would take for a formula (OWASP, CSV Injection): such cells are written with an apostrophe before them. */
const FORMULA = /^[=+\-@\t\r＝＋－＠]/;

export const guarded = (cell: string): string => (FORMULA.test(cell) ? `'${cell}` : cell);
/** A guarded cell as it was. */
export const unguarded = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell);
