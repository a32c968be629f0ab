import { useEffect, useState } from 'react';

/** So many pictures are kept decoded. */
const KEPT = 24;
const known = new Map<string, HTMLImageElement>();

async function load(src: string): Promise<void> {
  const image = new Image();
  image.src = src;
  await image.decode();
  known.delete(src);
  known.set(src, image);
  if (known.size > KEPT) known.delete(known.keys().next().value!);
}

/** Pictures by their addresses, as they arrive; those that do not are left out. */
export function useImages(srcs: readonly string[]): Map<string, HTMLImageElement> {
  const [, arrived] = useState(0);
  const wanted = [...new Set(srcs)].join(' ');
  useEffect(() => {
    let gone = false;
    for (const src of new Set(srcs))
      if (src && !known.has(src))
        load(src).then(
          () => !gone && arrived((n) => n + 1),
          () => undefined,
        );
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the addresses as one text
  }, [wanted]);
  return known;
}
