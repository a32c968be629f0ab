import type { SheetHead } from '@/services/line/sheet';
import { groundFor, pictureAddress } from '../parts/format';

/** The place of a motif at the head of its row, px. */
const BOX = { width: 48, height: 56 };
const LEAST = 0.04;

/** An artwork's motif without the bare ground around it, as large as its place lets it be. */
export function MotifThumb({ head }: { head: SheetHead }) {
  const { aspect } = head;
  // where there is as good as no ink, the place is not blown up
  const trim = { ...head.trim, width: Math.max(head.trim.width, LEAST), height: Math.max(head.trim.height, LEAST) };
  // the whole picture as wide as lets its inked part fit
  const width = Math.min(BOX.width / trim.width, (BOX.height * aspect) / trim.height);
  const height = width / aspect;
  return (
    <span className={`grid h-[62px] w-[54px] place-items-center ${groundFor(head)}`}>
      <span className="relative overflow-hidden" style={{ width: trim.width * width, height: trim.height * height }}>
        <img
          src={pictureAddress(head.thumb)}
          alt=""
          draggable={false}
          decoding="async"
          className="absolute max-w-none"
          style={{ width, height, left: -trim.x * width, top: -trim.y * height }}
        />
      </span>
    </span>
  );
}
