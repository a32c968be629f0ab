/** Escapes text for HTML. */
export function esc(text: unknown): string {
  return String(text).replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}

export function money(minor: number, currency: string): string {
  return new Intl.NumberFormat('en-US', { style: 'currency', currency }).format(minor / 100);
}

/** What several articles have in common by one of their picks: its value, and the lowest and highest price under it. */
export function byPick<T extends { picks: string[] }>(
  all: T[],
  axis: number,
  price: (one: T) => number,
): { pick: string; from: number; to: number }[] {
  const found = new Map<string, { pick: string; from: number; to: number }>();
  for (const one of all) {
    const pick = one.picks[axis] ?? '';
    const at = found.get(pick) ?? { pick, from: Infinity, to: 0 };
    found.set(pick, { pick, from: Math.min(at.from, price(one)), to: Math.max(at.to, price(one)) });
  }
  return [...found.values()];
}

/** A whole page with its own style sheet. */
export function page(title: string, css: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${esc(title)}</title><link rel="icon" href="data:,"><style>*{box-sizing:border-box}body{margin:0}img{max-width:100%;display:block}${css}</style></head><body>${body}</body></html>`;
}
