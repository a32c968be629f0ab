import { useEffect, useState } from 'react';

/** So many pictures are kept. */
const KEPT = 24;
/** The drawing is never larger: a picture with more pixels would be reduced anew at every move, px. */
const MOST_PX = 1000;
const known = new Map<string, HTMLCanvasElement>();

async function load(src: string): Promise<void> {
  const image = new Image();
  image.src = src;
  await image.decode();
  const { naturalWidth: width, naturalHeight: height } = image;
  const k = Math.min(1, MOST_PX / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * k));
  canvas.height = Math.max(1, Math.round(height * k));
  const on = canvas.getContext('2d')!;
  on.imageSmoothingQuality = 'high';
  on.drawImage(image, 0, 0, canvas.width, canvas.height);
  known.delete(src);
  known.set(src, canvas);
  if (known.size > KEPT) known.delete(known.keys().next().value!);
}

/** Pictures by their addresses, as they arrive, as fine as the drawing needs them; those that do not come are left out. */
export function useImages(srcs: readonly string[]): Map<string, HTMLCanvasElement> {
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
