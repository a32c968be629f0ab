import type { DrawerRow } from '@/services/artwork/drawers';
import type { ArtworkSettings } from '@/services/artwork/settings';
import type { KeptView } from '@/services/desk/kept-views';
import type { CardView } from '@/api/views';

export interface Parcel {
  id: string;
  fileName: string;
  state: 'waiting' | 'unpacking' | 'done' | 'refused' | 'stopped';
  done: number;
  total: number;
  hereAlready: number;
  problem: string | null;
}
export interface Intake {
  refused: { id: string; problem: string }[];
  parcels: Parcel[];
}
export type Choices = Record<string, { value: string; count: number }[]>;

/** What the server found for the first paint. */
export interface First {
  query: string;
  ids: string[];
  whole: boolean;
  total: number;
  cards: CardView[];
  drawers: DrawerRow[];
  views: KeptView[];
  choices: Choices;
  settings: ArtworkSettings;
  intake: Intake;
}
export interface Cloth {
  name: string;
  hex: string;
}

/** How the artworks are shown; all of it stands in the address. */
export type View = 'contact' | 'table' | 'large' | 'pair' | 'alike';
export const SIZES = { small: 116, medium: 172, large: 264 } as const;
export type Size = keyof typeof SIZES;

/** A ground to look at artwork on, as a style: paper, black, chequer, a cloth's colour, or what suits each best. */
export function groundStyle(
  ground: string,
  card: { suits: 'dark' | 'light' | 'bare' },
): { className: string; style?: { background: string } } {
  if (ground.startsWith('#')) return { className: '', style: { background: ground } };
  if (ground === 'paper') return { className: 'bg-[#faf6ec]' };
  if (ground === 'black') return { className: 'bg-[#17171a]' };
  if (ground === 'chequer') return { className: 'chequer' };
  return { className: { bare: 'bg-paper2', dark: 'bg-[#33302d]', light: 'bg-[#efe6d4]' }[card.suits] };
}
