const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Plain paragraphs as HTML; a block of lines that begin with a dash becomes a list. */
export function toHtml(text: string): string {
  return text
    .split(/\n{2,}/)
    .map((block) => {
      const lines = block.split('\n');
      return lines.every((l) => l.startsWith('- '))
        ? `<ul>${lines.map((l) => `<li>${escape(l.slice(2))}</li>`).join('')}</ul>`
        : `<p>${lines.map(escape).join('<br>')}</p>`;
    })
    .join('');
}

const SIGNS: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'", nbsp: ' ' };

/** The reverse, for comparing: paragraphs and lists of `toHtml` become the text that they came from. */
export function toText(html: string): string {
  return html
    .replace(/<br\s*\/?>/g, '\n')
    .replace(/<li>/g, '- ')
    .replace(/<\/(li)>/g, '\n')
    .replace(/<\/(p|ul|ol|h2|h3)>/g, '\n\n')
    .replace(/<[^>]*>/g, '')
    .replace(/&(?:#(\d+)|(\w+));/g, (all, code: string, name: string) =>
      code ? String.fromCodePoint(Number(code)) : (SIGNS[name] ?? all),
    )
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}
