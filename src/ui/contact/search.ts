/** How the pictures are laid out: proof by proof, or those that show the same together. */
export const ORDERS = ['artwork', 'scene'] as const;
export type Order = (typeof ORDERS)[number];
/** Side of a frame, px. */
export const SIZES = { small: 88, middle: 134, large: 228 } as const;
export type Size = keyof typeof SIZES;

const PARTS = ['run', 'state', 'outlet', 'docket', 'find', 'ids', 'picked', 'wrong', 'sort'] as const;
/** The search among proofs that an address of the contact sheet means; where it names no run, the newest. */
export function contactSearch(address: URLSearchParams, newest: string | undefined): Record<string, string> {
  const asked = Object.fromEntries(PARTS.flatMap((p) => (address.get(p) ? [[p, address.get(p)!]] : [])));
  return asked.run || asked.ids || asked.picked || !newest ? asked : { ...asked, run: newest };
}

export interface Laid {
  by: Order;
  size: Size;
  /** What the pictures show that are looked at, where they are laid out by that: its kind and its name. */
  shown: { kind: string; scene: string } | null;
}
/** How an address lays the pictures out. */
export function laidBy(address: URLSearchParams): Laid {
  const [by, size, shown] = [address.get('by'), address.get('size'), address.get('shown')];
  const cut = shown?.indexOf(':') ?? -1;
  return {
    by: by === 'scene' ? 'scene' : 'artwork',
    size: size === 'small' || size === 'large' ? size : 'middle',
    shown: shown && cut > 0 ? { kind: shown.slice(0, cut), scene: shown.slice(cut + 1) } : null,
  };
}
export const shownText = (s: { kind: string; scene: string }): string => `${s.kind}:${s.scene}`;
