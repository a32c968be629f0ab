'use client';
import { useRef, useState } from 'react';
import type { BlankDocument } from '@/core/stock/blank';
import { Button, buttonClass } from '../../../parts/button';
import { LongTextField } from '../../../parts/fields/field';

/** More than that is no blank. */
const MOST_BYTES = 2 ** 20;

/** The blank as the document that it is: written, brought in from a file, and taken away as one. */
export function DocumentPart({ document: d, put }: { document: BlankDocument; put: (document: BlankDocument) => void }) {
  const [text, setText] = useState(() => JSON.stringify(d, null, 2));
  const [wrong, setWrong] = useState<string>();
  const chooser = useRef<HTMLInputElement>(null);
  const read = (said: string) => {
    setText(said);
    try {
      const it = JSON.parse(said) as unknown;
      if (!it || typeof it !== 'object' || Array.isArray(it)) throw new Error('it is no object');
      setWrong(undefined);
      put(it as BlankDocument);
    } catch (error) {
      setWrong(`That is not JSON yet: ${(error as Error).message}.`);
    }
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) setWrong(`${file.name} is too large to be a blank.`);
    else read(await file.text());
  };
  return (
    <div
      className="mt-4 grid gap-3"
      onDragOver={(e) => e.dataTransfer.types.includes('Files') && e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void take(e.dataTransfer.files[0]);
      }}
    >
      <p className="text-soft">
        A JSON document by{' '}
        <a className="text-teal underline" href="/api/v1/schemas/blank.json">
          its published schema
        </a>
        . Write it here, or drop a file.
      </p>
      <LongTextField
        label="Document"
        hideLabel
        className="font-mono"
        rows={26}
        spellCheck={false}
        value={text}
        problem={wrong}
        onChange={(e) => read(e.target.value)}
      />
      <div className="flex gap-2">
        <Button onClick={() => chooser.current?.click()}>Choose a file…</Button>
        <a
          className={buttonClass('quiet')}
          download={`${d.id || 'blank'}.json`}
          href={`data:application/json;charset=utf-8,${encodeURIComponent(text)}`}
        >
          Save as a file
        </a>
        <input
          ref={chooser}
          type="file"
          hidden
          accept="application/json,.json"
          aria-label="Document file"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </div>
    </div>
  );
}
