import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';

/** How a stand-in misbehaves. Counts are used up by requests that change something; tests set them. */
export interface Behaviour {
  /** Drops every connection at once, as if the outlet were not there. */
  down: boolean;
  /** Added to every answer. */
  slowMs: number;
  /** The next N requests that change something pass as usual, before the counts below begin. */
  passNext: number;
  /** The next N requests are answered 429 with Retry-After. */
  limitNext: number;
  retryAfterSeconds: number;
  /** The next N requests are answered 503 before any work. */
  failNext: number;
  /** The next N requests are refused for good, with the outlet's own reason. */
  refuseNext: number;
  /** The next N requests do their work, then the connection is dropped without an answer. */
  dropNext: number;
}

const CALM: Behaviour = {
  down: false,
  slowMs: 0,
  passNext: 0,
  limitNext: 0,
  retryAfterSeconds: 1,
  failNext: 0,
  refuseNext: 0,
  dropNext: 0,
};
const behaviours = new Map<string, Behaviour>();
const extras = new Map<string, Map<string, () => void>>();

const of = (outlet: string): Behaviour => behaviours.get(outlet) ?? CALM;

/** Registers something else that the control address can make an outlet do, e.g. forget its tokens. */
export function controlAction(outlet: string, name: string, action: () => void): void {
  if (!extras.has(outlet)) extras.set(outlet, new Map());
  extras.get(outlet)!.set(name, action);
}

export function controlRoutes(app: FastifyInstance): void {
  app.put('/control/:outlet', (request) => {
    const { outlet } = request.params as { outlet: string };
    behaviours.set(outlet, { ...CALM, ...(request.body as Partial<Behaviour>) });
    return behaviours.get(outlet);
  });
  app.post('/control/:outlet/:action', async (request, reply) => {
    const { outlet, action } = request.params as { outlet: string; action: string };
    const found = extras.get(outlet)?.get(action);
    if (!found) return reply.code(404).send({ error: 'no such action' });
    found();
    return { done: action };
  });
}

/** How an outlet says no in its own format. */
export type SayNo = (reply: FastifyReply, how: 'too-many' | 'refused' | 'trouble') => FastifyReply;

/** Applies an outlet's behaviour to every request of one of its interfaces; `sayNo` puts it into the outlet's own words. */
export function misbehave(app: FastifyInstance, outlet: string, sayNo: SayNo): void {
  app.addHook('onRequest', async (request: FastifyRequest, reply: FastifyReply) => {
    const behaviour = of(outlet);
    if (behaviour.down) {
      request.raw.socket.destroy();
      return reply.hijack();
    }
    if (behaviour.slowMs) await new Promise((resolve) => setTimeout(resolve, behaviour.slowMs));
    if (request.method === 'GET' || request.method === 'HEAD') return;
    if (behaviour.passNext > 0) {
      behaviour.passNext--;
      return;
    }
    if (behaviour.limitNext > 0) {
      behaviour.limitNext--;
      return sayNo(reply.header('retry-after', String(behaviour.retryAfterSeconds)), 'too-many');
    }
    if (behaviour.refuseNext > 0) {
      behaviour.refuseNext--;
      return sayNo(reply, 'refused');
    }
    if (behaviour.failNext > 0) {
      behaviour.failNext--;
      return sayNo(reply, 'trouble');
    }
  });
  app.addHook('onSend', (request, reply, payload, done) => {
    const behaviour = of(outlet);
    if (request.method !== 'GET' && behaviour.dropNext > 0 && reply.statusCode < 400) {
      behaviour.dropNext--;
      request.raw.socket.destroy();
      reply.hijack();
    }
    done(null, payload);
  });
}
