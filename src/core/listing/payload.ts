import type { Settings } from '../outlet/rules';

/** A proof as it will be sent, in our own terms; each outlet's adapter puts it into that outlet's. What an outlet does not keep is not in it. */
export interface ListingPayload {
  /** Our key: the outlet keeps it beside the listing, so that it can be asked for. */
  ref: string;
  title: string;
  description: string;
  tags: string[];
  /** Further texts, by the names that the outlet's rules give them. */
  texts?: Record<string, string>;
  brand?: string;
  /** What it is, in one noun. */
  kind?: string;
  currency: string;
  options: string[];
  variants: { values: string[]; priceMinor: number; sku: string; weightG?: number }[];
  pictures: { file: string; alt: string }[];
  /** What buyers get at once, with the SHA-256 of each. */
  downloads?: { name: string; file: string; sha256: string }[];
  /** ISO 3166-1, and the Harmonized System. */
  origin?: string;
  hsCode?: string;
  /** What the seller chose for this account, but for the brand. */
  settings?: Settings;
}

/** What an outlet says that it has, in the same terms. */
export interface ThereListing {
  /** Our key, where the outlet keeps one. */
  ref?: string;
  /** Its page as buyers see it. */
  url?: string;
  currency?: string;
  state: 'draft there' | 'live' | 'ended';
  title: string;
  /** As plain text, whatever the outlet keeps. */
  description: string;
  tags: string[];
  texts?: Record<string, string>;
  /** Where it is kept there: those of our settings that the outlet tells of a listing. */
  settings?: Settings;
  brand?: string;
  kind?: string;
  origin?: string;
  hsCode?: string;
  options: string[];
  variants: { values: string[]; priceMinor: number; sku?: string; weightG?: number }[];
  /** SHA-256 of each picture in its order. */
  pictures: string[];
  /** Likewise of what buyers get at once, where the outlet keeps such files. */
  downloads?: string[];
}
