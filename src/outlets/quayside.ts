import { toDecimal } from '../core/money/money';
import { millionths, type Done, type OutletAdapter, type Session } from './adapter';
import { ask } from './http';

interface Policy {
  revision: number;
  money: string;
  name_length: number;
  body_length: number;
  labels: { count: number; length: number };
  media: { count: number; shorter_side: number; bytes: number };
  options: number;
  variants: number;
  charges: { card_percent: string; card_fixed: string };
}
interface Product {
  id: string;
  handle: string;
  status: 'hidden' | 'on_sale';
}

const why = (body: unknown): string => {
  const { errors = [] } = body as { errors?: { path: string; says: string }[] };
  return errors.map((e) => `${e.path} ${e.says}`.trim()).join('; ') + '.';
};

function call<T>(session: Session, method: string, path: string, body?: object): Promise<T> {
  const headers = { 'x-quayside-token': session.secret.token ?? '', ...(body && { 'content-type': 'application/json' }) };
  return ask<T>(
    'Quayside',
    `${session.baseUrl}/api${path}`,
    { method, headers, ...(body && { body: JSON.stringify(body) }) },
    why,
  );
}

const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
/** Plain paragraphs as HTML; a block of lines that begin with a dash becomes a list. */
export function toHtml(text: string): string {
  return text
    .split(/\n{2,}/)
    .map((block) => {
      const lines = block.split('\n');
      return lines.every((l) => l.startsWith('- '))
        ? `<ul>${lines.map((l) => `<li>${escape(l.slice(2))}</li>`).join('')}</ul>`
        : `<p>${lines.map(escape).join('<br>')}</p>`;
    })
    .join('');
}

const found = (p: Product) => ({ id: p.id, handle: p.handle });

export const quayside: OutletAdapter = {
  style: 'quayside',

  async fetchRules(session) {
    const p = await call<Policy>(session, 'GET', '/policy');
    const fixed = Number(p.charges.card_fixed.replace('.', ''));
    return {
      version: String(p.revision),
      currency: p.money,
      title: { maxLength: p.name_length },
      description: { maxLength: p.body_length, format: 'html' },
      tags: { max: p.labels.count, minLength: 1, maxLength: p.labels.length },
      pictures: { max: p.media.count, minSidePx: p.media.shorter_side, maxBytes: p.media.bytes },
      variants: { max: p.variants, axes: p.options },
      fees: { transactionShare: 0, paymentShare: millionths(p.charges.card_percent), paymentFixedMinor: fixed, listingMinor: 0 },
      listingSchema: {
        type: 'object',
        required: ['title', 'description', 'tags', 'variants', 'pictures'],
        properties: {
          title: { type: 'string', minLength: 1, maxLength: p.name_length },
          description: { type: 'string', minLength: 1, maxLength: p.body_length },
          tags: { type: 'array', maxItems: p.labels.count, items: { type: 'string', minLength: 1, maxLength: p.labels.length } },
          options: { type: 'array', maxItems: p.options },
          variants: { type: 'array', minItems: 1, maxItems: p.variants },
          pictures: { type: 'array', minItems: 1, maxItems: p.media.count },
        },
      },
    };
  },

  steps: (payload, goLive) => [...payload.pictures.map((_, i) => `file ${i + 1}`), 'create', ...(goLive ? ['on sale'] : [])],

  async perform(step, payload, done, session): Promise<Record<string, string>> {
    if (step === 'create') {
      const product = await call<Product>(session, 'POST', '/products', {
        source_ref: payload.ref,
        name: payload.title,
        body_html: toHtml(payload.description),
        labels: payload.tags,
        vendor: payload.vendor,
        product_type: payload.productType,
        option_names: payload.options,
        variants: payload.variants.map((v) => ({
          choices: v.values,
          price: toDecimal({ minor: v.priceMinor, currency: payload.currency }),
          sku: v.sku,
        })),
        media: payload.pictures.map((p, i) => ({ file: done[`file ${i + 1}`]!.file, alt: p.alt })),
      });
      return found(product);
    }
    if (step === 'on sale') {
      await call(session, 'PATCH', `/products/${done.create!.id}`, { status: 'on_sale' });
      return {};
    }
    const picture = payload.pictures[Number(step.split(' ')[1]) - 1]!;
    const made = await call<{ file: string }>(session, 'POST', '/files', {
      content: (await session.readPicture(picture.file)).toString('base64'),
    });
    return { file: made.file };
  },

  async recover(step, payload, done: Done, session): Promise<Record<string, string> | null> {
    if (step === 'create') {
      const { products } = await call<{ products: Product[] }>(
        session,
        'GET',
        `/products?source_ref=${encodeURIComponent(payload.ref)}`,
      );
      return products[0] ? found(products[0]) : null;
    }
    if (step === 'on sale') {
      const product = await call<Product>(session, 'GET', `/products/${done.create!.id}`);
      return product.status === 'on_sale' ? {} : null;
    }
    return null; // a file sent twice is only a spare: no listing shows it
  },

  standing: (done, session) => ({ remoteId: done.create!.id!, url: `${session.baseUrl}/shop/${done.create!.handle}` }),
};
