'use client';
import { useState } from 'react';

/** A picture whose place is there before it is, so that nothing jumps. With `loupe` it is looked at closely under the pointer. */
export function Picture({
  src,
  alt,
  className = '',
  fit = 'cover',
  loupe,
}: {
  src: string | null | undefined;
  alt: string;
  /** Says how large the place is. */
  className?: string;
  fit?: 'cover' | 'contain';
  /** Address of the picture in full. */
  loupe?: string;
}) {
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  const [lost, setLost] = useState(false);
  return (
    <span
      className={`relative block shrink-0 overflow-hidden bg-paper2 ${className}`}
      onPointerMove={
        loupe
          ? (e) => {
              const box = e.currentTarget.getBoundingClientRect();
              setAt({ x: ((e.clientX - box.left) / box.width) * 100, y: ((e.clientY - box.top) / box.height) * 100 });
            }
          : undefined
      }
      onPointerLeave={loupe ? () => setAt(null) : undefined}
    >
      {src && !lost ? (
        <img
          src={src}
          alt={alt}
          loading="lazy"
          decoding="async"
          draggable={false}
          // it may have failed before this page came alive
          ref={(img) => void (img?.complete && img.naturalWidth === 0 && setLost(true))}
          onError={() => setLost(true)}
          className={`absolute inset-0 h-full w-full ${fit === 'cover' ? 'object-cover' : 'object-contain'}`}
        />
      ) : (
        src && <span className="absolute inset-0 grid place-items-center text-[10.5px] text-faint">not here</span>
      )}
      {at && loupe && (
        <span
          aria-hidden
          className="pointer-events-none absolute inset-0 bg-paper bg-no-repeat"
          style={{ backgroundImage: `url(${loupe})`, backgroundSize: '400%', backgroundPosition: `${at.x}% ${at.y}%` }}
        />
      )}
    </span>
  );
}
