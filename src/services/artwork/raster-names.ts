import { derivedName } from '../../files/store';

/** Names of the rasters made from an artwork: a working copy for printing, and two small pictures for screens. */
export const workingName = (sha256: string): string => derivedName(['working', 4, sha256], '.png');
export const thumbName = (sha256: string): string => derivedName(['thumb', 4, sha256], '.webp');
/** For contact sheets: thousands of these are decoded while a list is scrolled. */
export const miniName = (sha256: string): string => derivedName(['mini', 4, sha256], '.webp');

/** All names under which rasters made from an original are kept. */
export const rasterNames = (sha256: string): { working: string; thumb: string; mini: string } => ({
  working: workingName(sha256),
  thumb: thumbName(sha256),
  mini: miniName(sha256),
});
