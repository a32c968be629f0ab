'use client';
import { useState } from 'react';

const SEPARATOR = { lines: '\n', commas: ', ' } as const;
const read = (text: string, by: keyof typeof SEPARATOR): string[] => [
  ...new Set(text.split(by === 'lines' ? '\n' : ',').flatMap((one) => one.trim() || [])),
];

/**
 * A list, each thing once, as the text of one field. While it is written the text stays as it was typed, empty ends and all; when the list becomes
 * another one without it, the text follows.
 */
export function useListText(list: readonly string[], by: keyof typeof SEPARATOR, put: (list: string[]) => void) {
  const [text, setText] = useState(() => list.join(SEPARATOR[by]));
  const told = read(text, by);
  const typed = told.length === list.length && told.every((one, i) => one === list[i]);
  return {
    value: typed ? text : list.join(SEPARATOR[by]),
    onChange: (e: { target: { value: string } }) => {
      setText(e.target.value);
      put(read(e.target.value, by));
    },
  };
}
