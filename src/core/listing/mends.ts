import type { Shot, ShotColour } from '../docket/docket';

/** The most pictures that a list may have. */
export const MOST_SHOTS = 60;

/**
 * What is changed about one picture of a list: what it shows, or where it stands. `put` brings one in from elsewhere; `at` counts from
 * 0, and what lies behind the last is the last.
 */
export type PictureMend =
  | { kind: 'scene'; scene: string }
  | { kind: 'colour'; colour: ShotColour }
  | { kind: 'artwork'; artwork: string | null }
  | { kind: 'take out' }
  | { kind: 'move'; to: number }
  | { kind: 'put'; shot: Shot; at: number };

/** What is wrong with a picture, as somebody who looked at it says. */
export const WRONGS = ['sits wrong', 'hard to see', 'wrong colour', 'wrong scene', 'wrong artwork', 'not good'] as const;
export type Wrong = (typeof WRONGS)[number];

const kept = <T extends object, K extends keyof T>(of: T, without: K): Omit<T, K> => {
  const { [without]: _, ...rest } = of;
  return rest;
};

/**
 * A list of pictures with one of them mended; null where that makes no sense: a card has no colour, a list keeps one picture at least
 * and has `MOST_SHOTS` at most, and there is no such place. What does nothing gives the same list.
 */
export function mended(shots: readonly Shot[], place: number, mend: PictureMend): Shot[] | null {
  if (mend.kind === 'put') {
    if (shots.length >= MOST_SHOTS) return null;
    const at = Math.min(Math.max(0, mend.at), shots.length);
    return [...shots.slice(0, at), mend.shot, ...shots.slice(at)];
  }
  const it = shots[place];
  if (!it) return null;
  const others = shots.filter((_, i) => i !== place);
  if (mend.kind === 'take out') return others.length ? others : null;
  if (mend.kind === 'move') {
    const to = Math.min(Math.max(0, mend.to), others.length);
    return [...others.slice(0, to), it, ...others.slice(to)];
  }
  const next = changed(it, mend);
  return next && shots.map((s, i) => (i === place ? next : s));
}

function changed(it: Shot, mend: Extract<PictureMend, { kind: 'scene' | 'colour' | 'artwork' }>): Shot | null {
  if (mend.kind === 'scene') {
    // what stood in a free place or showed a card shows the product now
    if (it.kind !== 'scene')
      return { kind: 'scene', scene: mend.scene, colour: 'featured', ...('line' in it && it.line && { line: it.line }) };
    // the further products of another picture are its own
    return mend.scene === it.scene ? it : { ...kept(it, 'others'), scene: mend.scene };
  }
  if (it.kind !== 'scene') return null;
  if (mend.kind === 'colour') return { ...it, colour: mend.colour };
  return mend.artwork === null ? kept(it, 'artwork') : { ...it, artwork: mend.artwork };
}
