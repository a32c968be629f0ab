import { tellingWords } from '../copy/telling';

/** Where a phrase comes from: what was fetched, or a seller’s own table. */
export const DEMAND_SOURCES = ['fetched', 'own'] as const;
export type DemandSource = (typeof DEMAND_SOURCES)[number];

/** What is known of a search phrase. */
export interface Demand {
  phrase: string;
  /** Searches in a month, on the mean of a year. */
  searches: number;
  /** Listings that answer to it. */
  competing: number;
  /** Of those who see a listing for it, the share that looks closer, 0 to 1. */
  clickRate: number;
  /** Each month’s share of a year’s searches times twelve, January first: 1 is a month like any other. Empty where it is not known. */
  months: number[];
}

/** The words of a phrase in small letters and the singular, each once, in alphabetical order: phrases that differ by plural or order only are one. */
export const wordSet = (phrase: string): string[] => [...new Set(tellingWords(phrase))].sort();
export const sameWords = (phrase: string): string => wordSet(phrase).join(' ');

/**
 * What a phrase is worth: visits in a month that one more listing may hope for. Searches (of a month, where months are known) by
 * click rate, divided among those who compete by the square root of how many there are: the first of many take most of it. Our own
 * formula: common practice, no single source.
 */
export function worth({ searches, competing, clickRate, months }: Demand, month?: number): number {
  const season = month !== undefined && months.length === 12 ? months[month]! : 1;
  return (searches * season * clickRate) / Math.sqrt(1 + competing);
}

/** A phrase is searched from so much of its yearly mean on. */
export const IN_SEASON = 1.35;
/** The month from which a phrase is searched more than otherwise, 0 for January; null where no month stands out. */
export function seasonFrom(months: readonly number[]): number | null {
  if (months.length !== 12 || Math.max(...months) < IN_SEASON) return null;
  const from = months.findIndex((m, i) => m >= IN_SEASON && months[(i + 11) % 12]! < IN_SEASON);
  return from < 0 ? null : from;
}
