/** What is left of a text where something was taken out: no gaps, and no commas or colons that nothing stands between. */
export const closedUp = (text: string): string =>
  text
    .replace(/[ \t]{2,}/g, ' ')
    .replace(/ +([,.;:!?])/g, '$1')
    .replace(/([,;:])(?:\s*[,;:])+/g, '$1')
    .replace(/^[\s,;:]+|[\s,;:]+$/g, '')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
