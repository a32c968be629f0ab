import type { Measured } from '../artwork/measure/measure';
import type { Placement } from '../placement/place';
import type { PricePlan } from '../pricing/prices';

/** One picture of a listing. `featured` is the colour that stands out best; a number counts on from it. */
export interface Shot {
  scene: string;
  colour: 'featured' | number;
}

export interface DocketSpec {
  /** The product's noun as buyers say it. */
  noun: string;
  /** Colour and size names of the blank, in the order they are offered. */
  colours: string[];
  sizes: string[];
  /** Name of the print area. */
  area: string;
  placement: Placement;
  shots: Shot[];
  wording: { title: string; description: string; tags: string[] };
  pricePlan: PricePlan;
  accepts: { ground: 'see-through' | 'full' | 'any'; minPpi: number };
  outlets: string[];
}

export interface BlankColour {
  name: string;
  hex: string;
}
export interface BlankSize {
  name: string;
  costMinor: number;
  /** Print areas that are of another size on this one, by name, mm: papers. */
  areas?: Record<string, { widthMm: number; heightMm: number }>;
}

/** An unprinted product as its print house describes it. */
export interface BlankSpec {
  id: string;
  name: string;
  kind: string;
  printHouse: string;
  currency: string;
  colours: BlankColour[];
  sizes: BlankSize[];
  postageMinor: number;
  productionDays: number;
  areas: { name: string; widthMm: number; heightMm: number; resolutionPpi: number }[];
  /** Buyers' words and care only. */
  text: string;
  care: string;
}

/** Why a docket will not take an artwork, as a short sentence for the cell; null when it will. */
export function whyNot(
  accepts: DocketSpec['accepts'],
  artwork: { state: string; problem?: string | null; measured: Measured | null },
): string | null {
  if (artwork.state === 'arriving') return 'still being measured';
  if (artwork.state === 'refused' || !artwork.measured) return 'this file could not be taken';
  if (accepts.ground === 'see-through' && artwork.measured.clearShare < 0.02) return 'no see-through ground';
  if (accepts.ground === 'full' && artwork.measured.clearShare > 0.02) return 'does not fill its sheet';
  return null;
}
