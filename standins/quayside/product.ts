/** A record as this stand-in keeps it. */
export interface QuaysideProduct {
  id: string;
  source_ref: string;
  status: 'hidden' | 'on_sale';
  handle: string;
  name: string;
  body_html: string;
  labels: string[];
  vendor: string;
  product_type: string;
  option_names: string[];
  variants: { choices: string[]; price: string; sku: string }[];
  media: { file: string; alt: string }[];
}
