'use client';
import { useState } from 'react';

/** The area, on which a fitting file is dropped: one that was made for it, to be used there instead of the artwork. */
export function FileDrop({
  name,
  area,
  bringing,
  take,
  children,
}: {
  name: string;
  area: string;
  /** A file that is on its way in. */
  bringing: string | null;
  take: (file: File) => void;
  children: React.ReactNode;
}) {
  const [over, setOver] = useState(false);
  return (
    <div
      className="relative grid min-h-0 min-w-0"
      onDragOver={(e) => {
        if (!e.dataTransfer.types.includes('Files')) return;
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={(e) => !e.currentTarget.contains(e.relatedTarget as Node | null) && setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        const file = e.dataTransfer.files[0];
        if (file) take(file);
      }}
    >
      {children}
      {(over || bringing) && (
        <p
          role="status"
          className="absolute inset-3 grid place-items-center border-2 border-dashed border-teal bg-teal-t/90 px-6 text-center font-semibold text-teal"
        >
          {bringing ? `${bringing} is being brought in…` : `Use it for “${name}” on ${area}, instead of the artwork`}
        </p>
      )}
    </div>
  );
}
