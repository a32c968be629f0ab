import { fill, type Filled } from '../copy/wording';
import { LIMITS } from '../limits';
import { filePart, type Named } from '../print-file/names';

/** A picture of a proof as its file is named after it. */
export interface NamedPicture {
  /** Its place in the listing, from 1. */
  place: number;
  /** What it shows: a scene, a card, the picture itself. */
  shows: string;
  colour: string;
}

/** The path of a picture in an archive, without its ending; a fault where the pattern asks for what there is not. */
export function picturePath(pattern: string, { artwork, docket, outlet }: Named, { place, shows, colour }: NamedPicture): Filled {
  // a slash in a name is no folder
  const value = (text: string) => text.replace(/\//g, '-');
  const filled = fill(pattern, {
    artwork: { name: value(artwork) },
    docket: { name: value(docket) },
    outlet: { name: value(outlet) },
    picture: {
      // two figures, so that files sort as pictures do
      place: String(place).padStart(2, '0'),
      shows: value(colour ? `${shows}, ${colour}` : shows),
      scene: value(shows),
      colour: value(colour || 'all colours'),
    },
  });
  if (!filled.ok) return filled;
  const parts = filled.text.split('/').map(filePart).filter(Boolean);
  return { ok: true, text: parts.slice(-LIMITS.archiveDepth).join('/') || 'picture' };
}

/** Places as people write them, “1-6, 9”: whether one is among them. Nothing means all; null is what makes no sense. */
export function placesIn(text: string): ((place: number) => boolean) | null {
  const parts = text.split(',').map((p) => p.trim()).filter(Boolean); // prettier-ignore
  const ranges: [number, number][] = [];
  for (const part of parts) {
    const found = /^(\d{1,4})(?:\s*[-–]\s*(\d{1,4}))?$/.exec(part);
    if (!found) return null;
    const [from, to] = [Number(found[1]), Number(found[2] ?? found[1])];
    if (from < 1 || to < from) return null;
    ranges.push([from, to]);
  }
  return (place) => !ranges.length || ranges.some(([from, to]) => place >= from && place <= to);
}
