import { DOMParser, XMLSerializer, type Element } from '@xmldom/xmldom';
import { resolveEntities } from './svg-entities';

const FORBIDDEN = new Set(['script', 'foreignObject', 'iframe', 'object', 'embed', 'audio', 'video', 'handler']);

/** XML that is well formed, and something else than a drawing. */
export class NoDrawing extends Error {}

/** A drawing that is safe to be drawn: its root, what was taken out, and the titles it holds. */
export interface CleanSvg {
  root: Element;
  /** The drawing as text, as it is now. */
  text: () => string;
  /** What was removed, in words. */
  removed: string[];
  titles: string[];
}

/**
 * Takes everything out of an SVG that could run or reach outside it: scripts, handlers, foreign content, references to
 * anything but its own parts and inlined pictures. Entities that it declares itself are put in their places. Throws when it is
 * not SVG, or when its entities grow too far.
 */
export function cleanSvg(source: string): CleanSvg {
  const { xml, outside: reachesOut } = resolveEntities(source);
  const document = new DOMParser({
    onError: (level, message) => {
      if (level !== 'warning') throw new Error(message);
    },
  }).parseFromString(xml, 'image/svg+xml');
  const root = document.documentElement;
  if (root?.localName !== 'svg') throw new NoDrawing('no svg element');
  const removed = new Set<string>(reachesOut ? [REFERENCE] : []);
  clean(root, removed);
  const titles = ['title', 'desc']
    .flatMap((tag) => [...document.getElementsByTagName(tag)])
    .map((e) => (e.textContent ?? '').trim().slice(0, 300))
    .filter(Boolean);
  return {
    root,
    text: () => new XMLSerializer().serializeToString(document),
    removed: [...removed],
    titles: titles.slice(0, 20),
  };
}

const REFERENCE = 'a reference to something outside the file';
const outside = (value: string) => !/^\s*(#|data:image\/(png|jpeg|webp|gif)[;,])/i.test(value);
const reaches = (css: string) => /@import|url\(\s*['"]?(?!#|data:image\/(png|jpeg|webp|gif))/i.test(css);

function clean(element: Element, removed: Set<string>): void {
  for (const attribute of [...element.attributes]) {
    const name = attribute.name.toLowerCase();
    const isLink = name === 'href' || name.endsWith(':href') || name === 'src';
    if (name.startsWith('on')) removed.add('a script');
    else if (isLink && outside(attribute.value)) removed.add(REFERENCE);
    else if (reaches(attribute.value)) removed.add(REFERENCE);
    else continue;
    element.removeAttribute(attribute.name);
  }
  for (const child of [...element.childNodes]) {
    if (child.nodeType === 7) element.removeChild(child);
    if (child.nodeType !== 1) continue;
    const it = child as Element;
    if (FORBIDDEN.has(it.localName ?? '')) {
      removed.add(it.localName === 'script' ? 'a script' : `a ${it.localName} part`);
      element.removeChild(it);
    } else if (it.localName === 'style' && reaches(it.textContent ?? '')) {
      removed.add(REFERENCE);
      element.removeChild(it);
    } else clean(it, removed);
  }
}
