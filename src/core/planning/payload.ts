/** A proof as it will be sent, in our own terms; each outlet's adapter puts it into that outlet's. */
export interface ListingPayload {
  /** Our idempotency key: the outlet keeps it beside the listing, so that it can be asked for. */
  ref: string;
  title: string;
  description: string;
  tags: string[];
  vendor: string;
  productType: string;
  currency: string;
  options: string[];
  variants: { values: string[]; priceMinor: number; sku: string }[];
  pictures: { file: string; alt: string }[];
}

/** Results of the steps done so far, by step name. */
export type Done = Record<string, Record<string, string>>;
