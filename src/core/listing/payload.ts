/** A proof as it will be sent, in our own terms; each outlet's adapter puts it into that outlet's. */
export interface ListingPayload {
  /** Our idempotency key: the outlet keeps it beside the listing, so that it can be asked for. */
  ref: string;
  title: string;
  description: string;
  tags: string[];
  brand: string;
  /** What it is, in one noun. */
  kind: string;
  currency: string;
  options: string[];
  variants: { values: string[]; priceMinor: number; sku: string }[];
  pictures: { file: string; alt: string }[];
}

/** What an outlet says that it has, in the same terms. */
export interface ThereListing {
  state: 'draft there' | 'live' | 'ended';
  title: string;
  /** As plain text, whatever the outlet keeps. */
  description: string;
  tags: string[];
  options: string[];
  variants: { values: string[]; priceMinor: number }[];
  /** SHA-256 of each picture in its order. */
  pictures: string[];
}
