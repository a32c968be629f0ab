import { BY_HAND, differing, SOURCED, type Editable } from './change';

/** What one change did to one artwork: the fields that it changed, before and after. */
export interface Trace {
  id: string;
  was: Partial<Editable>;
  is: Partial<Editable>;
}

/** The trace that a change from one state to another leaves. */
export const traceOf = (id: string, before: Editable, after: Editable): Trace => {
  const fields = differing(before, after);
  const only = (it: Editable): Partial<Editable> => Object.fromEntries(fields.map((f) => [f, it[f]]));
  return { id, was: only(before), is: only(after) };
};

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const PLAIN = ['name', 'subject', 'audience', 'occasion', 'keywords', 'marks', 'drawerId', 'standing'] as const;

/**
 * Takes a change back. A field that still has the value which the change gave gets the one it had before; a field that
 * has been changed since stays, and is named in `left`. `byHand` and `sources` are maps: each of their entries counts by
 * itself, and the source of a field that stays stays with it.
 */
export function takeBack(now: Editable, trace: Omit<Trace, 'id'>): { back: Editable; left: string[] } {
  const { was, is } = trace;
  const back: Editable = { ...now, byHand: { ...now.byHand }, sources: { ...now.sources } };
  const left: string[] = [];
  for (const field of PLAIN) {
    if (!(field in was)) continue;
    if (same(now[field], is[field])) Object.assign(back, { [field]: was[field] });
    else left.push(field);
  }
  for (const key of BY_HAND) {
    if (same(was.byHand?.[key], is.byHand?.[key])) continue;
    if (same(now.byHand[key], is.byHand?.[key])) entry(back.byHand, key, was.byHand?.[key]);
    else left.push(key);
  }
  for (const key of SOURCED) {
    if (left.includes(key) || same(was.sources?.[key], is.sources?.[key])) continue;
    if (same(now.sources[key], is.sources?.[key])) entry(back.sources, key, was.sources?.[key]);
  }
  return { back, left };
}

function entry<K extends string>(map: Partial<Record<K, string>>, key: K, value: string | undefined): void {
  if (value === undefined) delete map[key];
  else map[key] = value;
}
