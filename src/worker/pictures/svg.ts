import { DOMParser, XMLSerializer, type Element } from '@xmldom/xmldom';

const FORBIDDEN = new Set(['script', 'foreignObject', 'iframe', 'object', 'embed', 'audio', 'video', 'handler']);

/**
 * Takes everything out of an SVG that could run or reach outside it: scripts, handlers, foreign content, references to
 * anything but its own parts and inlined pictures. Returns what was removed, in words, and the titles it holds. Throws when it is not SVG.
 */
export function cleanSvg(source: string): { svg: string; removed: string[]; titles: string[] } {
  const withoutEntities = source.replace(/<!DOCTYPE[^>[]*(\[[\s\S]*?\])?\s*>/gi, '');
  const document = new DOMParser({
    onError: (level, message) => {
      if (level !== 'warning') throw new Error(message);
    },
  }).parseFromString(withoutEntities, 'image/svg+xml');
  const root = document.documentElement;
  if (root?.localName !== 'svg') throw new Error('no svg element');
  const removed = new Set<string>();
  clean(root, removed);
  const titles = ['title', 'desc']
    .flatMap((tag) => [...document.getElementsByTagName(tag)])
    .map((e) => (e.textContent ?? '').trim().slice(0, 300))
    .filter(Boolean);
  return { svg: new XMLSerializer().serializeToString(document), removed: [...removed], titles: titles.slice(0, 20) };
}

const outside = (value: string) => !/^\s*(#|data:image\/(png|jpeg|webp|gif)[;,])/i.test(value);
const reaches = (css: string) => /@import|url\(\s*['"]?(?!#|data:image\/(png|jpeg|webp|gif))/i.test(css);

function clean(element: Element, removed: Set<string>): void {
  for (const attribute of [...element.attributes]) {
    const name = attribute.name.toLowerCase();
    const isLink = name === 'href' || name.endsWith(':href') || name === 'src';
    if (name.startsWith('on')) removed.add('a script');
    else if (isLink && outside(attribute.value)) removed.add('a reference to something outside the file');
    else if (reaches(attribute.value)) removed.add('a reference to something outside the file');
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
      removed.add('a reference to something outside the file');
      element.removeChild(it);
    } else clean(it, removed);
  }
}
