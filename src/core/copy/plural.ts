/** The plural of an English noun by its ending; irregular ones are not known. */
export function plural(noun: string): string {
  if (/(s|x|z|ch|sh)$/i.test(noun)) return noun + 'es';
  if (/[^aeiou]y$/i.test(noun)) return noun.slice(0, -1) + 'ies';
  return noun + 's';
}
