import { randomBytes, randomInt } from 'node:crypto';
import type { FastifyInstance, FastifyReply } from 'fastify';
import sanitize from 'sanitize-html';
import { misbehave } from '../control';
import type { QuaysideProduct } from './product';
import { Pictures, pictureSize, Records } from '../store';
import { POLICY } from './policy';
import { productPage, shopPage } from './storefront';

/** One shop, one token: it is made at first start and shown to whoever asks at the shop's own back door. */
const TOKEN = process.env.QUAYSIDE_TOKEN ?? 'qs_demo_harbour_light';

/** Quayside: the seller's own web shop. Files first, then a product with everything in it. Leaky bucket. */
export function quayside(app: FastifyInstance, folder: string): void {
  const products = new Records<QuaysideProduct>(`${folder}/products`);
  const files = new Pictures(`${folder}/files`);
  const bucket = { level: 0, at: Date.now() };
  const no = (reply: FastifyReply, status: number, errors: { path: string; says: string }[]) =>
    reply.code(status).send({ errors });

  void app.register(
    (api, _, done) => {
      misbehave(api, 'quayside');
      api.addHook('onRequest', async (request, reply) => {
        if (reply.sent) return;
        if (request.headers['x-quayside-token'] !== TOKEN) return no(reply, 401, [{ path: '', says: 'wrong token' }]);
        const now = Date.now();
        bucket.level = Math.max(0, bucket.level - ((now - bucket.at) / 1000) * POLICY.bucket.leaks_per_second);
        bucket.at = now;
        reply.header('x-bucket', `${Math.ceil(bucket.level)}/${POLICY.bucket.size}`);
        if (bucket.level + 1 > POLICY.bucket.size)
          return reply
            .code(429)
            .header('retry-after', '1')
            .send({ errors: [{ path: '', says: 'bucket is full' }] });
        bucket.level++;
      });

      api.get('/policy', () => POLICY);
      api.get('/products', (request) => {
        const { source_ref } = request.query as { source_ref?: string };
        return { products: products.list().filter((p) => !source_ref || p.source_ref === source_ref) };
      });
      api.get(
        '/products/:id',
        async (request, reply) =>
          products.get((request.params as { id: string }).id) ?? no(reply, 404, [{ path: 'id', says: 'unknown' }]),
      );

      api.post('/files', async (request, reply) => {
        const { content } = request.body as { content?: string };
        const data = Buffer.from(content ?? '', 'base64');
        const size = pictureSize(data);
        if (!size) return no(reply, 422, [{ path: 'content', says: 'is not a JPEG or PNG' }]);
        const file = randomBytes(12).toString('hex');
        files.put(file, data);
        return reply.code(201).send({ file, ...size });
      });

      api.post('/products', async (request, reply) => {
        const b = request.body as QuaysideProduct;
        const errors = faults(b).concat(
          (b.media ?? []).filter((m) => !files.get(m.file)).map((m) => ({ path: 'media', says: `file ${m.file} is unknown` })),
        );
        if (errors.length) return no(reply, 422, errors);
        const same = products.find((p) => p.source_ref === b.source_ref);
        if (same) return no(reply, 409, [{ path: 'source_ref', says: `is taken by product ${same.id}` }]);
        const handle = `${b.name
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, '-')
          .slice(0, 60)}-${randomInt(1000, 9999)}`;
        const product: QuaysideProduct = {
          id: `p${randomInt(1_000_000, 9_999_999)}`,
          source_ref: b.source_ref,
          status: 'hidden',
          handle,
          name: b.name,
          body_html: sanitize(b.body_html, { allowedTags: ['p', 'ul', 'li', 'strong', 'em', 'br', 'h3'], allowedAttributes: {} }),
          labels: b.labels,
          vendor: b.vendor,
          product_type: b.product_type,
          option_names: b.option_names,
          variants: b.variants,
          media: b.media,
        };
        return reply.code(201).send(products.put(product));
      });

      api.patch('/products/:id', async (request, reply) => {
        const product = products.get((request.params as { id: string }).id);
        if (!product) return no(reply, 404, [{ path: 'id', says: 'unknown' }]);
        const { status } = request.body as { status?: string };
        if (status !== 'on_sale' && status !== 'hidden')
          return no(reply, 422, [{ path: 'status', says: 'must be on_sale or hidden' }]);
        return products.put({ ...product, status });
      });
      done();
    },
    { prefix: '/api' },
  );

  app.get('/file/:id', async (request, reply) => {
    const data = files.get((request.params as { id: string }).id);
    return data ? reply.type('image/jpeg').send(data) : reply.code(404).send('gone');
  });
  app.get('/shop', async (_, reply) =>
    reply.type('text/html').send(shopPage(products.list().filter((p) => p.status === 'on_sale'))),
  );
  app.get('/shop/:handle', async (request, reply) => {
    const product = products.find((p) => p.handle === (request.params as { handle: string }).handle);
    return product
      ? reply.type('text/html').send(productPage(product))
      : reply.code(404).type('text/html').send('<h1>Not on this quay</h1>');
  });
}

function faults(b: QuaysideProduct): { path: string; says: string }[] {
  const out: { path: string; says: string }[] = [];
  const need = (ok: boolean, path: string, says: string) => void (ok || out.push({ path, says }));
  need(typeof b.source_ref === 'string' && b.source_ref !== '', 'source_ref', 'is needed');
  need(Boolean(b.name) && b.name.length <= POLICY.name_length, 'name', `needs 1 to ${POLICY.name_length} characters`);
  need(
    Boolean(b.body_html) && b.body_html.length <= POLICY.body_length,
    'body_html',
    `needs 1 to ${POLICY.body_length} characters`,
  );
  need(Array.isArray(b.labels) && b.labels.length <= POLICY.labels.count, 'labels', `at most ${POLICY.labels.count}`);
  need(
    (b.labels ?? []).every((l) => l.length >= 1 && l.length <= POLICY.labels.length),
    'labels',
    `1 to ${POLICY.labels.length} characters each`,
  );
  need(Boolean(b.vendor), 'vendor', 'is needed');
  need(Array.isArray(b.option_names) && b.option_names.length <= POLICY.options, 'option_names', `at most ${POLICY.options}`);
  need(
    Array.isArray(b.variants) && b.variants.length >= 1 && b.variants.length <= POLICY.variants,
    'variants',
    `1 to ${POLICY.variants}`,
  );
  need(
    (b.variants ?? []).every((v) => /^\d+\.\d{2}$/.test(v.price) && v.choices.length === b.option_names.length),
    'variants',
    'each needs a price like 19.99 and a choice per option',
  );
  return out;
}
