'use client';
import { useEffect, useRef } from 'react';

/** A modal sheet of paper on the native dialog: focus stays inside, Esc closes. */
export function Dialog({
  open,
  onClose,
  label,
  children,
  width = 560,
}: {
  open: boolean;
  onClose: () => void;
  label: string;
  children: React.ReactNode;
  width?: number;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (open && !ref.current?.open) ref.current?.showModal();
    if (!open && ref.current?.open) ref.current.close();
  }, [open]);
  return (
    <dialog
      ref={ref}
      aria-label={label}
      onClose={onClose}
      onClick={(e) => e.target === ref.current && onClose()}
      className="m-auto border-[1.5px] border-ink bg-paper p-0 text-ink backdrop:bg-[rgb(20_14_8/0.45)]"
      style={{ width, maxWidth: '92vw', maxHeight: '86vh' }}
    >
      {open && children}
    </dialog>
  );
}

/** True when a key press belongs to a field and not to the screen. */
export const typing = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement &&
  (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName) || e.target.closest('dialog') !== null);
