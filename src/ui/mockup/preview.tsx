'use client';
import { useEffect, useRef } from 'react';
import { PREVIEW_SIDE } from './side';
import { svgAddress } from './svg-address';
import type { PreviewAnswer, PreviewAsk } from './preview.worker';

let worker: Worker | undefined;
let serial = 0;
const waiting = new Map<number, (picture: PreviewAnswer['picture']) => void>();

/** What is asked of the worker; lettering goes along as pictures, which only a page can make of drawings. */
type Question = Omit<PreviewAsk, 'serial' | 'letterings'>;

/** Lettering as a picture, so large. The latest ones are kept. */
const LETTERING_PX = 1000;
const KEPT = 12;
const letterings = new Map<string, Promise<ImageBitmap>>();
function drawn(svg: string): Promise<ImageBitmap> {
  const known = letterings.get(svg);
  if (known) return known;
  const made = (async () => {
    const image = new Image();
    image.src = svgAddress(svg);
    await image.decode();
    const k = LETTERING_PX / Math.max(image.naturalWidth, image.naturalHeight);
    const side = (px: number) => Math.max(1, Math.round(px * k));
    return createImageBitmap(image, {
      resizeWidth: side(image.naturalWidth),
      resizeHeight: side(image.naturalHeight),
      premultiplyAlpha: 'none',
    });
  })();
  if (letterings.size >= KEPT) letterings.delete(letterings.keys().next().value!);
  letterings.set(svg, made);
  return made;
}

async function ask(question: Question): Promise<PreviewAnswer['picture']> {
  const svgs = new Set(question.prints.flatMap((p) => p.layers.flatMap((l) => l.svg ?? [])));
  const pictures = await Promise.all([...svgs].map(async (svg) => [svg, await drawn(svg)] as [string, ImageBitmap]));
  return askWorker({ ...question, letterings: pictures });
}

function askWorker(question: Omit<PreviewAsk, 'serial'>): Promise<PreviewAnswer['picture']> {
  worker ??= new Worker(new URL('./preview.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<PreviewAnswer>) => {
    waiting.get(data.serial)?.(data.picture);
    waiting.delete(data.serial);
  };
  const mine = ++serial;
  worker.postMessage({ ...question, serial: mine });
  return new Promise((resolve) => waiting.set(mine, resolve));
}

/**
 * A mockup composited in a web worker; changes with every move of an editor. While one is made, only the latest that is asked for
 * waits: what lies between is never made. `data-asked` and `data-drawn` count what was asked for and which of it is shown.
 */
export function Preview({ className, alt, ...question }: Question & { className?: string; alt: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const hand = useRef({ asked: 0, drawn: 0, latest: '', busy: false });
  const key = JSON.stringify(question);
  useEffect(() => {
    const h = hand.current;
    h.latest = key;
    h.asked++;
    if (canvas.current) canvas.current.dataset.asked = String(h.asked);
    const draw = async () => {
      h.busy = true;
      while (h.drawn < h.asked && canvas.current) {
        const [mine, asked] = [h.asked, h.latest];
        const picture = await ask(JSON.parse(asked) as Question);
        h.drawn = mine;
        if (!picture || !canvas.current) continue;
        canvas.current.getContext('2d')!.putImageData(new ImageData(picture, PREVIEW_SIDE, PREVIEW_SIDE), 0, 0);
        canvas.current.dataset.drawn = String(mine);
        // for the next one: pictures made anew at every move would be hundreds of megabytes a second
        worker?.postMessage(picture.buffer, [picture.buffer]);
      }
      h.busy = false;
    };
    if (!h.busy) void draw();
  }, [key]);
  // where words beside it say what it shows, it says nothing itself
  const told = alt ? ({ role: 'img', 'aria-label': alt } as const) : ({ 'aria-hidden': true } as const);
  return <canvas ref={canvas} {...told} className={className} width={PREVIEW_SIDE} height={PREVIEW_SIDE} />;
}
