/** What a print house's catalogue says of one product. Costs in cents, lengths in mm, sizes of clothes in cm. */
export interface Listed {
  id: string;
  name: string;
  kind: string;
  department: string;
  currency: string;
  colours: ColourListed[];
  sizes: string[];
  /** A further choice beside colour and size. */
  finish?: { called: string; choices: { name: string; hex?: string }[] };
  /** The last that fits a variant holds. */
  costs: { sizes?: string[]; colours?: string[]; finishes?: string[]; cost_cents: number; weight_g?: number }[];
  /** Variants that are not there at present, or not any more. */
  missing?: { sizes?: string[]; colours?: string[]; finishes?: string[]; state: 'short' | 'ended' }[];
  areas: AreaListed[];
  postage: { to: string; first_cents: number; further_cents: number }[];
  production_days: number;
  origin: string;
  hs_code: string;
  size_table_cm?: { columns: string[]; rows: Record<string, number[]> };
  /** Words for buyers and for sellers, as they came. */
  text: string;
  care: string;
  maker: { name: string; address: string; email: string };
  eu_contact?: { name: string; address: string; email: string };
  warnings: string[];
  /** Announced, and not to be ordered before this day. */
  from?: string;
}
export interface ColourListed {
  name: string;
  hex: string;
  family?: string;
  /** What the print lies on, where that is another colour. */
  printed_on?: string;
  /** A second yarn. */
  knit?: { with: string; as: 'marl' | 'stripe' | 'check' };
}
export interface AreaListed {
  name: string;
  side: string;
  width_mm: number;
  height_mm: number;
  ppi: number;
  by_size?: Record<string, { width_mm: number; height_mm: number; cut_outs?: string[]; seams?: string[] }>;
  safe_mm?: number;
  bleed_mm?: number;
  shape?: 'rectangle' | 'ellipse';
  /** SVG paths in mm. */
  cut_outs?: string[];
  seams?: string[];
  fill?: boolean;
  /** The sheet is cut to the picture's shape where that is wished; no side is cut shorter than this. */
  cut_from_mm?: number;
}

/** A rectangle with round corners as an SVG path, mm. */
export const box = (x: number, y: number, w: number, h: number, r = 0): string =>
  r
    ? `M${x + r} ${y}h${w - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${h - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${2 * r - w}a${r} ${r} 0 0 1 ${-r} ${-r}v${2 * r - h}a${r} ${r} 0 0 1 ${r} ${-r}z`
    : `M${x} ${y}h${w}v${h}h${-w}z`;
/** A circle as an SVG path, mm. */
export const disc = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;

/** Costs by size, in cents; sizes of one cost together. */
export const bySize = (costs: Record<string, number>, weight?: number): Listed['costs'] =>
  Object.entries(costs).map(([size, cost_cents]) => ({ sizes: [size], cost_cents, ...(weight && { weight_g: weight }) }));

/** Postage to the three regions that both houses post to, from that to the home region. */
export const posted = (first: number, further: number): Listed['postage'] => [
  { to: 'home', first_cents: first, further_cents: further },
  { to: 'Europe', first_cents: Math.round(first * 1.55), further_cents: Math.round(further * 1.6) },
  { to: 'elsewhere', first_cents: Math.round(first * 2.1), further_cents: Math.round(further * 2.2) },
];
