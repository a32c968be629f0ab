/** A record as this stand-in keeps it. */
export interface KestrelListing {
  id: string;
  external_ref: string;
  state: 'draft' | 'active';
  title: string;
  description: string;
  tags: string[];
  who_made: string;
  when_made: string;
  options: string[];
  variants: { values: string[]; price_cents: number }[];
  pictures: { id: string; rank: number; alt: string }[];
  made_at: string;
}
