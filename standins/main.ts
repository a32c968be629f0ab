import formbody from '@fastify/formbody';
import multipart from '@fastify/multipart';
import Fastify from 'fastify';
import { controlRoutes } from './control';
import { demand } from './demand/demand';
import { kestrel } from './kestrel/kestrel';
import { printHouses } from './printhouses/printhouses';
import { HAFEN, HARBOUR, NORTH, quayside } from './quayside/quayside';

const port = Number(process.env.STANDINS_PORT ?? 4600);
const folder = process.env.STANDINS_DIR ?? 'data/standins';

const app = Fastify({ bodyLimit: 24 << 20, forceCloseConnections: true });
await app.register(formbody);
await app.register(multipart, { limits: { fileSize: 16 << 20, files: 1 } });
controlRoutes(app);
await app.register((part, _, done) => (kestrel(part, `${folder}/kestrel`), done()), { prefix: '/kestrel' });
for (const shop of [HARBOUR, NORTH, HAFEN])
  await app.register((part, _, done) => (quayside(part, `${folder}/${shop.name}`, shop), done()), { prefix: `/${shop.name}` });
await app.register((part, _, done) => (printHouses(part, `${folder}/houses`), done()), { prefix: '/houses' });
await app.register((part, _, done) => (demand(part), done()), { prefix: '/demand' });
app.get('/health', () => ({ ok: true }));
await app.listen({ host: '127.0.0.1', port });

for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => void app.close().then(() => process.exit(0)));
