/** A column that is shown, with the width that somebody gave it, px. */
export interface Shown {
  id: string;
  width?: number;
}
/** A column that may be shown. */
export interface Choice {
  id: string;
  word: string;
}

export const NARROWEST = 48;
export const WIDEST = 900;
const within = (width: number): number => Math.min(WIDEST, Math.max(NARROWEST, Math.round(width)));

/** Reads a layout as it stands in an address, `title:300,outlet,state`: columns in order. What names no column is left aside; nothing left is the first layout. */
export function layoutOf(text: string | null, known: readonly string[], first: readonly string[]): Shown[] {
  const seen = new Set<string>();
  const read = (text ?? '').split(',').flatMap((part): Shown[] => {
    const [id = '', width] = part.split(':');
    if (!known.includes(id) || seen.has(id)) return [];
    seen.add(id);
    return [{ id, ...(Number(width) > 0 && { width: within(Number(width)) }) }];
  });
  return read.length ? read : first.map((id) => ({ id }));
}

/** Writes a layout for an address; null for the first one, which needs no words. */
export function layoutText(shown: readonly Shown[], first: readonly string[]): string | null {
  const text = shown.map((s) => (s.width === undefined ? s.id : `${s.id}:${s.width}`)).join(',');
  return text === first.join(',') || !text ? null : text;
}

/** Another width for one column; none gives it back its own. */
export const widened = (shown: readonly Shown[], id: string, width: number | undefined): Shown[] =>
  shown.map((s) => (s.id === id ? { id, ...(width !== undefined && { width: within(width) }) } : s));

/** Shows a column, as the last, or hides it; the only one stays. */
export const switched = (shown: readonly Shown[], id: string): Shown[] => {
  if (!shown.some((s) => s.id === id)) return [...shown, { id }];
  return shown.length > 1 ? shown.filter((s) => s.id !== id) : [...shown];
};
