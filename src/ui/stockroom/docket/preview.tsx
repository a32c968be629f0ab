'use client';
import { useEffect, useRef } from 'react';
import type { PreviewAnswer, PreviewAsk } from './preview.worker';

let worker: Worker | undefined;
let serial = 0;
const waiting = new Map<number, (picture: ImageBitmap | null) => void>();

function ask(question: Omit<PreviewAsk, 'serial'>): Promise<ImageBitmap | null> {
  worker ??= new Worker(new URL('./preview.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<PreviewAnswer>) => {
    waiting.get(data.serial)?.(data.picture);
    waiting.delete(data.serial);
  };
  const mine = ++serial;
  worker.postMessage({ ...question, serial: mine });
  return new Promise((resolve) => waiting.set(mine, resolve));
}

/** A mockup composited in a web worker; changes with every move of the editor. */
export function Preview({ className, alt, ...question }: Omit<PreviewAsk, 'serial'> & { className?: string; alt: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const key = JSON.stringify(question);
  useEffect(() => {
    let stale = false;
    void ask(JSON.parse(key) as Omit<PreviewAsk, 'serial'>).then((picture) => {
      if (stale || !picture || !canvas.current) return;
      canvas.current.width = picture.width;
      canvas.current.height = picture.height;
      canvas.current.getContext('2d')!.drawImage(picture, 0, 0);
      canvas.current.dataset.drawn = 'yes';
    });
    return () => {
      stale = true;
    };
  }, [key]);
  return <canvas ref={canvas} role="img" aria-label={alt} className={className} width={800} height={800} />;
}
