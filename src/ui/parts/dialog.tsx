'use client';
import { useEffect, useRef } from 'react';

/**
 * A modal sheet of paper on the native dialog (WAI-ARIA APG, modal dialog): focus stays inside and goes back to where it
 * was, Esc and a press beside it close.
 */
export function Dialog({
  open,
  onClose,
  label,
  children,
  foot,
  flush = false,
  width = 560,
}: {
  open: boolean;
  onClose: () => void;
  label: string;
  children: React.ReactNode;
  /** What can be done, below a cut, at the right. */
  foot?: React.ReactNode;
  /** What is in it reaches to its edges. */
  flush?: boolean;
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
      className="modal"
    >
      {open && (
        <div className="modal-box" style={{ width }}>
          {flush ? children : <div className="p-5">{children}</div>}
          {foot && <div className="modal-action cut sticky bottom-0 z-10 bg-paper">{foot}</div>}
        </div>
      )}
    </dialog>
  );
}
