'use client';
import { useRef } from 'react';
import type { ArtworkView } from '@/api/views';
import { act, Refusal } from '../../api';
import { Button } from '../../parts/button';

/** Puts a better file in an artwork's place; the body of the request is the file itself. */
async function putIn(id: string, file: File): Promise<string> {
  const answer = await fetch(`/api/v1/artworks/${id}/versions?fileName=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    body: file,
  });
  const { detail } = (await answer.json()) as { detail?: string };
  if (!answer.ok) throw new Refusal(answer.status, detail ?? 'That did not work.');
  return 'Put in its place. What was made from the old file is shown as out of date.';
}

export function BetterFile({ artwork: a }: { artwork: ArtworkView }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button disabled={a.state !== 'ready'} onClick={() => input.current?.click()}>
        Better file…
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        data-testid="better-file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void act(() => putIn(a.id, file));
        }}
      />
    </>
  );
}
